// From a dish to a first run-up: a day, an hour, so many plates.
import { useState, type FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { Button, Form, Modal } from 'react-bootstrap'
import { api, ask, Refused, writeKey } from '../../api/client'
import { reread } from '../../api/queries'
import type { View } from './types'

const soon = () => new Date(Date.now() + 24 * 3600 * 1000).toISOString().slice(0, 10)

export function Serve({ view }: { view: View }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button size="sm" variant="outline-dark" onClick={() => setOpen(true)}>
        Serve it
      </Button>
      {open && <ServeForm view={view} close={() => setOpen(false)} />}
    </>
  )
}

function ServeForm({ view, close }: { view: View; close: () => void }) {
  const go = useNavigate()
  const [day, setDay] = useState(soon)
  const [hour, setHour] = useState('20:00')
  const [plates, setPlates] = useState('4')
  const [key] = useState(writeKey)
  const [wrong, setWrong] = useState('')
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    try {
      const made = await ask(api.POST('/api/services', { params: { header: { 'Idempotency-Key': key } }, body: { dishes: [view.dish.id], day, hour, plates: Number(plates) || 0 } }))
      await reread()
      await go(`/run-up/${made.id}`)
    } catch (error) {
      setWrong(error instanceof Refused ? error.message : 'The server cannot be reached. Send it again.')
    }
  }
  return (
    <Modal show onHide={close} aria-labelledby="serve-title">
      <Form onSubmit={(e) => void submit(e)}>
        <Modal.Header>
          <Modal.Title as="h2" id="serve-title">
            Serve {view.dish.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="serve-day">
            <Form.Label>on</Form.Label>
            <Form.Control type="date" value={day} onChange={(e) => setDay(e.target.value)} />
          </Form.Group>
          <Form.Group controlId="serve-hour">
            <Form.Label>the first plate leaves at</Form.Label>
            <Form.Control value={hour} onChange={(e) => setHour(e.target.value)} autoComplete="off" />
          </Form.Group>
          <Form.Group controlId="serve-plates">
            <Form.Label>plates</Form.Label>
            <Form.Control value={plates} inputMode="numeric" onChange={(e) => setPlates(e.target.value)} autoComplete="off" />
          </Form.Group>
          {wrong && (
            <p className="wrong m-0" role="alert">
              {wrong}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-dark" onClick={close}>
            Close
          </Button>
          <Button type="submit">Plan the run-up</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  )
}
