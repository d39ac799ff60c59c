// Somebody else changed the same: both are shown, and one decides.
import { Button, Modal } from 'react-bootstrap'
import { reread } from '../api/queries'
import { save, type Clash, type Edit } from '../api/save'

export function ClashDialog({ clash, say, end }: { clash: Clash; say: (text: string) => void; end: (ok: boolean) => void }) {
  const { problem, edit } = clash
  const rows = problem.differences ?? []
  const keepMine = async () => {
    try {
      await save({ ...edit, version: problem.version ?? 0, value: problem.merged as Edit['value'], what: edit.what + ' (over a change by ' + problem.who + ')' })
      end(true)
    } catch (error) {
      say(error instanceof Error ? error.message : 'Not saved.')
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
          {problem.who} changed this too
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="fire">
          <thead>
            <tr>
              <th>Field</th>
              <th>Yours</th>
              <th>Theirs (saved)</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.where}>
                <td>{r.where}</td>
                <td>{r.was || '–'}</td>
                <td>{r.is || '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={() => end(false)}>
          Keep editing
        </Button>
        <Button variant="outline-dark" onClick={takeTheirs}>
          Use theirs
        </Button>
        <Button onClick={() => void keepMine()}>Use mine</Button>
      </Modal.Footer>
    </Modal>
  )
}
