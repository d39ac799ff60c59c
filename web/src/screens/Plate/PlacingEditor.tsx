// One placing, opened: amount, form, place, tool and seconds.
import { useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Refused, type Schemas } from '../../api/client'
import { measure, where } from '../../parts/reading'
import { placed } from '../../parts/words'
import type { Place } from './moving'

type Placing = Schemas['Placing']

const forms: Placing['form'][] = ['pool', 'poured', 'swipe', 'line', 'drizzle', 'dots', 'ring', 'mound', 'quenelle', 'block', 'piece', 'slices', 'fan', 'roll', 'nest', 'leaf', 'scatter', 'shavings', 'grating', 'foam']
const textures: Placing['texture'][] = ['crisp', 'crunchy', 'firm', 'soft', 'moist', 'wet']
const warmths = ['hot', 'warm', 'room', 'cold', 'frozen']

const counted = ['dots', 'slices', 'fan', 'scatter', 'quenelle', 'shavings']

/** PlacingForm is a placing as it was typed. The hour and the distance are those
 * of its place, and empty while a place is typed that nobody has read yet. */
export type PlacingForm = Record<'component' | 'amount' | 'form' | 'place' | 'hour' | 'distance' | 'turn' | 'length' | 'width' | 'height' | 'count' | 'repeat' | 'on' | 'leans' | 'former' | 'warmth' | 'side' | 'texture' | 'colour' | 'tool' | 'seconds' | 'note', string>

export function toForm(p?: Placing): PlacingForm {
  const text = (v: number | undefined) => (v ? String(v) : '')
  return {
    component: p?.component ?? '', amount: p?.amount ? `${p.amount.quantity}${p.amount.unit === 'piece' ? '' : ' ' + p.amount.unit}` : '', form: p?.form ?? 'mound',
    ...placeForm(p ?? { hour: 12, distance: 0 }), turn: text(p?.turn), length: String(p?.length ?? 40), width: text(p?.width), height: text(p?.height), count: text(p?.count), repeat: text(p?.repeat), on: p?.on ?? '', leans: p?.leans ?? '', former: p?.former ?? '', warmth: p?.warmth ?? '', side: p?.side ?? '',
    texture: p?.texture ?? 'soft', colour: p?.colour ?? '#d9cba3', tool: p?.tool ?? '', seconds: String(p?.seconds ?? 0), note: p?.note ?? '',
  }
}

/** placeForm is a place as it is typed. */
export const placeForm = (at: Place) => ({ place: placed(at), hour: String(at.hour), distance: String(at.distance) })

/** read makes a placing of a form; it throws an Error that says what is wrong. */
export async function read(f: PlacingForm, over: Placing): Promise<Placing> {
  const number = (label: string, text: string) => {
    const v = Number(text.trim().replace(',', '.').replace('−', '-'))
    if (text.trim() === '' || !Number.isFinite(v)) throw new Error(`${label}: “${text}” is no number`)
    return v
  }
  const maybe = (label: string, text: string) => (text.trim() === '' ? undefined : number(label, text))
  const [amount, at] = await Promise.all([f.amount === toForm(over).amount ? over.amount : measure('amount', f.amount), f.hour ? { hour: Number(f.hour), distance: Number(f.distance) } : where('place', f.place)])
  return {
    ...over, component: f.component, amount, form: f.form as Placing['form'], hour: at.hour, distance: at.distance,
    turn: maybe('turned', f.turn), length: number('length', f.length), width: maybe('width', f.width), height: maybe('height', f.height), count: maybe('how many', f.count), repeat: maybe('repeated', f.repeat),
    on: f.on || undefined, leans: f.leans || undefined, former: f.former.trim() || undefined, warmth: (f.warmth || undefined) as Placing['warmth'], side: f.side.trim() || undefined,
    texture: f.texture as Placing['texture'], colour: f.colour, tool: f.tool.trim() || undefined, seconds: number('seconds', f.seconds), note: f.note.trim() || undefined,
  }
}

