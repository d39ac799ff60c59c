// What the food stands on: the plate, ware of its own beside it, for how many it
// is, the rings and moulds there are, and what is done to it at the pass.
import { memo, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useDraft, type Draft } from '../../parts/draft'
import { decimal, whole } from '../../parts/reading'
import { TextField } from '../../parts/TextField'
import { spoken } from '../../parts/words'
import { useFormOn } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'

type Spec = Schemas['Spec']
type Ware = Schemas['Ware']
type Row = Record<'was' | 'name' | 'shape' | 'diameter' | 'across' | 'well' | 'depth' | 'colour' | 'celsius' | 'have' | 'note' | 'walls' | 'floor', string>
type Typed = { wares: Row[]; serves: string; formers: { was: string; name: string; have: string }[]; finish: { text: string; seconds: string }[]; refuse: string }

const text = (v: number | undefined) => (v === undefined || v === 0 ? '' : String(v))

const toRow = (w: Ware): Row => ({ was: w.name, name: w.name, shape: w.shape ?? '', diameter: String(w.diameter), across: text(w.across), well: String(w.well), depth: text(w.depth), colour: w.colour || '#ffffff', celsius: w.celsius === undefined ? '' : String(w.celsius), have: text(w.have), note: w.note ?? '', walls: w.walls ?? '', floor: text(w.floor) })

const toTyped = (s: Spec): Typed => ({
  wares: [s.ware, ...(s.sides ?? [])].map(toRow), serves: text(s.serves),
  formers: (s.formers ?? []).map((f) => ({ was: f.name, name: f.name, have: String(f.have) })), finish: (s.finish ?? []).map((f) => ({ text: f.text, seconds: text(f.seconds) })), refuse: (s.refuse ?? []).join('; '),
})

// toWare reads a row; it throws an Error that names the field.
function toWare(r: Row): Ware {
  const name = r.name.trim() || 'the ware'
  const of = <T,>(label: string, text: string, reader: (field: string, text: string) => T) => {
    try {
      return reader('', text.replace('−', '-'))
    } catch (error) {
      throw new Error(`${name}, ${label}: ${error instanceof Error ? error.message : ''}`, { cause: error })
    }
  }
  const maybe = <T,>(label: string, text: string, reader: (field: string, text: string) => T) => (text.trim() ? of(label, text, reader) : undefined)
  return {
    name, shape: (r.shape || undefined) as Ware['shape'], diameter: of('diameter', r.diameter, decimal), across: maybe('width', r.across, decimal), well: of('well', r.well, decimal), depth: maybe('well depth', r.depth, decimal),
    colour: r.colour === '#ffffff' ? undefined : r.colour, celsius: maybe('plate temp', r.celsius, decimal), have: maybe('have', r.have, whole), note: r.note.trim() || undefined, walls: (r.walls || undefined) as Ware['walls'], floor: r.walls === 'conical' ? maybe('floor', r.floor, decimal) : undefined,
  }
}

/** toSpec reads what was typed; placings follow where ware or a ring was renamed. */
function toSpec(t: Typed, over: Spec): Spec {
  const [ware, ...sides] = t.wares.map(toWare)
  const formers = t.formers.filter((f) => f.name.trim()).map((f) => ({ was: f.was, name: f.name.trim(), have: whole('', f.have || '0') }))
  const renamed = (list: { was: string; name: string }[], name?: string) => list.find((x) => name && x.was === name)?.name.trim() ?? name
  return {
    ...over, ware, sides: sides.length ? sides : undefined, serves: t.serves.trim() ? whole('', t.serves) : undefined,
    formers: formers.length ? formers.map(({ name, have }) => ({ name, have })) : undefined,
    finish: t.finish.some((f) => f.text.trim()) ? t.finish.filter((f) => f.text.trim()).map((f) => ({ text: f.text.trim(), seconds: f.seconds.trim() ? whole('', f.seconds) : undefined })) : undefined,
    refuse: t.refuse.trim() ? t.refuse.split(';').map((r) => r.trim()).filter(Boolean).slice(0, 3) : undefined,
    placings: over.placings.map((p) => ({ ...p, in: renamed(t.wares, p.in), former: renamed(t.formers, p.former) })),
  }
}

/** inWords says what the food stands on. */
function inWords(s: Spec): string {
  const counted = (w: Ware) => [w.name, w.note, ].filter(Boolean).join(', ') + (w.have ? ` (have ${w.have})` : '')
  return [
    ...[s.ware, ...(s.sides ?? [])].map(counted), s.serves && s.serves > 1 && `to share, for ${s.serves}`,
    ...(s.formers ?? []).map((f) => `${f.have} × ${f.name}`), ...(s.finish ?? []).map((f) => `at the pass: ${f.text}${f.seconds ? `, ${spoken(f.seconds)}` : ''}`),
  ].filter(Boolean).join(' · ')
}

// Origin is the dish that a change was made from.
export type Origin = { dish: Schemas['Dish']; version: number }

type Props = { dish: string; spec: Spec; origin: Origin; save: (spec: Spec, origin: Origin) => Promise<boolean> }

