// How a cook knows: cues by sense, each with its readings; a time that a table gives.
import type { ReactNode } from 'react'
import { Form } from 'react-bootstrap'
import { Rows } from '../../parts/Rows'
import { emptyCue, type CueText, type StepForm } from './form'

type Props = { f: StepForm; set: (part: Partial<StepForm>) => void }

const senses: [string, string][] = [
  ['', 'by any sense'],
  ['see', 'see'],
  ['hear', 'hear'],
  ['smell', 'smell'],
  ['feel', 'feel'],
  ['taste', 'taste'],
  ['measure', 'measure'],
]

type CuesProps = Props & { signs: boolean; mark: ReactNode }

export function Cues({ f, set, signs, mark }: CuesProps) {
  const cues = f.cues.length ? f.cues : [emptyCue]
  const edit = (i: number, part: Partial<CueText>) => set({ cues: cues.map((c, k) => (k === i ? { ...c, ...part } : c)) })
  return (
    <fieldset>
      <legend>until when</legend>
      {mark}
      {cues.map((c, i) => (
        <Cue key={i} n={i} cue={c} signs={signs} edit={(part) => edit(i, part)} remove={f.cues.length > 1 ? () => set({ cues: f.cues.filter((_, k) => k !== i) }) : undefined} />
      ))}
      {signs && (
        <button type="button" className="plain-button" onClick={() => set({ cues: [...cues, emptyCue] })}>
          Add a cue
        </button>
      )}
    </fieldset>
  )
}

function Cue({ n, cue, signs, edit, remove }: { n: number; cue: CueText; signs: boolean; edit: (part: Partial<CueText>) => void; remove?: () => void }) {
  const id = n === 0 ? 'step-cue' : `step-cue-${n}`
  const text = (name: keyof CueText, label: string, width = 0) => (
    <Form.Control aria-label={`cue ${n + 1}, ${label}`} placeholder={label} value={cue[name]} style={width ? { width } : undefined} onChange={(e) => edit({ [name]: e.target.value })} autoComplete="off" />
  )
  return (
    <div className="cue-rows">
      <div className="d-flex gap-2">
        {signs && <Form.Select aria-label={`cue ${n + 1}, sense`} style={{ width: 150 }} value={cue.sense} onChange={(e) => edit({ sense: e.target.value })}>
          {senses.map(([v, label]) => (
            <option key={v} value={v}>
              {label}
            </option>
          ))}
        </Form.Select>}
        <Form.Control id={id} aria-label={`cue ${n + 1}, right`} placeholder="golden, springs back, core 62 °C" value={cue.right} onChange={(e) => edit({ right: e.target.value })} autoComplete="off" />
        {remove && (
          <button type="button" className="plain-button" onClick={remove}>
            Remove
          </button>
        )}
      </div>
      {signs && (
        <div className="d-grid gap-1">
          {text('how', 'how to test')}
          <div className="d-flex gap-2">
            {text('notYet', 'not yet when')}
            {text('more', 'then give it (3 min)', 170)}
          </div>
          <div className="d-flex gap-2">
            {text('tooFar', 'too far when')}
            {text('then', 'then do')}
          </div>
          {text('looksWrong', 'looks wrong but is fine')}
        </div>
      )}
    </div>
  )
}

const sizes: [StepForm['table']['by'], string][] = [
  ['weight', 'weight'],
  ['thickness', 'thickness'],
  ['size', 'size'],
]

export function SizeTable({ f, set, wrong }: Props & { wrong?: string }) {
  const t = f.table
  const edit = (part: Partial<StepForm['table']>) => set({ table: { ...t, ...part } })
  return (
    <fieldset>
      <legend>time by</legend>
      <div className="d-flex gap-2 mb-2 align-items-center">
        <Form.Select aria-label="time by" style={{ width: 140 }} value={t.by} onChange={(e) => edit({ by: e.target.value as StepForm['table']['by'] })}>
          {sizes.map(([v, label]) => (
            <option key={v} value={v}>
              {label}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="unit of the table" style={{ width: 90 }} value={t.unit} onChange={(e) => edit({ unit: e.target.value as StepForm['table']['unit'] })}>
          {(['g', 'kg', 'mm', 'cm'] as const).map((u) => (
            <option key={u}>{u}</option>
          ))}
        </Form.Select>
        size you have
        <Form.Control aria-label="size you have" style={{ width: 90 }} value={t.at} isInvalid={wrong === 'table.at'} onChange={(e) => edit({ at: e.target.value })} />
      </div>
      <Rows legend="sizes" columns={[{ name: 'size', label: 'size', width: 100 }, { name: 'time', label: 'time', width: 120 }]} rows={t.rows} set={(rows) => edit({ rows: rows.map((r) => ({ size: r.size ?? '', time: r.time ?? '' })) })} add="Add a size" />
    </fieldset>
  )
}