type Props = {
  placing: Placing
  form: { value: PlacingForm; set: (f: PlacingForm) => void; drop: () => void }
  components: { id: string; name: string }[]
  others: { id: string; name: string }[]
  save: (p: Placing) => Promise<boolean>
  close: () => void
  move: (by: number) => void
  remove: () => Promise<void>
  first: boolean
  last: boolean
}

export function PlacingEditor({ placing, form, components, others, save, close, move, remove, first, last }: Props) {
  const [wrong, setWrong] = useState('')
  const f = form.value
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    try {
      const next = await read(f, placing)
      setWrong('')
      if (await save(next)) {
        form.drop()
        close()
      }
    } catch (error) {
      setWrong(error instanceof Refused ? (error.problem.errors?.[0]?.message ?? error.message) : error instanceof Error ? error.message : 'This cannot be read.')
    }
  }
  const text = (name: keyof PlacingForm, label: string, wide = 110) => (
    <Form.Group controlId={`placing-${name}`} style={{ width: wide }}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} autoComplete="off" onChange={(e) => form.set({ ...f, [name]: e.target.value })} />
    </Form.Group>
  )
  const choice = (name: keyof PlacingForm, label: string, options: [string, string][]) => (
    <Form.Group controlId={`placing-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Select value={f[name]} onChange={(e) => form.set({ ...f, [name]: e.target.value })}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  )
  return (
    <Form className="editor mb-2" onSubmit={(e) => void submit(e)} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="Placing">
      <div className="d-flex gap-3 flex-wrap">
        {choice('component', 'what', components.map((c) => [c.id, c.name]))}
        {text('amount', 'amount')}
        {choice('form', 'form', forms.map((x) => [x, x]))}
        <Form.Group controlId="placing-place" style={{ width: 190 }}>
          <Form.Label>where</Form.Label>
          <Form.Control value={f.place} placeholder="2 o’clock, 40 mm" autoComplete="off" onChange={(e) => form.set({ ...f, place: e.target.value, hour: '', distance: '' })} />
        </Form.Group>
        {text('turn', 'turned, degrees', 104)}
        {text('length', 'length, mm', 92)}
        {text('width', 'width, mm', 92)}
        {text('height', 'height, mm', 92)}
        {counted.includes(f.form) && text('count', 'how many', 84)}
        {text('repeat', 'repeated', 84)}
        {choice('on', 'it stands on', [['', 'the plate'], ...others.map((o): [string, string] => [o.id, o.name])])}
        {choice('leans', 'it leans on', [['', 'nothing'], ...others.map((o): [string, string] => [o.id, o.name])])}
        {text('former', 'ring or mould', 120)}
        {choice('warmth', 'warmth', [['', 'not said'], ...warmths.map((x): [string, string] => [x, x])])}
        {choice('texture', 'texture', textures.map((x) => [x, x]))}
        <Form.Group controlId="placing-colour">
          <Form.Label>colour</Form.Label>
          <Form.Control type="color" value={f.colour} onChange={(e) => form.set({ ...f, colour: e.target.value })} />
        </Form.Group>
        {text('tool', 'tool', 150)}
        {text('side', 'which side up', 120)}
        {text('seconds', 'seconds', 84)}
        {text('note', 'how', 320)}
      </div>
      {wrong && (
        <p className="wrong mt-2 mb-0" role="alert">
          {wrong}
        </p>
      )}
      <div className="editor-actions">
        <Button type="submit">Save the placing</Button>
        <Button variant="outline-dark" onClick={close}>
          Close
        </Button>
        <span className="flex-grow-1" />
        <Button variant="outline-dark" size="sm" disabled={first} onClick={() => move(-1)}>
          Before
        </Button>
        <Button variant="outline-dark" size="sm" disabled={last} onClick={() => move(1)}>
          After
        </Button>
        <Button variant="outline-danger" size="sm" onClick={() => void remove()}>
          Take off
        </Button>
      </div>
    </Form>
  )
}
