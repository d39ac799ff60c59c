// From a dish to a first run-up: a day, an hour, so many plates.
import { useEffect, useState } from 'react'
import { Button, Form, Modal } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { reread } from '../../api/queries'
import { Wrong } from '../../parts/EditorActions'
import { useGo } from '../../parts/address'
import { useForm } from '../../parts/form'
import type { View } from './types'
import { useOnce } from '../../parts/once'
import { isPast } from '../../parts/words'

const soon = () => new Date(Date.now() + 24 * 3600 * 1000).toISOString().slice(0, 10)

export function Serve({ view }: { view: View }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button size="sm" variant="outline-dark" onClick={() => setOpen(true)}>
        Plan a service
      </Button>
      {open && <ServeForm view={view} close={() => setOpen(false)} />}
    </>
  )
}

function ServeForm({ view, close }: { view: View; close: () => void }) {
  const go = useGo()
  const once = useOnce()
  const [made, setMade] = useState('')
  const form = useForm(
    `serve/${view.dish.id}`, { day: soon(), hour: '20:00', plates: '4', record: false }, 0,
    async (f) => {
      const body = { dishes: [view.dish.id], day: f.day, hour: f.hour, plates: Number(f.plates) || 0, ...(isPast(f.day) && f.record ? { record: true } : {}) }
      const service = await once(body, (key) => ask(api.POST('/api/services', { params: { header: { 'Idempotency-Key': key } }, body })))
      await reread()
      setMade(service.id)
      return true
    },
  )
  const { day, hour, plates, record } = form.value
  useEffect(() => {
    if (made) go(`/run-up/${made}`)
  }, [made, go])
  return (
    <Modal show onHide={close} aria-labelledby="serve-title">
      <Form onSubmit={form.submit}>
        <Modal.Header>
          <Modal.Title as="h2" id="serve-title">
            Plan a service: {view.dish.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <Form.Group controlId="serve-day">
            <Form.Label>date</Form.Label>
            <Form.Control type="date" value={day} onChange={(e) => form.set({ day: e.target.value })} />
            {isPast(day) && <Form.Check id="serve-record" className="mt-2" label="That day is past: keep as a record" checked={record} onChange={(e) => form.set({ record: e.target.checked })} />}
          </Form.Group>
          <Form.Group controlId="serve-hour">
            <Form.Label>first plate at the pass</Form.Label>
            <Form.Control value={hour} onChange={(e) => form.set({ hour: e.target.value })} autoComplete="off" />
          </Form.Group>
          <Form.Group controlId="serve-plates">
            <Form.Label>plates</Form.Label>
            <Form.Control value={plates} inputMode="numeric" onChange={(e) => form.set({ plates: e.target.value })} autoComplete="off" />
          </Form.Group>
          <Wrong of={form} />
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
