// The first screen of a kitchen that nobody has described yet: what there is, a line each, as
// one would tell a new cook; beside each line what it was taken for.
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { reread } from '../../api/queries'
import { useGo } from '../../parts/address'
import { useAsked } from '../../parts/asked'
import { useForm } from '../../parts/form'
import { Wrong } from '../../parts/EditorActions'
import { useOnce } from '../../parts/once'
import { count } from '../../parts/words'
import { Lines, type Said } from './Lines'

export function Start() {
  const go = useGo()
  const once = useOnce()
  const form = useForm(
    'kitchen-lines', { name: '', lines: [{ text: '', as: '' }] as Said[] }, 0,
    async (f) => {
      const body = { name: f.name.trim() || 'Our kitchen', zone: Intl.DateTimeFormat().resolvedOptions().timeZone, lines: f.lines }
      await once(body, (key) => ask(api.POST('/api/kitchens', { params: { header: { 'Idempotency-Key': key } }, body })))
      await reread()
      return true
    },
    () => go('/services'),
  )
  const { value: f, set } = form
  const heard = useAsked(f.lines.some((l) => l.text.trim()) ? f.lines : undefined, (lines) => ask(api.POST('/api/read/kitchen', { body: { lines } })), 80)
  const read = heard.answer?.lines ?? []
  const ready = f.lines.some((l) => l.text.trim())
  return (
    <div className="start">
      <h1>What is there to cook with?</h1>
      <p className="quiet">One thing or one person a line, as you would tell a new cook. All of it can be changed later, on Kitchen.</p>
      <Form.Control className="start-name" aria-label="Name of the kitchen" placeholder="Name of the kitchen" value={f.name} autoFocus maxLength={120} onChange={(e) => set({ name: e.target.value })} autoComplete="off" />
      <Lines lines={f.lines} read={read} set={(lines) => set({ lines })} />
      <Wrong of={form} />
      <div className="d-flex gap-3 align-items-center mt-3">
        <Button disabled={form.busy || !ready} onClick={() => form.submit()}>
          Set up the kitchen
        </Button>
        <span className="quiet">{ready ? told(read) : 'Burners, ovens, fridges, machines; cooks with their hours; how many plates the pass holds.'}</span>
      </div>
    </div>
  )
}

// told sums up what has been said, and what is still missing.
function told(read: Schemas['ReadKitchenLine'][]): string {
  const cooks = read.reduce((sum, r) => sum + (r.cook ? (r.count ?? 1) : 0), 0)
  const open = read.filter((r) => r.wrong || r.open.length > 0).length
  const pass = read.find((r) => r.pass)?.pass
  return [count(cooks, 'cook'), count(read.reduce((sum, r) => sum + (r.equipment ? (r.count ?? 1) : 0), 0), 'piece') + ' of equipment', pass ? `pass holds ${pass}` : 'pass: 4 plates assumed', ...(open ? [`${count(open, 'line')} to check`] : []), ...(cooks ? [] : ['nobody to cook yet'])].join(' · ')
}
