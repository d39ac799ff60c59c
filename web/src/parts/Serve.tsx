// A new service: what is served, when, where and for how many.
import { Form } from 'react-bootstrap'
import { api, ask } from '../api/client'
import { reread, useKitchens } from '../api/queries'
import { useGo } from './address'
import { AskDialog } from './AskDialog'
import { useForm } from './form'
import { useOnce } from './once'
import { isPast } from './words'

const soon = () => new Date(Date.now() + 24 * 3600 * 1000).toISOString().slice(0, 10)

type Props = { title: string; named?: string; menu?: string; dishes?: string[]; to: 'menu' | 'run-up'; act: string; close: () => void }

/** Serve asks for the day, the time, the kitchen and the covers of a menu, of some dishes, or of nothing yet. */
export function Serve({ title, named = '', menu, dishes, to, act, close }: Props) {
  const go = useGo()
  const once = useOnce()
  const kitchens = useKitchens()
  const all = kitchens.data?.kitchens ?? []
  const form = useForm(`serve/${menu ?? dishes?.join() ?? ''}`, { name: named, day: soon(), hour: '', plates: '', kitchen: '', record: false }, 0, async (f) => {
    const kitchen = f.kitchen || (all.length === 1 ? all[0].kitchen.id : '')
    const body = { name: f.name.trim(), ...(menu ? { menu } : { dishes: dishes ?? [] }), ...(kitchen ? { kitchen } : {}), day: f.day, hour: f.hour.trim(), plates: Number(f.plates) || 0, ...(isPast(f.day) && f.record ? { record: true } : {}) }
    const service = await once(body, (key) => ask(api.POST('/api/services', { params: { header: { 'Idempotency-Key': key } }, body })))
    go(`/${to}/${service.id}`) // before all is read again: who asked may be gone from the page then
    await reread()
    return true
  })
  const f = form.value
  return (
    <AskDialog title={title} act={act} form={form} className="serve-fields" close={close}>
      <Form.Group controlId="serve-name" className="wide">
        <Form.Label>name</Form.Label>
        <Form.Control value={f.name} autoFocus maxLength={120} placeholder={named || 'Winter supper'} onChange={(e) => form.set({ name: e.target.value })} autoComplete="off" />
      </Form.Group>
      <Form.Group controlId="serve-day">
        <Form.Label>date</Form.Label>
        <Form.Control type="date" value={f.day} onChange={(e) => form.set({ day: e.target.value })} />
      </Form.Group>
      <Form.Group controlId="serve-hour">
        <Form.Label>first course at the pass</Form.Label>
        <Form.Control value={f.hour} placeholder="19:30" onChange={(e) => form.set({ hour: e.target.value })} autoComplete="off" />
      </Form.Group>
      <Form.Group controlId="serve-plates">
        <Form.Label>covers</Form.Label>
        <Form.Control value={f.plates} inputMode="numeric" onChange={(e) => form.set({ plates: e.target.value })} autoComplete="off" />
      </Form.Group>
      {all.length > 1 && (
        <Form.Group controlId="serve-kitchen">
          <Form.Label>kitchen</Form.Label>
          <Form.Select value={f.kitchen} onChange={(e) => form.set({ kitchen: e.target.value })}>
            <option value="">choose</option>
            {all.map((k) => (
              <option key={k.kitchen.id} value={k.kitchen.id}>
                {k.kitchen.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {isPast(f.day) && <Form.Check className="wide" id="serve-record" label="That day is past: keep as a record" checked={f.record} onChange={(e) => form.set({ record: e.target.checked })} />}
    </AskDialog>
  )
}
