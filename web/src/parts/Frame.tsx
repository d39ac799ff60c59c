// What stands round every screen: where one is, which service, who, and whether
// changes arrive.
import { lazy, useEffect, useState, type ReactNode } from 'react'
import { Link, useLocation } from 'wouter'
import { useLive } from '../api/live'
import { useDishes, useServices } from '../api/queries'
import { Loaded } from './Loaded'
import { day } from './words'

const Keys = lazy(() => import('./Keys').then((m) => ({ default: m.Keys })))

type Place = { screen: string; service: string; dish: string }

export function Frame({ name, place, children }: { name: string; place: Place; children: ReactNode }) {
  const { joined } = useLive(true)
  const [, go] = useLocation()
  const dishes = useDishes()
  const services = useServices()
  const service = place.service || services.data?.services.find((s) => !s.past)?.id || services.data?.services[0]?.id || ''
  const dish = place.dish || dishes.data?.dishes[0]?.id || ''
  const [help, setHelp] = useState(false)
  const links = [
    ['Menu', `/menu/${service}`],
    ['Service', `/service/${service}`],
    ['Dish', `/dish/${dish}`],
    ['Order', `/order/${service}`],
    ['Mise', `/mise/${service}`],
    ['Run-up', `/run-up/${service}`],
    ['Sheets', `/sheets/${service}`],
    ['Plate', `/plate/${dish}`],
    ['Book', '/book'],
    ['Kitchen', '/kitchen'],
  ]
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return
      const at = ['m', 's', 'd', 'o', 'i', 'r', 'h', 'p', 'b', 'k'].indexOf(event.key)
      if (event.key === '?') setHelp(true)
      else if (at >= 0 && !links[at][1].endsWith('/')) go(links[at][1]) // known by now
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  return (
    <>
      <header className="frame-bar">
        <span className="brand">Jointime</span>
        <nav className="d-flex" aria-label="Screens">
          {links.map(([label, to]) => (
            <Link key={label} to={to} aria-current={to.split('/')[1] === place.screen ? 'page' : undefined}>
              {label}
            </Link>
          ))}
        </nav>
        <div className="side">
          {['menu', 'service', 'run-up', 'sheets', 'order', 'mise'].includes(place.screen) && services.data && (
            <select aria-label="Service" value={service} onChange={(e) => go(`/${place.screen}/${e.target.value}`)}>
              {services.data.services.map((s) => (
                <option key={s.id} value={s.id}>
                  {day(s.day, true)} · {s.name}
                  {s.past ? ' (past)' : ''}
                </option>
              ))}
            </select>
          )}
          <span role="status">
            {joined ? (
              <>
                <span className="long">changes arrive</span>
                <span className="short">live</span>
              </>
            ) : (
              <>
                not connected<span className="long">, trying again</span>
              </>
            )}
          </span>
          <span>{name}</span>
          <button onClick={() => setHelp(true)} aria-label="Keys">
            ?
          </button>
        </div>
      </header>
      <main className="page">
        <Loaded key={place.screen} what="the screen">
          {children}
        </Loaded>
      </main>
      {help && (
        <Loaded what="the keys">
          <Keys close={() => setHelp(false)} />
        </Loaded>
      )}
    </>
  )
}
