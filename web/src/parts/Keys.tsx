// The keys, listed.
import { Button, FormCheck, Modal } from 'react-bootstrap'
import { turnKeys, useKeysOn } from './keysOn'

const keys = [
  ['m s d o i r y h p b k', 'Menu, Service, Dish, Order, Mise, Run-up, Day, Sheets, Plate, Book, Kitchen'],
  ['/', 'Find anything: a dish, a service, an ingredient, a screen'],
  ['← →', 'Run-up: previous / next step'],
  ['↑ ↓', 'Run-up: strand above / below'],
  ['Enter', 'Open the selection; save a form'],
  ['Esc', 'Close; what you typed is kept'],
  ['Ctrl Z', 'Undo your last change on this screen'],
  ['Ctrl Shift Z', 'Redo'],
  ['?', 'This list'],
]

export function Keys({ close }: { close: () => void }) {
  const on = useKeysOn()
  return (
    <Modal show onHide={close} aria-labelledby="keys-title">
      <Modal.Header>
        <Modal.Title as="h2" id="keys-title">
          Keyboard shortcuts
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="fire">
          <tbody>
            {keys.map(([key, what]) => (
              <tr key={key}>
                <td>
                  <kbd>{key}</kbd>
                </td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <FormCheck type="switch" id="keys-on" className="mt-3" label="Single letters open screens" checked={on} onChange={(e) => turnKeys(e.target.checked)} />
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={close}>Close</Button>
      </Modal.Footer>
    </Modal>
  )
}
