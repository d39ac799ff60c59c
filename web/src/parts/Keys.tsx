// The keys, listed.
import { Button, FormCheck, Modal } from 'react-bootstrap'
import { turnKeys, useKeysOn } from './keysOn'

const keys = [
  ['m s d o i r h p b k', 'Menu, Service, Dish, Order, Mise, Run-up, Sheets, Plate, Book, Kitchen'],
  ['← →', 'in a run-up: the step before, the step after'],
  ['↑ ↓', 'in a run-up: the strand above, the strand below'],
  ['Enter', 'open what is selected; in a form: save'],
  ['Esc', 'close without saving; what was typed is kept'],
  ['Ctrl Z', 'take back one’s own last change on this screen'],
  ['Ctrl Shift Z', 'do it again'],
  ['?', 'this list'],
]

export function Keys({ close }: { close: () => void }) {
  const on = useKeysOn()
  return (
    <Modal show onHide={close} aria-labelledby="keys-title">
      <Modal.Header>
        <Modal.Title as="h2" id="keys-title">
          Keys
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
        <FormCheck type="switch" id="keys-on" className="mt-3" label="single letters go to screens" checked={on} onChange={(e) => turnKeys(e.target.checked)} />
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={close}>Close</Button>
      </Modal.Footer>
    </Modal>
  )
}
