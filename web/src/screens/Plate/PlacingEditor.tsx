// One placing, opened: first what, how much, in which form and where; then what
// holds it; then what it is, and what the cook must not forget.
import { memo, useMemo, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { type Schemas } from '../../api/client'
import { useStable } from '../../parts/stable'
import { TextField } from '../../parts/TextField'
import { read, type PlacingForm } from './form'
import { type Draft } from '../../parts/draft'
import { useFormOn } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'

type Placing = Schemas['Placing']

const forms: Placing['form'][] = ['pool', 'poured', 'swipe', 'line', 'drizzle', 'dots', 'ring', 'mound', 'quenelle', 'block', 'cone', 'hollow', 'piece', 'slices', 'fan', 'roll', 'nest', 'leaf', 'scatter', 'shavings', 'grating', 'foam']
const textures: Placing['texture'][] = ['crisp', 'crunchy', 'firm', 'soft', 'moist', 'wet']
const warmths = ['hot', 'warm', 'room', 'cold', 'frozen']

type Options = [string, string][]

const itself = (x: string): [string, string] => [x, x]
const formsThere = forms.map(itself)
const texturesThere = textures.map(itself)
const warmthsThere: Options = [['', 'not set'], ...warmths.map((w): [string, string] => [w, w === 'room' ? 'room temp' : w])]

const counted = ['dots', 'slices', 'fan', 'scatter', 'quenelle', 'shavings']

// what not every placing has
const rarely: (keyof PlacingForm)[] = ['arc', 'lift', 'tastes', 'life', 'edge', 'sinks', 'stands', 'cue', 'reason', 'offPlate', 'rim', 'hidden', 'notEaten', 'optional', 'atTable']

type Other = { id: string; name: string }

type Props = {
  dish: string
  placing: Placing
  place: string // in words, as it is drawn
  draft: Draft<PlacingForm, unknown>
  components: Other[]
  formers: string[]
  others: Other[]
  save: (p: Placing) => Promise<boolean>
  close: () => void
  move: (by: number) => void
  remove: () => Promise<void>
  first: boolean
  last: boolean
}

export function PlacingEditor({ dish, placing, place, draft, components, formers, others, save, close, move, remove, first, last }: Props) {
  const form = useFormOn(draft, async (f) => save(await read(dish, f, placing)), close)
  const f = form.value
  const [more, setMore] = useState(() => rarely.some((field) => f[field]))
  const set = (field: keyof PlacingForm, value: string) => form.set({ [field]: value })
  const change = useStable(set)
  const text = (name: keyof PlacingForm, label: string, wide = 110, list?: string) => <Text key={name} name={name} label={label} value={f[name]} wide={wide} list={list} change={change} />
  const choice = (name: keyof PlacingForm, label: string, options: Options) => <Choice key={name} name={name} label={label} value={f[name]} options={options} change={change} />
  const tick = (name: keyof PlacingForm, label: string) => <Form.Check id={`placing-${name}`} label={label} checked={f[name] === 'yes'} onChange={(e) => set(name, e.target.checked ? 'yes' : '')} />
  const among = useMemo(() => {
    const list = others.map((o): [string, string] => [o.id, o.name])
    return { plate: [['', 'the plate'], ...list], nothing: [['', 'nothing'], ...list], itself: [['', 'this one'], ...list] } as Record<'plate' | 'nothing' | 'itself', Options>
  }, [others])
  const foods = useMemo(() => components.map((c): [string, string] => [c.id, c.name]), [components])
  return (
    <Form className="editor mb-2" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="Placing">
      <div className="fields">
        {choice('component', 'what', foods)}
        {text('amount', 'amount')}
        {choice('form', 'form', formsThere)}
        <Form.Group controlId="placing-place" style={{ width: 270 }}>
          <Form.Label>where</Form.Label>
          <Form.Control value={f.at ? place : f.place} placeholder="2 o’clock, 40 mm" title="2 o’clock, 40 mm; 2 o’clock, half way out; in the middle of 1; between the pieces of 2" autoComplete="off" onChange={(e) => form.set({ place: e.target.value, at: '' })} />
        </Form.Group>
      </div>
      <div className="fields">
        {text('length', 'length, mm', 92)}
        {text('width', 'width, mm', 92)}
        {text('height', 'height, mm', 92)}
        {f.form === 'hollow' && text('inner', 'hole, mm', 92)}
        {text('turn', 'rotation, °', 104)}
        {counted.includes(f.form) && text('count', 'how many', 84)}
        {text('repeat', 'repeat', 84)}
        {text('tool', 'tool', 150)}
        {text('seconds', 'seconds', 84)}
      </div>
      <div className="fields">
        {choice('on', 'on', among.plate)}
        {choice('leans', 'leaning on', among.nothing)}
        {text('former', 'ring or mould', 130, 'formers')}
        {choice('texture', 'texture', texturesThere)}
        {choice('warmth', 'served', warmthsThere)}
        {text('side', 'side up', 120)}
        {text('note', 'note', 320)}
      </div>
      <datalist id="formers">
        {formers.map((x) => (
          <option key={x} value={x} />
        ))}
      </datalist>
      {more && (
        <div className="fields">
          {text('tastes', 'tastes', 170)}
          {text('life', 'life (3 min)', 120)}
          {text('edge', 'edge in sight, mm', 130)}
          {text('sinks', 'sinks in, mm', 104)}
          <Form.Group controlId="placing-colour">
            <Form.Label>colour</Form.Label>
            <Form.Control type="color" value={f.colour} onChange={(e) => set('colour', e.target.value)} />
          </Form.Group>
          {text('stands', 'then stands (2 min)', 190)}
          {f.stands && text('standsOn', 'where (rack, shelf)', 150)}
          {f.stands && text('standsWhy', 'why', 130)}
          {text('arc', 'repeat over, °', 150)}
          {f.former && choice('lift', 'lift ring after', among.itself)}
          {text('cue', 'cue', 220)}
          {text('reason', 'reason', 260)}
          <div className="ticks">
            {tick('rim', 'on the rim on purpose')}
            {tick('hidden', 'hidden on purpose')}
            {tick('notEaten', 'not to be eaten')}
            {tick('optional', 'optional: left out on a busy evening')}
            {tick('atTable', 'laid or poured at the table')}
            {tick('offPlate', 'built off the plate')}
          </div>
          {f.offPlate && choice('moved', 'goes on after', among.itself)}
        </div>
      )}
      <EditorActions form={form} save="Save the placing" close={close}>
        <Button variant="outline-dark" size="sm" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Less' : 'More'}
        </Button>
        <span className="flex-grow-1" />
        <Button variant="outline-dark" size="sm" disabled={first} onClick={() => move(-1)}>
          Move up
        </Button>
        <Button variant="outline-dark" size="sm" disabled={last} onClick={() => move(1)}>
          Move down
        </Button>
        <Button variant="outline-danger" size="sm" onClick={() => void remove()}>
          Delete
        </Button>
      </EditorActions>
    </Form>
  )
}

type Changes = (field: keyof PlacingForm, value: string) => void

const Text = memo(function Text({ name, change, ...field }: { name: keyof PlacingForm; label: string; value: string; wide: number; list?: string; change: Changes }) {
  return <TextField id={`placing-${name}`} {...field} set={(v) => change(name, v)} />
})

// Choice is drawn anew only where it or what there is to choose changed: lists of
// placings are long, and a plate is drawn with every key.
const Choice = memo(function Choice({ name, label, value, options, change }: { name: keyof PlacingForm; label: string; value: string; options: Options; change: Changes }) {
  return (
    <Form.Group controlId={`placing-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Select value={value} onChange={(e) => change(name, e.target.value)}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  )
})
