// The finder: one field that finds anything, opened by a key on every screen.
import { Modal } from 'react-bootstrap'
import { useLocation } from 'wouter'
import { Chooser } from './Chooser'
import { opens, type Match } from './found'

export function Finder({ screen, screens, close }: { screen: string; screens: [string, string][]; close: () => void }) {
  const [, go] = useLocation()
  const own = screens.map(([name, to]): Match => ({ kind: 'screen', id: to, name }))
  return (
    <Modal show onHide={close} aria-label="Find" className="finder">
      <Modal.Body>
        <Chooser
          label="Find" kinds="" hint="dish, service, menu, component, ingredient, screen" own={own} size="lg" autoFocus keeps
          choose={(m) => {
            close()
            go(opens(m, screen))
          }}
        />
        <p className="small quiet m-0 mt-2">By name, or by what is in it. ↑ ↓ and Enter; Esc closes.</p>
      </Modal.Body>
    </Modal>
  )
}
