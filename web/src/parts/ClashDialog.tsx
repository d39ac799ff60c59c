// Somebody else changed the same: both are shown, and one decides.
import { Button, Modal } from 'react-bootstrap'
import { reread } from '../api/queries'
import { save, type Clash, type Edit } from '../api/save'
import { differences } from './differences'

export function ClashDialog({ clash, say, end }: { clash: Clash; say: (text: string) => void; end: (ok: boolean) => void }) {
  const { problem, edit } = clash
  const rows = differences(edit.value, problem.current, problem.conflicts ?? [])
  const keepMine = async () => {
    try {
      await save({ ...edit, version: problem.version ?? 0, value: problem.merged as Edit['value'], what: edit.what + ' (over a change by ' + problem.who + ')' })
      end(true)
    } catch (error) {
      say(error instanceof Error ? error.message : 'This was not saved.')
      end(false)
    }
  }
  const takeTheirs = () => {
    void reread()
    end(true)
  }
  return (
    <Modal show onHide={() => end(false)} aria-labelledby="clash-title" size="lg">
      <Modal.Header>
        <Modal.Title as="h2" id="clash-title">
          {problem.who} changed the same in the meantime
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="fire">
          <thead>
            <tr>
              <th>what</th>
              <th>yours</th>
              <th>theirs, saved now</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.what}>
                <td>{r.what}</td>
                <td>{r.mine}</td>
                <td>{r.theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={() => end(false)}>
          Go on editing
        </Button>
        <Button variant="outline-dark" onClick={takeTheirs}>
          Take theirs
        </Button>
        <Button onClick={() => void keepMine()}>Keep mine</Button>
      </Modal.Footer>
    </Modal>
  )
}
