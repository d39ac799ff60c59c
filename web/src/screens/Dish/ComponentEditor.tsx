// A component, opened: what it makes, by which methods, how it keeps, what it
// leaves over, what must come out of it, and the states its ingredients come in.
import { Form } from 'react-bootstrap'
import { newComponentID } from '../../parts/ids'
import { Delete } from '../../parts/Delete'
import { useDesk } from '../../parts/Desk'
import { FieldError } from '../../parts/reading'
import { Rows, type Column } from '../../parts/Rows'
import { toComponent, toComponentForm, type ComponentForm } from './componentForm'
import { Makes } from './Makes'
import type { Part, View } from './types'
import { stepIDs, used } from './steps'
import { useForm } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'

export function ComponentEditor({ view, part, close }: { view: View; part: Part; close: () => void }) {
  const { component } = part
  const desk = useDesk()
  const { portion, between } = view.dish.parts.find((p) => p.component === component.id) ?? {}
  const variant = async () => {
    const name = `${component.name}, variant`
    const id = await newComponentID(name)
    const value = { id, name, yield: component.yield, ingredients: [], methods: [], variant: { of: component.id, changes: [] } }
    const screen = `dish:${view.dish.id}`
    if (!(await desk.hand({ kind: 'component', id, version: 0, screen, what: `${value.name}: a variant`, value }))) return
    await desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen, what: `${value.name} in place of ${component.name}`, value: { ...view.dish, parts: view.dish.parts.map((p) => (p.component === component.id ? { ...p, component: id } : p)) } })
    close()
  }
  const steps = (used(component)?.steps ?? []).map((s): [string, string] => [s.id, s.name])
  const form = useForm(
    `component/${component.id}`, toComponentForm(component, { amount: portion, between }), { component, version: part.version },
    async (f, from) => {
      const { next, portion: said } = await toComponent(f, from.component, { amount: portion, between })
      const screen = `dish:${view.dish.id}`
      if (!(await desk.hand({ kind: 'component', id: component.id, version: from.version, screen, what: component.name, value: next }))) return false
      if (JSON.stringify([said.amount, said.between]) === JSON.stringify([portion, between]) || part.into) return true
      const parts = view.dish.parts.map((p) => (p.component === component.id ? { component: p.component, ...(said.amount ? { portion: said.amount } : {}), ...(said.between ? { between: said.between } : {}) } : p))
      return desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen, what: `${component.name}: portion`, value: { ...view.dish, parts } })
    },
    close,
  )
  const { value: f, set, wrong } = form
  const tables = byNeed(f, steps, stepIDs(component))
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label={`Component ${component.name}`}>
      <div className="pair">
        <Field label="name" name="name" f={f} set={set} wrong={wrong} />
        <Form.Group controlId="component-section">
          <Form.Label>section</Form.Label>
          <Form.Select value={f.section} onChange={(e) => set({ section: e.target.value })}>
            <option value="">none</option>
            {(view.kitchen.sections ?? []).map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Field label="container (blank = smallest that fits)" name="container" f={f} set={set} wrong={wrong} />
        <Field label="density, g/ml" name="density" f={f} set={set} wrong={wrong} />
        <Field label="spares, % (blank = as the kitchen)" name="spare" f={f} set={set} wrong={wrong} />
      </div>
      <Makes f={f} set={set} wrong={wrong} over={form.origin.component} portion={!part.into} />
      {part.dishes.length > 0 && <p className="small quiet mt-2 mb-0">Also in {part.dishes.map((d) => d.name).join(', ')}: changes apply there too.</p>}
      {component.variant ? (
        <Rows legend={`changes to ${view.components.find((c) => c.component.id === component.variant?.of)?.component.name ?? component.variant.of}`} columns={changeColumns(part)} rows={f.changes} set={(changes) => set({ changes })} add="Add a change" wrong={wrong?.field} />
      ) : (
        <button type="button" className="plain-button mt-2" onClick={() => void variant()}>
          Make a variant
        </button>
      )}
      <Lines f={f} set={set} wrong={wrong} />
      <Rows legend="methods" columns={[{ name: 'name', label: 'name', width: 190 }, { name: 'reason', label: 'why', width: 210 }, { name: 'bought', label: 'bought in, order ahead', width: 130, hint: '1 day' }]} rows={f.methods} set={(methods) => set({ methods })} add="Add a method" wrong={wrong?.field} />
      {tables.filter((t) => f[t.of].length > 0).map((t) => (
        <Rows key={t.of} legend={t.legend} columns={t.columns} rows={f[t.of]} set={(rows) => set({ [t.of]: rows })} add={t.add} wrong={wrong?.field} />
      ))}
      <div className="by-need" role="group" aria-label="More about the component">
        {tables.filter((t) => f[t.of].length === 0).map((t) => (
          <button key={t.of} type="button" className="plain-button" onClick={() => set({ [t.of]: [{}] })}>
            {t.add}
          </button>
        ))}
      </div>
      <EditorActions form={form} save="Save the component" close={close} forget stale={form.typed && form.origin.version !== part.version ? 'this component' : undefined}>
        <Delete kind="components" id={component.id} name={component.name} screen={`dish:${view.dish.id}`} done={close} label="Delete the component" />
      </EditorActions>
    </Form>
  )
}

