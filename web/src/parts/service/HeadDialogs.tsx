// What is done with a service as a whole: renamed, moved, copied, kept as a menu, deleted.
import { Form, Modal } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { reread, useKitchens } from '../../api/queries'
import { useGo } from '../address'
import { AskDialog } from '../AskDialog'
import { Deleting } from '../Delete'
import { useDesk } from '../Desk'
import { EditorActions } from '../EditorActions'
import { useForm } from '../form'
import { useOnce } from '../once'
import { FieldError } from '../reading'
import { day, isPast } from '../words'
import { coversOf, setCovers } from './composing'
import type { Which } from './Head'
import type { View } from './types'

export function HeadDialog({ which, view, screen, close }: { which: Which; view: View; screen: string; close: () => void }) {
  if (which === 'edit') return <Edit view={view} screen={screen} close={close} />
  if (which === 'copy') return <Copy view={view} close={close} />
  if (which === 'keep') return <Keep view={view} close={close} />
  return <Deleting kind="services" id={view.service.id} name={`${view.service.name}, ${day(view.service.day, true)}`} screen="services" to="/services" close={close} />
}

function Edit({ view, screen, close }: { view: View; screen: string; close: () => void }) {
  const desk = useDesk()
  const kitchens = useKitchens()
  const { service } = view
  const seated = (service.tables ?? []).length > 0
  const form = useForm(
    `service/${service.id}/head`, { name: service.name, day: service.day, kitchen: service.kitchen, covers: String(coversOf(service)) }, { service, version: view.version },
    (f, from) => {
      if (!f.name.trim()) throw new FieldError('name', 'Name the service.')
      if (!/^\d{1,4}$/.test(f.covers.trim())) throw new FieldError('covers', `Covers: “${f.covers}” is not a number.`)
      let value = { ...from.service, name: f.name.trim(), day: f.day, kitchen: f.kitchen }
      if (!seated && Number(f.covers) !== coversOf(service)) value = setCovers(value, view.menu, Number(f.covers))
      return desk.hand({ kind: 'service', id: service.id, version: from.version, screen, what: `${value.name}, ${day(value.day, true)}`, value })
    },
    close,
  )
  const f = form.value
  return (
    <Modal show onHide={close} aria-labelledby="head-title">
      <Form onSubmit={form.submit}>
        <Modal.Header>
          <Modal.Title as="h2" id="head-title">
            {service.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="serve-fields">
          <Form.Group controlId="head-name" className="wide">
            <Form.Label>name</Form.Label>
            <Form.Control value={f.name} autoFocus maxLength={120} isInvalid={form.wrong?.field === 'name'} onChange={(e) => form.set({ name: e.target.value })} autoComplete="off" />
          </Form.Group>
          <Form.Group controlId="head-day">
            <Form.Label>date</Form.Label>
            <Form.Control type="date" value={f.day} onChange={(e) => form.set({ day: e.target.value })} />
          </Form.Group>
          <Form.Group controlId="head-kitchen">
            <Form.Label>kitchen</Form.Label>
            <Form.Select value={f.kitchen} onChange={(e) => form.set({ kitchen: e.target.value })}>
              {(kitchens.data?.kitchens ?? []).map((k) => (
                <option key={k.kitchen.id} value={k.kitchen.id}>
                  {k.kitchen.name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="head-covers">
            <Form.Label>{seated ? 'covers: counted from the tables' : 'covers'}</Form.Label>
            <Form.Control value={f.covers} inputMode="numeric" readOnly={seated} isInvalid={form.wrong?.field === 'covers'} onChange={(e) => form.set({ covers: e.target.value })} autoComplete="off" />
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <EditorActions form={form} save="Save and plan again" close={close} />
        </Modal.Footer>
      </Form>
    </Modal>
  )
}

// nextWeek is the first day a week on, or several, that is still to come.
function nextWeek(iso: string): string {
  const at = new Date(iso + 'T12:00:00Z')
  do at.setUTCDate(at.getUTCDate() + 7)
  while (at.getTime() < Date.now())
  return at.toISOString().slice(0, 10)
}

// Copy makes the same service on another day.
function Copy({ view, close }: { view: View; close: () => void }) {
  const go = useGo()
  const once = useOnce()
  const form = useForm(`service/${view.service.id}/copy`, { day: nextWeek(view.service.day), record: false }, 0, async (f) => {
    const body = { day: f.day, ...(isPast(f.day) && f.record ? { record: true } : {}) }
    const made = await once(body, (key) => ask(api.POST('/api/services/{id}/copy', { params: { path: { id: view.service.id }, header: { 'Idempotency-Key': key } }, body })))
    await reread()
    go(`/menu/${made.id}`)
    return true
  })
  const f = form.value
  return (
    <AskDialog title={`Copy ${view.service.name}`} act="Copy service" form={form} ready={f.day !== ''} close={close}>
      <Form.Group controlId="copy-day">
        <Form.Label>to</Form.Label>
        <Form.Control type="date" value={f.day} autoFocus onChange={(e) => form.set({ day: e.target.value })} />
      </Form.Group>
      {isPast(f.day) && <Form.Check id="copy-record" label="That day is past: keep as a record" checked={f.record} onChange={(e) => form.set({ record: e.target.checked })} />}
    </AskDialog>
  )
}

// Keep keeps the courses, with their times, as a menu to be served again.
function Keep({ view, close }: { view: View; close: () => void }) {
  const go = useGo()
  const once = useOnce()
  const form = useForm(`service/${view.service.id}/keep`, { name: view.service.name }, 0, async (f) => {
    const courses = view.menu.courses.map((c) => {
      const hour = view.service.courses.find((h) => h.course === c.id)
      return { id: c.id, name: c.name, dishes: c.dishes, ...(hour?.after ? { after: hour.after } : hour?.hour ? { hour: hour.hour } : {}) }
    })
    const body = { name: f.name.trim(), courses }
    const made = await once(body, (key) => ask(api.POST('/api/menus', { params: { header: { 'Idempotency-Key': key } }, body })))
    await reread()
    go(`/menus/${made.id}`)
    return true
  })
  return (
    <AskDialog title="Keep as a menu" act="Keep" form={form} ready={form.value.name.trim() !== ''} close={close}>
      <Form.Group controlId="keep-name">
        <Form.Label>name of the menu</Form.Label>
        <Form.Control value={form.value.name} autoFocus maxLength={120} onChange={(e) => form.set({ name: e.target.value })} autoComplete="off" />
      </Form.Group>
      <p className="quiet small m-0">Courses, dishes and times are kept; covers and tables are not. This evening stays as it is.</p>
    </AskDialog>
  )
}
