// What stands round every screen: where one is, which service, who, and whether
// changes arrive.
import { lazy, useEffect, useRef, useState, type ReactNode } from 'react'
import { Link, useLocation } from 'wouter'
import { useLive } from '../api/live'
import { lost, useDish, useFound, useNext, useService } from '../api/queries'
import { Chooser } from './finder/Chooser'
import { opens } from './finder/found'
import { keysOn } from './keysOn'
import { StopBar } from './service/StopBar'
import { Loaded } from './Loaded'
import { day } from './words'

const Finder = lazy(() => import('./finder/Finder').then((m) => ({ default: m.Finder })))
const Keys = lazy(() => import('./Keys').then((m) => ({ default: m.Keys })))

type Place = { screen: string; service: string; dish: string }

export function Frame({ name, place, children }: { name: string; place: Place; children: ReactNode }) {
  const { joined } = useLive(true)
  const [path, go] = useLocation()
  const asked = useService(place.service)
  const shown = lost(asked) ? undefined : asked.data?.service
  const plated = useDish(place.dish).data?.dish
  const { service, dish } = useLast(place, { service: Boolean(shown), dish: Boolean(plated) })
  const [help, setHelp] = useState(false)
  const [finding, setFinding] = useState<string>() // the address on which the finder was opened
  const links = [
    ['Menu', service ? `/menu/${service}` : '/services'],
    ['Service', `/service/${service}`],
    ['Dish', `/dish/${dish}`],
    ['Order', `/order/${service}`],
    ['Mise', `/mise/${service}`],
    ['Run-up', `/run-up/${service}`],
    ['Day', `/day/${service}`],
    ['Sheets', `/sheets/${service}`],
    ['Plate', `/plate/${dish}`],
    ['Book', '/book'],
    ['Kitchen', '/kitchen'],
  ]
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)
      if (!keysOn() || typing || event.ctrlKey || event.metaKey || event.altKey) return
      const at = ['m', 's', 'd', 'o', 'i', 'r', 'y', 'h', 'p', 'b', 'k'].indexOf(event.key)
      if (event.key === '?') setHelp(true)
      else if (event.key === '/') {
        event.preventDefault()
        setFinding(path)
      }
      else if (at >= 0 && !links[at][1].endsWith('/')) go(links[at][1]) // known by now
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  const screen = links.find(([, to]) => to.split('/')[1] === place.screen)?.[0] ?? { card: 'Build card', tablets: 'Tablets', services: 'Services and menus', menus: 'Menu' }[place.screen]
  const of = plated?.name ?? shown?.name
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
          {ofService.includes(place.screen) && (
            <Chooser
              label="Service" kinds="service" value={shown ? `${day(shown.day, true)} · ${shown.name}` : 'service'} choose={(m) => go(opens(m, place.screen))}
              always={[{ key: 'all', name: 'All services, a new one', act: () => go('/services') }]}
            />
          )}
          <button onClick={() => setFinding(path)} aria-label="Find anything" title="Find: /">
            Find
          </button>
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
      <StopBar service={service} />
      <main className="page" id="screen" tabIndex={-1} ref={main} aria-label={screen}>
        <Loaded key={place.screen} what="the screen">
          {children}
        </Loaded>
      </main>
      {finding === path && (
        <Loaded what="the finder">
          <Finder screen={place.screen} screens={[...links, ['Services and menus', '/services'], ['Ingredients', '/book/ingredients'], ['Sums', '/book/sums'], ['New dish', '/book/new'], ['Tablets', '/tablets']].filter(([, to]) => !to.endsWith('/')) as [string, string][]} close={() => setFinding(undefined)} />
        </Loaded>
      )}
      {help && (
        <Loaded what="the shortcuts">
          <Keys close={() => setHelp(false)} />
        </Loaded>
      )}
    </>
  )
}

const ofService = ['menu', 'service', 'run-up', 'sheets', 'order', 'mise', 'day']

// useLast is the service and the dish that the screens are about: those of this one, or the last
// that were looked at; at first the next service, and any dish.
const last = { service: '', dish: '' }

function useLast(place: Place, there: { service: boolean; dish: boolean }) {
  const next = useNext()
  const any = useFound('', 'dish', true, 1)
  const gone = lost(useService(last.service)) // somebody deleted it
  useEffect(() => {
    if (gone) last.service = ''
    if (place.service && there.service) last.service = place.service
    if (place.dish && there.dish) last.dish = place.dish
  }, [place, there.service, there.dish, gone])
  return { service: (there.service && place.service) || (gone ? '' : last.service) || next.data?.services[0]?.id || '', dish: (there.dish && place.dish) || last.dish || any.data?.found[0]?.id || '' }
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