// byNeed are the tables that only some components have: what is empty is opened by need.
const byNeed = (f: ComponentForm, steps: [string, string][], ids: string[]): { of: 'rules' | 'pars' | 'keeps' | 'chains' | 'orders' | 'takeOuts' | 'byProducts' | 'conditions'; legend: string; add: string; columns: Column[] }[] => [
  { of: 'rules', legend: 'scaling exceptions', add: 'Add an exception', columns: ruleColumns(f) },
  { of: 'pars', legend: 'par', add: 'Add a par', columns: parColumns },
  { of: 'keeps', legend: 'shelf life', add: 'Add shelf life', columns: keepColumns },
  { of: 'chains', legend: 'waits over several steps', add: 'Add a wait over several steps', columns: chainColumns(steps) },
  { of: 'orders', legend: 'always in this order', add: 'Add an order', columns: orderColumns(steps) },
  { of: 'takeOuts', legend: 'take-outs', add: 'Add a take-out', columns: takeOutColumns(steps) },
  { of: 'byProducts', legend: 'by-products', add: 'Add a by-product', columns: [{ name: 'name', label: 'what', width: 170 }, { name: 'amount', label: 'how much', width: 110 }, { name: 'step', label: 'from step', width: 170, options: [['', 'from step'], ...steps] }, { name: 'density', label: 'density, g/ml', width: 110 }] },
  { of: 'conditions', legend: 'arrives as', add: 'Add a condition', columns: conditionColumns(f, ids) },
]

