// Kitchen: its sections, what food is kept in, and how it likes to measure and
// to read figures.
import { Form } from 'react-bootstrap'
import { Link } from 'wouter'
import type { Schemas } from '../../api/client'
import { lost, useKitchens } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { Delete } from '../../parts/Delete'
import { Gone } from '../../parts/Gone'
import { Undo, useDesk } from '../../parts/Desk'
import { Rows, type Row } from '../../parts/Rows'
import { Empty, Failed, Waiting } from '../../parts/States'
import { Effect } from './Effect'
import { Limits } from './Limits'
import { sayEvents, toKitchen, toKitchenWords } from './kitchenForm'
import { useForm } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'
import { count, listed } from '../../parts/words'

type View = Schemas['KitchenView']

export function Kitchen() {
  const kitchens = useKitchens()
  const [params, setParams] = useAddress()
  if (kitchens.isPending) return <Waiting what="the kitchen" />
  if (lost(kitchens)) return <Failed error={kitchens.error} again={() => void kitchens.refetch()} />
  if (kitchens.data.kitchens.length === 0) return <Empty title="No kitchen yet">Set one up first.</Empty>
  const list = kitchens.data.kitchens
  const of = params.get('of')
  const one = of ? list.find((k) => k.kitchen.id === of) : list[0]
  return (
    <>
      <div className="d-flex gap-3 mb-3 tools">
        {list.length > 1 && (
          <div className="choices" role="group" aria-label="Kitchen">
            {list.map((k) => (
              <button key={k.kitchen.id} aria-pressed={k === one} onClick={() => setParams({ of: k.kitchen.id }, { replace: true })}>
                {k.kitchen.name}
              </button>
            ))}
          </div>
        )}
        <Link className="btn btn-outline-dark btn-sm align-self-center" to="/kitchen/new">
          New kitchen
        </Link>
      </div>
      {one ? <One key={one.kitchen.id} view={one} usual={kitchens.data.usualDay} /> : <Gone missing={{ kind: 'kitchens', id: of ?? '' }} otherwise="No such kitchen." />}
    </>
  )
}

function One({ view, usual }: { view: View; usual: Schemas['Event'][] }) {
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
          <Delete kind="kitchens" id={k.id} name={k.name} screen="services" to="/services" />
        </div>
      </div>
      <Editor view={view} usual={usual} />
    </>
  )
}

// People are those of each section, in their order.
function People({ sections, cooks }: { sections: Row[]; cooks: Row[] }) {
  return (
    <p className="small quiet m-0">
      {sections.filter((s) => s.id).map((s) => `${s.name}: ${listed(cooks.filter((c) => c.section === s.id && c.name).map((c) => c.name)) || 'nobody'}`).join(' · ')}. A section’s work goes to its people in this order, then to cooks without a section; others help only where it saves the plates, and the run-up says why.
    </p>
  )
}

