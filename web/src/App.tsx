import { lazy } from 'react'
import { Redirect, useLocation } from 'wouter'
import { useFound, useNext } from './api/queries'
import { DeskProvider } from './parts/Desk'
import { Frame } from './parts/Frame'
import { Gate } from './parts/Gate'
import { Failed, Waiting } from './parts/States'

// A screen is loaded when it is wanted: a cook's tablet never loads the book or the plates.
const Book = lazy(() => import('./screens/Book/Book').then((m) => ({ default: m.Book })))
const Ingredients = lazy(() => import('./screens/Book/Ingredients').then((m) => ({ default: m.Ingredients })))
const Sums = lazy(() => import('./screens/Book/Sums').then((m) => ({ default: m.Sums })))
const Paste = lazy(() => import('./screens/Book/Paste').then((m) => ({ default: m.Paste })))
const Import = lazy(() => import('./screens/Book/Import').then((m) => ({ default: m.Import })))
const Card = lazy(() => import('./screens/Card/Card').then((m) => ({ default: m.Card })))
const Day = lazy(() => import('./screens/Day/Day').then((m) => ({ default: m.Day })))
const Dish = lazy(() => import('./screens/Dish/Dish').then((m) => ({ default: m.Dish })))
const Kitchen = lazy(() => import('./screens/Kitchen/Kitchen').then((m) => ({ default: m.Kitchen })))
const Menu = lazy(() => import('./screens/Menu/Menu').then((m) => ({ default: m.Menu })))
const KeptMenu = lazy(() => import('./screens/Menu/KeptMenu').then((m) => ({ default: m.KeptMenu })))
const Services = lazy(() => import('./screens/Services/Services').then((m) => ({ default: m.Services })))
const Mise = lazy(() => import('./screens/Mise/Mise').then((m) => ({ default: m.Mise })))
const Order = lazy(() => import('./screens/Order/Order').then((m) => ({ default: m.Order })))
const Plate = lazy(() => import('./screens/Plate/Plate').then((m) => ({ default: m.Plate })))
const RunUp = lazy(() => import('./screens/RunUp/RunUp').then((m) => ({ default: m.RunUp })))
const Service = lazy(() => import('./screens/Service/Service').then((m) => ({ default: m.Service })))
const Sheets = lazy(() => import('./screens/Sheets/Sheets').then((m) => ({ default: m.Sheets })))
const Tablets = lazy(() => import('./screens/Tablets/Tablets').then((m) => ({ default: m.Tablets })))
const FirstStart = lazy(() => import('./screens/Start/Start').then((m) => ({ default: m.Start })))

// What stands after the first part of an address.
const ofService = ['menu', 'service', 'sheets', 'run-up', 'order', 'mise', 'day']
const ofDish = ['dish', 'plate', 'card']
const alone = ['kitchen', 'tablets', 'book', 'services']

export function App() {
  return (
    <DeskProvider>
      <Gate>{(name) => <Here name={name} />}</Gate>
    </DeskProvider>
  )
}

// Here is one frame for all screens: it stays, and its stream with it, while one goes from
// screen to screen.
function Here({ name }: { name: string }) {
  const [screen, of] = useLocation()[0].split('/').slice(1).map(whole)
  if (of ? [...ofService, ...ofDish, 'book', 'menus', 'kitchen'].includes(screen) : alone.includes(screen)) return <Screen name={name} screen={screen} of={of ?? ''} />
  return <Start name={name} />
}

// whole undoes what an address escapes; the router leaves %40 and its like.
function whole(part: string): string {
  try {
    return decodeURIComponent(part)
  } catch {
    return part
  }
}

function Screen({ name, screen, of }: { name: string; screen: string; of: string }) {
  const service = ofService.includes(screen) ? of : ''
  const dish = ofDish.includes(screen) ? of : ''
  return (
    <Frame name={name} place={{ screen, service, dish }}>
      {screen === 'menu' && <Menu key={service} id={service} />}
      {screen === 'menus' && <KeptMenu key={of} id={of} />}
      {screen === 'services' && <Services />}
      {screen === 'service' && <Service key={service} id={service} />}
      {screen === 'sheets' && <Sheets key={service} id={service} />}
      {screen === 'day' && <Day key={service} id={service} />}
      {screen === 'run-up' && <RunUp key={service} id={service} />}
      {screen === 'order' && <Order key={service} id={service} />}
      {screen === 'mise' && <Mise key={service} id={service} />}
      {screen === 'dish' && <Dish key={dish} id={dish} />}
      {screen === 'book' && (of === 'new' ? <Paste /> : of === 'ingredients' ? <Ingredients /> : of === 'import' ? <Import /> : of === 'sums' ? <Sums /> : <Book />)}
      {screen === 'card' && <Card key={dish} id={dish} />}
      {screen === 'kitchen' && (of === 'new' ? <FirstStart /> : <Kitchen />)}
      {screen === 'tablets' && <Tablets />}
      {screen === 'plate' && <Plate key={dish} id={dish} />}
    </Frame>
  )
}

// Start goes to the next service.
function Start({ name }: { name: string }) {
  const next = useNext()
  const any = useFound('', 'dish,kitchen', true, 1)
  if (next.isPending || any.isPending) return <div className="page"><Waiting what="the kitchen" /></div>
  if (next.isError) return <div className="page"><Failed error={next.error} again={() => void next.refetch()} /></div>
  if (next.data.services.length > 0) return <Redirect to={`/menu/${next.data.services[0].id}`} replace />
  if (any.data?.found.length) return <Redirect to="/services" replace />
  return (
    <Frame name={name} place={{ screen: '', service: '', dish: '' }}>
      <FirstStart />
    </Frame>
  )
}