// days of a par: each alone, and those that most houses tell apart.
const parColumns: Column[] = [
  { name: 'days', label: 'on', width: 150, options: [['', 'every day'], ['1,2,3,4', 'Mon–Thu'], ['5,6', 'Fri and Sat'], ['6,7', 'Sat and Sun'], ...['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((d, i): [string, string] => [String(i + 1), d])] },
  { name: 'covers', label: 'from covers', width: 110, hint: '30' },
  { name: 'amount', label: 'to be there', width: 130, hint: '2 l' },
]

type FormProps = { f: ComponentForm; set: (next: Partial<ComponentForm>) => void; wrong?: FieldError }

function Field({ label, name, f, set, wrong }: FormProps & { label: string; name: 'name' | 'container' | 'density' | 'spare' }) {
  return (
    <Form.Group controlId={`component-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
}

function Lines({ f, set, wrong }: FormProps) {
  return <Rows legend="ingredients" columns={[{ name: 'amount', label: 'amount', width: 110 }, { name: 'name', label: 'what', width: 190 }, { name: 'note', label: 'note', width: 190 }]} rows={f.lines} set={(lines) => set({ lines })} add="Add an ingredient" wrong={wrong?.field} />
}

const ruleColumns = (f: ComponentForm): Column[] => [
  { name: 'line', label: 'what', width: 150, options: [['', 'what'], ...f.lines.map((l): [string, string] => [l.name ?? '', l.name ?? ''])] },
  { name: 'how', label: 'how it scales', width: 170, options: [['', 'how it scales'], ['per', 'amount per amount'], ['whole', 'whole units'], ['fixed', 'fixed per batch'], ['seasoning', 'seasoning (grows slower)']] },
  { name: 'per', label: 'per how much of what', width: 160, hint: '100 ml of stock' },
]

const changeColumns = (part: Part): Column[] => [
  { name: 'do', label: 'do', width: 110, options: [['swap', 'swap'], ['leave out', 'leave out'], ['scale', 'scale'], ['add', 'add']] },
  { name: 'line', label: 'what', width: 160, options: [['', 'what'], ...part.made.ingredients.map((l): [string, string] => [l.name, l.name])] },
  { name: 'ingredient', label: 'with', width: 160, find: { kinds: 'ingredient', named: 'with', take: (m) => ({ ingredient: m.id, with: m.name }) } },
  { name: 'factor', label: '×', width: 64, hint: '×' },
]

const keepColumns: Column[] = [
  { name: 'place', label: 'where', width: 120, options: [['chilled', 'chilled'], ['frozen', 'frozen'], ['ambient', 'ambient'], ['hot', 'hot']] },
  { name: 'for', label: 'for', width: 100, hint: '3 d' },
  { name: 'then', label: 'after that', width: 220 },
]

const chainColumns = (steps: [string, string][]): Column[] => {
  const moments = steps.flatMap(([id, name]): [string, string][] => [[`start:${id}`, `start of ${name}`], [`end:${id}`, `end of ${name}`]])
  return [
    { name: 'reason', label: 'what', width: 100, hint: 'cured' },
    { name: 'from', label: 'from', width: 150, options: [['', 'from'], ...moments] },
    { name: 'to', label: 'to', width: 150, options: [['', 'to'], ...moments, ['start:plate', 'the plate']] },
    { name: 'least', label: 'at least', width: 70, hint: '24 h' },
    { name: 'most', label: 'up to', width: 70, hint: '72 h' },
    { name: 'fromAt', label: 'from, inside the step', width: 110, below: true, hint: 'from: 8 min in' },
    { name: 'toAt', label: 'to, inside the step', width: 110, below: true, hint: 'to: 8 min in' },
    { name: 'best', label: 'best', width: 80, below: true, hint: 'best 48 h' },
    { name: 'soft', label: 'limit', width: 130, below: true, options: [['', '“up to” is a limit'], ['soft', 'can run over']] },
  ]
}

const orderColumns = (steps: [string, string][]): Column[] => [
  { name: 'first', label: 'first', width: 160, options: [['', 'first'], ...steps] },
  { name: 'then', label: 'then', width: 160, options: [['', 'then'], ...steps] },
  { name: 'reason', label: 'why', width: 190, hint: 'the spirit burns off first' },
]

const takeOutColumns = (steps: [string, string][]): Column[] => [
  { name: 'name', label: 'what', width: 110, hint: 'twine, skewers' },
  { name: 'pieces', label: 'how many', width: 70, hint: '2' },
  { name: 'in', label: 'goes in at', width: 140, options: [['', 'goes in at'], ...steps] },
  { name: 'out', label: 'comes out at', width: 140, options: [['', 'never taken out'], ...steps, ['plate', 'at the plate']] },
  { name: 'each', label: 'for', width: 110, below: true, options: [['', 'in each go'], ['each', 'for each portion']] },
  { name: 'before', label: 'before', width: 150, below: true, options: [['', 'out before the plate'], ...steps.map(([id, name]): [string, string] => [id, `out before ${name}`])] },
  { name: 'within', label: 'within', width: 120, below: true, hint: '20 min at most' },
]

const conditionColumns = (f: ComponentForm, steps: string[]): Column[] => [
  { name: 'name', label: 'condition', width: 100, hint: 'stale' },
  { name: 'line', label: 'ingredient', width: 130, options: [['', 'ingredient'], ...f.lines.map((l): [string, string] => [l.name ?? '', l.name ?? ''])] },
  { name: 'what', label: 'changes', width: 150, options: [['', 'changes'], ...f.lines.map((l): [string, string] => [`line:${l.name}`, `amount of ${l.name}`]), ...steps.flatMap((s): [string, string][] => [[`step:${s}`, `time of ${s}`], [`out:${s}`, `leave out ${s}`], [`swap:${s}`, `instead of ${s}`], [`add:${s}`, `one more after ${s}`]])] },
  { name: 'factor', label: '×, or what', width: 110, hint: '0.8, +25 min, toast 4 min' },
]
