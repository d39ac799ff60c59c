import { Navigate, Route, Routes, useLocation, useParams } from 'react-router'
import { useDishes, useServices } from './api/queries'
import { DeskProvider } from './parts/Desk'
import { Frame } from './parts/Frame'
import { Gate } from './parts/Gate'
import { Failed, Waiting } from './parts/States'
import { Book } from './screens/Book/Book'
import { Ingredients } from './screens/Book/Ingredients'
import { Paste } from './screens/Book/Paste'
import { TakeIn } from './screens/Book/TakeIn'
import { Card } from './screens/Card/Card'
import { Dish } from './screens/Dish/Dish'
import { Kitchen } from './screens/Kitchen/Kitchen'
import { Menu } from './screens/Menu/Menu'
import { Mise } from './screens/Mise/Mise'
import { Order } from './screens/Order/Order'
import { Plate } from './screens/Plate/Plate'
import { RunUp } from './screens/RunUp/RunUp'
import { Service } from './screens/Service/Service'
import { Sheets } from './screens/Sheets/Sheets'
import { Start as FirstStart } from './screens/Start/Start'

export function App() {
  return (
    <DeskProvider>
      <Gate>
        {(name) => (
          <Routes>
            <Route path="/menu/:service" element={<Screen name={name} />} />
            <Route path="/service/:service" element={<Screen name={name} />} />
            <Route path="/sheets/:service" element={<Screen name={name} />} />
            <Route path="/run-up/:service" element={<Screen name={name} />} />
            <Route path="/order/:service" element={<Screen name={name} />} />
            <Route path="/mise/:service" element={<Screen name={name} />} />
            <Route path="/dish/:dish" element={<Screen name={name} />} />
            <Route path="/plate/:dish" element={<Screen name={name} />} />
            <Route path="/card/:dish" element={<Screen name={name} />} />
            <Route path="/kitchen" element={<Screen name={name} />} />
            <Route path="/book" element={<Screen name={name} />} />
            <Route path="/book/:part" element={<Screen name={name} />} />
            <Route path="*" element={<Start name={name} />} />
          </Routes>
        )}
      </Gate>
    </DeskProvider>
  )
}

function Screen({ name }: { name: string }) {
  const { service = '', dish = '', part = '' } = useParams()
  const screen = useLocation().pathname.split('/')[1]
  return (
    <Frame name={name} place={{ screen, service, dish }}>
      {screen === 'menu' && <Menu key={service} id={service} />}
      {screen === 'service' && <Service key={service} id={service} />}
      {screen === 'sheets' && <Sheets key={service} id={service} />}
      {screen === 'run-up' && <RunUp key={service} id={service} />}
      {screen === 'order' && <Order key={service} id={service} />}
      {screen === 'mise' && <Mise key={service} id={service} />}
      {screen === 'dish' && <Dish key={dish} id={dish} />}
      {screen === 'book' && (part === 'new' ? <Paste /> : part === 'ingredients' ? <Ingredients /> : part === 'import' ? <TakeIn /> : <Book />)}
      {screen === 'card' && <Card key={dish} id={dish} />}
      {screen === 'kitchen' && <Kitchen />}
      {screen === 'plate' && <Plate key={dish} id={dish} />}
    </Frame>
  )
}

// Start goes to the next service.
function Start({ name }: { name: string }) {
  const services = useServices()
  const dishes = useDishes()
  if (services.isPending || dishes.isPending) return <div className="page"><Waiting what="the kitchen" /></div>
  if (services.isError) return <div className="page"><Failed error={services.error} again={() => void services.refetch()} /></div>
  if (services.data.services.length > 0) return <Navigate to={`/menu/${services.data.services[0].id}`} replace />
  if (dishes.data?.dishes.length) return <Navigate to="/book" replace />
  return (
    <Frame name={name} place={{ screen: '', service: '', dish: '' }}>
      <FirstStart />
    </Frame>
  )
}