// What is changed is kept while one looks at what it would do.
function Editor({ view, usual }: { view: View; usual: Schemas['Event'][] }) {
  const desk = useDesk()
  const form = useForm(`kitchen/${view.kitchen.id}`, toKitchenWords(view.kitchen), { over: view.kitchen, version: view.version }, async (f, from) => {
    const value = await toKitchen(f, from.over)
    return desk.hand({ kind: 'kitchen', id: value.id, version: from.version, screen: `kitchen:${value.id}`, what: value.name, value })
  })
  const { value: f, set, wrong } = form
  const read = () => form.check((f, from) => toKitchen(f, from.over))
  const people: [string, string][] = [...f.cooks, ...f.equipment].filter((r) => r.id && r.name).map((r) => [r.id, r.name])
  const text = (name: 'name' | 'pass' | 'platers' | 'apart' | 'change' | 'wipe' | 'carriers' | 'each' | 'trip' | 'zone' | 'fine' | 'upTo' | 'coarse' | 'currency' | 'oneIn' | 'spareLeast' | 'sauces' | 'others', label: string, hint = '') => (
    <Form.Group controlId={`kitchen-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} placeholder={hint} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
  const choice = (name: 'measures' | 'heat' | 'plates' | 'caller', label: string, options: [string, string][]) => (
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
      <Rows
        legend="cooks" order
        columns={[{ name: 'name', label: 'name', width: 150, hint: 'Larder cook' }, { name: 'section', label: 'section', width: 100, options: [['', 'none'], ...f.sections.filter((r) => r.id).map((r): [string, string] => [r.id, r.name])] }, { name: 'shifts', label: 'hours of the week', width: 250, hint: 'Tue–Sat 14–23, Sun 10–16' }, { name: 'not', label: 'does not do', width: 140, hint: 'fryer, oysters' }]}
        rows={f.cooks} set={(cooks) => set({ cooks })} add="Add a cook" wrong={wrong?.field}
      />
      <Rows legend="hours on one day" columns={[{ name: 'of', label: 'cook', width: 150, options: [['', 'cook'], ...f.cooks.filter((r) => r.id && r.name).map((r): [string, string] => [r.id, r.name])] }, { name: 'day', label: 'day', width: 130, type: 'date' }, { name: 'hours', label: 'hours that day (empty: off)', width: 220, hint: 'off' }]} rows={f.on} set={(on) => set({ on })} add="Change one day" wrong={wrong?.field} />
      <Rows
        legend="equipment"
        columns={[{ name: 'name', label: 'name', width: 140, hint: 'Deck oven' }, { name: 'kind', label: 'kind, as steps name it', width: 110, hint: 'oven' }, { name: 'places', label: 'places', width: 58 }, { name: 'portions', label: 'portions on each', width: 62, hint: 'any' }, { name: 'keeps', label: 'keeps food', width: 104, options: [['', 'room'], ['cold', 'cold'], ['hot', 'hot'], ['frozen', 'frozen']] }, { name: 'at', label: 'at °C', width: 56 }, { name: 'most', label: 'reaches °C', width: 62 }, { name: 'heats', label: 's a degree, up/down', width: 78, hint: '6/8' }, { name: 'cold', label: '°C when off', width: 62, hint: '20' }, { name: 'within', label: 'swing ± °C', width: 60, hint: '5' }, { name: 'wash', label: 'wash, min', width: 56 }]}
        rows={f.equipment} set={(equipment) => set({ equipment })} add="Add equipment" wrong={wrong?.field}
      />
      <Rows legend="not available" columns={[{ name: 'of', label: 'cook or equipment', width: 150, options: [['', 'cook or equipment'], ...people] }, { name: 'day', label: 'day (empty: every day)', width: 130, type: 'date' }, { name: 'hours', label: 'hours', width: 130, hint: '14:00–16:00' }, { name: 'why', label: 'why', width: 160 }]} rows={f.away} set={(away) => set({ away })} add="Add a time off" wrong={wrong?.field} />
      <Rows legend="the day" columns={[{ name: 'name', label: 'beside food work', width: 150, hint: 'Staff meal' }, { name: 'when', label: 'when', width: 240, hint: '16:30–16:50, or 40 min before, for 10 min' }, { name: 'who', label: 'who (empty: everybody)', width: 180, hint: 'Commis' }]} rows={f.day} set={(day) => set({ day })} add="Add a line" wrong={wrong?.field} />
      {f.day.length === 0 && (
        <button type="button" className="plain-button" onClick={() => set({ day: sayEvents(usual, []) })}>
          Add the usual: {listed(usual.map((e) => e.name.toLowerCase()))}
        </button>
      )}
      <Rows legend="sections" columns={[{ name: 'name', label: 'name', width: 150, hint: 'Larder' }, { name: 'helps', label: 'its people may help (sections)', width: 220, hint: 'Pass, Pastry' }, { name: 'walk', label: 's to walk from the one above', width: 110, hint: '0' }]} rows={f.sections} set={(sections) => set({ sections })} add="Add a section" wrong={wrong?.field} />
      {f.sections.some((s) => s.id) && <People sections={f.sections} cooks={f.cooks} />}
      <fieldset>
        <legend>at the pass</legend>
        <div className="pair">
          {choice('plates', 'who plates', [['', 'the people of the pass'], ['section', 'each section, what it makes'], ['named', 'these cooks']])}
          {f.plates === 'named' && text('platers', 'cooks who plate', 'Commis, Larder cook')}
          {choice('caller', 'who calls, with no other work', [['', 'first of the pass, from four cooks up'], ['-', 'nobody'], ...f.cooks.filter((r) => r.id && r.name).map((r): [string, string] => [r.id, r.name])])}
          {text('apart', 'min between a table’s courses', '12–30')}
          {text('change', 's to clean hands, board, knife', '60')}
          {text('wipe', 's a plate to wipe and check', '6')}
          {text('carriers', 'people who carry', 'not counted')}
          {f.carriers.trim() && text('each', 'plates each carries', '2')}
          {f.carriers.trim() && text('trip', 'min a trip', '2')}
        </div>
      </fieldset>
      <Rows legend="containers" columns={[{ name: 'name', label: 'container', width: 220 }, { name: 'holds', label: 'ml', width: 110 }]} rows={f.boxes} set={(boxes) => set({ boxes })} add="Add a container" wrong={wrong?.field} />
      <Rows legend="ware and small things" columns={[{ name: 'name', label: 'what', width: 170, hint: 'deep plate, twine, cloth' }, { name: 'have', label: 'how many', width: 76 }, { name: 'back', label: 'min to wash', width: 80, hint: 'not' }, { name: 'need', label: 'a service takes', width: 90 }, { name: 'covers', label: 'a cover takes', width: 86, hint: '0.25' }]} rows={f.things} set={(things) => set({ things })} add="Add ware or a small thing" wrong={wrong?.field} />
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
      <fieldset>
        <legend>spares</legend>
        <p className="small quiet mb-2">Made beyond what guests order: in order, mise and cost. Blank: none.</p>
        <div className="pair">
          {text('oneIn', 'pieces: one in', '12')}
          {text('spareLeast', 'pieces: at least', '2')}
          {text('sauces', 'sauces and liquids, %', '15')}
          {text('others', 'all else, %', '10')}
        </div>
        <button type="button" className="plain-button mt-2" onClick={() => set({ oneIn: '12', spareLeast: '2', sauces: '15', others: '10' })}>
          Use the usual: 1 in 12 and at least 2, 15 %, 10 %
        </button>
      </fieldset>
      <EditorActions form={form} save="Save the kitchen" forget />
    </Form>
  )
}
