// The first screen of a kitchen that nobody has described yet: a few lines.
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { reread } from '../../api/queries'
import { useGo } from '../../parts/address'
import { useForm } from '../../parts/form'
import { Wrong } from '../../parts/EditorActions'
import { useOnce } from '../../parts/once'

const usual = { name: 'Our kitchen', cooks: 'Head chef\nCommis', lines: '4 burners\noven, 2 shelves\nfridge, 20 shelves\nblender\nresting rack, 4 places', from: '10:00', to: '23:30', pass: '4' }

export function Start() {
  const go = useGo()
  const once = useOnce()
  const form = useForm(
    'kitchen', usual, 0,
    async (f) => {
      const body = { name: f.name, zone: Intl.DateTimeFormat().resolvedOptions().timeZone, cooks: f.cooks.split('\n'), lines: f.lines.split('\n'), from: f.from, to: f.to, pass: Number(f.pass) || 0 }
      await once(body, (key) => ask(api.POST('/api/kitchens', { params: { header: { 'Idempotency-Key': key } }, body })))
      await reread()
      return true
    },
    () => go('/services'),
  )
  const { value: f, set } = form
  return (
    <Form className="start" onSubmit={form.submit}>
      <h1>What is there to cook with?</h1>
      <p className="quiet">One per line, as you would say it. All can be changed later; oven heating times are typical.</p>
      <div className="pair">
        <Form.Group controlId="start-name">
          <Form.Label>the kitchen</Form.Label>
          <Form.Control value={f.name} onChange={(e) => set({ name: e.target.value })} autoComplete="off" />
        </Form.Group>
        <Form.Group controlId="start-pass">
          <Form.Label>plates the pass holds</Form.Label>
          <Form.Control value={f.pass} inputMode="numeric" onChange={(e) => set({ pass: e.target.value })} autoComplete="off" />
        </Form.Group>
        <Form.Group controlId="start-cooks">
          <Form.Label>cooks, by role or initials</Form.Label>
          <Form.Control as="textarea" rows={6} value={f.cooks} onChange={(e) => set({ cooks: e.target.value })} />
        </Form.Group>
        <Form.Group controlId="start-lines">
          <Form.Label>burners, ovens, fridges, machines</Form.Label>
          <Form.Control as="textarea" rows={6} value={f.lines} onChange={(e) => set({ lines: e.target.value })} />
        </Form.Group>
        <Form.Group controlId="start-from">
          <Form.Label>shift starts</Form.Label>
          <Form.Control value={f.from} onChange={(e) => set({ from: e.target.value })} autoComplete="off" />
        </Form.Group>
        <Form.Group controlId="start-to">
          <Form.Label>shift ends</Form.Label>
          <Form.Control value={f.to} onChange={(e) => set({ to: e.target.value })} autoComplete="off" />
        </Form.Group>
      </div>
      <Wrong of={form} />
      <Button type="submit" className="mt-3" disabled={form.busy}>
        Set up the kitchen
      </Button>
    </Form>
  )
}