export const Wares = memo(function Wares({ dish, spec, origin, save }: Props) {
  const draft = useDraft<Typed, { spec: Spec; from: Origin }>(`ware/${dish}`, toTyped(spec), { spec, from: origin })
  const [open, setOpen] = useState(draft.typed)
  if (!open)
    return (
      <button className="ware-line" onClick={() => setOpen(true)}>
        {inWords(spec)} <u>Edit</u>
      </button>
    )
  return <WareForm draft={draft} close={() => setOpen(false)} save={(next) => save(next, draft.origin.from)} />
})

type FormProps = { draft: Draft<Typed, { spec: Spec; from: Origin }>; close: () => void; save: (s: Spec) => Promise<boolean> }

function WareForm({ draft, close, save }: FormProps) {
  const form = useFormOn(draft, async (t, from) => save(toSpec(t, from.spec)), close)
  const { value: t, set: put } = form
  const leave = () => {
    form.drop()
    close()
  }
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="Ware">
      {t.wares.map((w, i) => (
        <WareRow
          key={i} at={i} row={w} set={(row) => put({ wares: t.wares.map((o, k) => (k === i ? row : o)) })}
          remove={i > 0 ? () => put({ wares: t.wares.filter((_, k) => k !== i) }) : undefined}
        />
      ))}
      <Button variant="outline-dark" size="sm" onClick={() => put({ wares: [...t.wares, { was: '', name: 'small bowl', shape: '', diameter: '110', across: '', well: '90', depth: '40', colour: '#ffffff', celsius: '', have: '', note: '', walls: '', floor: '' }] })}>
        Add side ware
      </Button>
      <div className="fields mt-2">
        <TextField id="ware-serves" label="serves" value={t.serves} wide={84} set={(serves) => put({ serves })} />
        {t.formers.map((f, i) => (
          <div key={i} className="fields m-0">
            <TextField id={`former-${i}`} label="ring or mould" value={f.name} wide={150} set={(name) => put({ formers: t.formers.map((o, k) => (k === i ? { ...o, name } : o)) })} />
            <TextField id={`former-have-${i}`} label="have" value={f.have} wide={84} set={(have) => put({ formers: t.formers.map((o, k) => (k === i ? { ...o, have } : o)) })} />
          </div>
        ))}
        {t.finish.map((f, i) => (
          <div key={i} className="fields m-0">
            <TextField id={`finish-${i}`} label="at the pass" value={f.text} wide={200} set={(text) => put({ finish: t.finish.map((o, k) => (k === i ? { ...o, text } : o)) })} />
            <TextField id={`finish-s-${i}`} label="seconds" value={f.seconds} wide={84} set={(seconds) => put({ finish: t.finish.map((o, k) => (k === i ? { ...o, seconds } : o)) })} />
          </div>
        ))}
      </div>
      <TextField id="ware-refuse" label="send it back when (up to three, with ;)" value={t.refuse} wide={520} set={(refuse) => put({ refuse })} />
      <div className="d-flex gap-2 mt-2">
        <Button variant="outline-dark" size="sm" onClick={() => put({ formers: [...t.formers, { was: '', name: '', have: '1' }] })}>
          Add a ring or mould
        </Button>
        <Button variant="outline-dark" size="sm" onClick={() => put({ finish: [...t.finish, { text: '', seconds: '' }] })}>
          Add a finish at the pass
        </Button>
      </div>
      <EditorActions form={form} save="Save the ware">
        <Button variant="outline-dark" onClick={leave}>
          Cancel
        </Button>
      </EditorActions>
    </Form>
  )
}

function WareRow({ at, row, set, remove }: { at: number; row: Row; set: (r: Row) => void; remove?: () => void }) {
  const text = (field: keyof Row, label: string, wide = 92) => <TextField id={`ware-${field}-${at}`} label={label} value={row[field]} wide={wide} set={(v) => set({ ...row, [field]: v })} />
  return (
    <div className="fields">
      {text('name', at === 0 ? 'plate' : 'side ware', 190)}
      <Form.Group controlId={`ware-shape-${at}`}>
        <Form.Label>shape</Form.Label>
        <Form.Select value={row.shape} onChange={(e) => set({ ...row, shape: e.target.value })}>
          <option value="">round or oval</option>
          <option value="square">square</option>
        </Form.Select>
      </Form.Group>
      {text('diameter', 'diameter, mm')}
      {text('across', 'width, mm (oval)', 130)}
      {text('well', 'well, mm')}
      {text('depth', 'well depth, mm', 124)}
      <Form.Group controlId={`ware-walls-${at}`}>
        <Form.Label>its sides</Form.Label>
        <Form.Select value={row.walls} onChange={(e) => set({ ...row, walls: e.target.value })}>
          <option value="">shallow</option>
          <option value="straight">straight</option>
          <option value="conical">conical</option>
          <option value="rounded">rounded</option>
        </Form.Select>
      </Form.Group>
      {row.walls === 'conical' && text('floor', 'floor, mm')}
      {text('celsius', 'plate temp, °C', 104)}
      {text('have', 'have', 84)}
      {text('note', 'note', 180)}
      <Form.Group controlId={`ware-colour-${at}`}>
        <Form.Label>colour</Form.Label>
        <Form.Control type="color" value={row.colour} onChange={(e) => set({ ...row, colour: e.target.value })} />
      </Form.Group>
      {remove && (
        <Button variant="outline-danger" size="sm" className="align-self-end" onClick={remove}>
          Remove
        </Button>
      )}
    </div>
  )
}
