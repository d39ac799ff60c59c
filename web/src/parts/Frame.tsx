// What stands round every screen: where one is, which service, who, and whether
// changes arrive.
import { lazy, useEffect, useRef, useState, type ReactNode } from 'react'
import { Link, useLocation } from 'wouter'
import { useLive } from '../api/live'
import { useDishes, useServices } from '../api/queries'
import { keysOn } from './keysOn'
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
      if (!keysOn() || typing || event.ctrlKey || event.metaKey || event.altKey) return
      const at = ['m', 's', 'd', 'o', 'i', 'r', 'h', 'p', 'b', 'k'].indexOf(event.key)
      if (event.key === '?') setHelp(true)
      else if (at >= 0 && !links[at][1].endsWith('/')) go(links[at][1]) // known by now
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  const screen = links.find(([, to]) => to.split('/')[1] === place.screen)?.[0] ?? { card: 'Build card', tablets: 'Tablets' }[place.screen]
  const of = place.dish ? dishes.data?.dishes.find((d) => d.id === place.dish)?.name : services.data?.services.find((s) => s.id === place.service)?.name
  useEffect(() => void (document.title = [screen, of, 'Jointime'].filter(Boolean).join(' · ')), [screen, of])
  const main = useFocusOnArrival()
  return (
    <>
      <a className="skip" href="#screen">
        To the screen
      </a>
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
                Live
              </>
            ) : (
              <>
                Offline<span className="long">, reconnecting …</span>
              </>
            )}
          </span>
          <Link to="/tablets" className="who" aria-label={`${name}: tablets`}>
            {name}
          </Link>
          <button onClick={() => setHelp(true)} aria-label="Keyboard shortcuts">
            ?
          </button>
        </div>
      </header>
      <main className="page" id="screen" tabIndex={-1} ref={main} aria-label={screen}>
        <Loaded key={place.screen} what="the screen">
          {children}
        </Loaded>
      </main>
      {help && (
        <Loaded what="the shortcuts">
          <Keys close={() => setHelp(false)} />
        </Loaded>
      )}
    </>
  )
}

// useFocusOnArrival moves the focus to a screen that one has come to, so that the keys and
// what is read aloud begin there; not when the page is opened, and not where the screen has
// a field of its own in focus already.
function useFocusOnArrival() {
  const main = useRef<HTMLElement>(null)
  const [path] = useLocation()
  const was = useRef(path)
  useEffect(() => {
    if (was.current === path) return
    was.current = path
    if (!main.current?.contains(document.activeElement)) main.current?.focus({ preventScroll: true })
  }, [path])
  return main
}
