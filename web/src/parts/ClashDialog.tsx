// Somebody else changed the same: both are shown, and one decides.
import { Button, Modal } from 'react-bootstrap'
import { reread } from '../api/queries'
import { save, type Clash, type Edit } from '../api/save'

export function ClashDialog({ clash, say, end }: { clash: Clash; say: (text: string) => void; end: (ok: boolean) => void }) {
  const { problem, edit } = clash
  const rows = problem.differences ?? []
  const deleted = problem.merged === undefined // there is nothing to join with
  const keepMine = async () => {
    try {
      await save({ ...edit, version: problem.version ?? 0, value: deleted ? edit.value : (problem.merged as Edit['value']), what: edit.what + (deleted ? ' (back after ' + problem.who + ' deleted it)' : ' (over a change by ' + problem.who + ')') } as Edit)
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
          {problem.who} {deleted ? 'deleted this' : 'changed this too'}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {deleted ? <p className="m-0">{edit.what} is not saved. You can bring it back as you have it now.</p> : <Differences rows={rows} />}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={() => end(false)}>
          Keep editing
        </Button>
        <Button variant="outline-dark" onClick={takeTheirs}>
          {deleted ? 'Leave it deleted' : 'Use theirs'}
        </Button>
        <Button onClick={() => void keepMine()}>{deleted ? 'Bring it back' : 'Use mine'}</Button>
      </Modal.Footer>
    </Modal>
  )
}

function Differences({ rows }: { rows: NonNullable<Clash['problem']['differences']> }) {
  return (
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
  )
}
