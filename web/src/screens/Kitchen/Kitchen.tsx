// Kitchen: its sections, what food is kept in, and how it likes to measure and
// to read figures.
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useKitchens } from '../../api/queries'
import { Undo, useDesk } from '../../parts/Desk'
import { Rows } from '../../parts/Rows'
import { Empty, Failed, Waiting } from '../../parts/States'
import { Effect } from './Effect'
import { Limits } from './Limits'
import { toKitchen, toKitchenWords } from './kitchenForm'
import { useForm } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'
import { count } from '../../parts/words'

type View = Schemas['KitchenView']

export function Kitchen() {
  const kitchens = useKitchens()
  if (kitchens.isPending) return <Waiting what="the kitchen" />
  if (kitchens.isError) return <Failed error={kitchens.error} again={() => void kitchens.refetch()} />
  if (kitchens.data.kitchens.length === 0) return <Empty title="No kitchen yet">Set one up first.</Empty>
  return kitchens.data.kitchens.map((k) => <One key={k.kitchen.id} view={k} />)
}

function One({ view }: { view: View }) {
  const k = view.kitchen
  return (
    <>
      <div className="page-head">
        <h1>{k.name}</h1>
        <span className="quiet">
          {count(k.cooks.length, 'cook')} · {count(k.equipment.length, 'piece')} of equipment · pass holds {count(k.passWidth, 'plate')}
        </span>
        <div className="tools">
          <Undo screen={`kitchen:${k.id}`} />
        </div>
      </div>
      <Editor view={view} />
    </>
  )
}

// What is changed is kept while one looks at what it would do.
function Editor({ view }: { view: View }) {
  const desk = useDesk()
  const form = useForm(`kitchen/${view.kitchen.id}`, toKitchenWords(view.kitchen), { over: view.kitchen, version: view.version }, async (f, from) => {
    const value = await toKitchen(f, from.over)
    return desk.hand({ kind: 'kitchen', id: value.id, version: from.version, screen: `kitchen:${value.id}`, what: value.name, value })
  })
  const { value: f, set, wrong } = form
  const read = () => form.check((f, from) => toKitchen(f, from.over))
  const people: [string, string][] = [...f.cooks, ...f.equipment].filter((r) => r.id && r.name).map((r) => [r.id, r.name])
  const text = (name: 'name' | 'pass' | 'zone' | 'fine' | 'upTo' | 'coarse' | 'currency', label: string, hint = '') => (
    <Form.Group controlId={`kitchen-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} placeholder={hint} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
  const choice = (name: 'measures' | 'heat', label: string, options: [string, string][]) => (
    <Form.Group controlId={`kitchen-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Select value={f[name]} onChange={(e) => set({ [name]: e.target.value })}>
        {options.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  )
  return (
    <Form className="editor kitchen" onSubmit={form.submit} aria-label={view.kitchen.name}>
      <Effect kitchen={view.kitchen.id} changed={form.typed} read={read} />
      <div className="fields">
        {text('name', 'name')}
        {text('pass', 'plates the pass holds')}
        {text('zone', 'time zone')}
      </div>
      <Rows legend="cooks" columns={[{ name: 'name', label: 'name', width: 170 }, { name: 'section', label: 'section', width: 110, options: [['', 'no section'], ...f.sections.filter((r) => r.id).map((r): [string, string] => [r.id, r.name])] }, { name: 'shifts', label: 'shifts (comma between)', width: 220, hint: '09:00–15:00, 17:00–23:30' }]} rows={f.cooks} set={(cooks) => set({ cooks })} add="Add a cook" wrong={wrong?.field} />
      <Rows
        legend="equipment"
        columns={[{ name: 'name', label: 'name', width: 150 }, { name: 'kind', label: 'kind', width: 110 }, { name: 'places', label: 'places', width: 60 }, { name: 'keeps', label: 'holds at', width: 90, options: [['', 'room temp'], ['cold', 'cold'], ['hot', 'hot'], ['frozen', 'frozen']] }, { name: 'at', label: 'set at, °C', width: 60 }, { name: 'heats', label: 'heats / cools, s per °C', width: 80 }, { name: 'within', label: 'swing, ± °C', width: 60 }, { name: 'wash', label: 'wash, min', width: 60 }]}
        rows={f.equipment} set={(equipment) => set({ equipment })} add="Add equipment" wrong={wrong?.field}
      />
      <Rows legend="not available" columns={[{ name: 'of', label: 'cook or equipment', width: 150, options: [['', 'cook or equipment'], ...people] }, { name: 'day', label: 'day', width: 120, hint: 'every day' }, { name: 'hours', label: 'hours', width: 130, hint: '14:00–16:00' }, { name: 'why', label: 'why', width: 160 }]} rows={f.away} set={(away) => set({ away })} add="Add a time off" wrong={wrong?.field} />
      <Rows legend="sections" columns={[{ name: 'name', label: 'name', width: 220 }]} rows={f.sections} set={(sections) => set({ sections })} add="Add a section" wrong={wrong?.field} />
      <Rows legend="containers" columns={[{ name: 'name', label: 'container', width: 220 }, { name: 'holds', label: 'ml', width: 110 }]} rows={f.boxes} set={(boxes) => set({ boxes })} add="Add a container" wrong={wrong?.field} />
      <Limits chosen={f.limits} own={f.own} wrong={wrong?.field} set={set} />
      <fieldset>
        <legend>units</legend>
        <div className="pair">
          {choice('measures', 'cups and spoons', [['', 'metric (5, 15, 250 ml)'], ['us', 'US'], ['imperial', 'imperial']])}
          {choice('heat', 'temperatures in', [['', '°C'], ['f', '°F'], ['gas', 'gas marks'], ['fan', '°C (fan oven)']])}
          {text('currency', 'currency', 'EUR')}
          <Form.Check className="align-self-end" id="kitchen-customary" label="ounces and pounds first" checked={f.customary} onChange={(e) => set({ customary: e.target.checked })} />
        </div>
      </fieldset>
      <fieldset>
        <legend>scales</legend>
        <div className="pair">
          {text('fine', 'fine scale reads to, g', '0.1')}
          {text('upTo', 'fine scale max, g', '50')}
          {text('coarse', 'main scale reads to, g', '1')}
        </div>
      </fieldset>
      <EditorActions form={form} save="Save the kitchen" forget />
    </Form>
  )
}
