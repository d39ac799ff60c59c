// How a cook knows: cues by sense, each with its readings; a time that a table
// gives; the pan; what goes wrong and how it is rescued.
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

export function Cues({ f, set }: Props) {
  const cues = f.cues.length ? f.cues : [emptyCue]
  const edit = (i: number, part: Partial<CueText>) => set({ cues: cues.map((c, k) => (k === i ? { ...c, ...part } : c)) })
  return (
    <fieldset>
      <legend>done when</legend>
      {cues.map((c, i) => (
        <Cue key={i} n={i} cue={c} edit={(part) => edit(i, part)} remove={f.cues.length > 1 ? () => set({ cues: f.cues.filter((_, k) => k !== i) }) : undefined} />
      ))}
      <button type="button" className="plain-button" onClick={() => set({ cues: [...cues, emptyCue] })}>
        Add a cue
      </button>
    </fieldset>
  )
}

function Cue({ n, cue, edit, remove }: { n: number; cue: CueText; edit: (part: Partial<CueText>) => void; remove?: () => void }) {
  const id = n === 0 ? 'step-cue' : `step-cue-${n}`
  const text = (name: keyof CueText, label: string, width = 0) => (
    <Form.Control aria-label={`cue ${n + 1}, ${label}`} placeholder={label} value={cue[name]} style={width ? { width } : undefined} onChange={(e) => edit({ [name]: e.target.value })} autoComplete="off" />
  )
  return (
    <div className="cue-rows">
      <div className="d-flex gap-2">
        <Form.Select aria-label={`cue ${n + 1}, sense`} style={{ width: 150 }} value={cue.sense} onChange={(e) => edit({ sense: e.target.value })}>
          {senses.map(([v, label]) => (
            <option key={v} value={v}>
              {label}
            </option>
          ))}
        </Form.Select>
        <Form.Control id={id} aria-label={`cue ${n + 1}, right`} placeholder="right: golden, springs back" value={cue.right} onChange={(e) => edit({ right: e.target.value })} autoComplete="off" />
        {remove && (
          <button type="button" className="plain-button" onClick={remove}>
            Remove
          </button>
        )}
      </div>
      <details open={Boolean(cue.how || cue.notYet || cue.more || cue.tooFar || cue.looksWrong)}>
        <summary className="small">the test, not yet, too far, looks wrong</summary>
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
      </details>
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

export function PanAndTrouble({ f, set, steps }: Props & { steps: [string, string][] }) {
  return (
    <>
      <fieldset>
        <legend>pan</legend>
        <div className="pair">
          <Form.Group controlId="step-pan">
            <Form.Label>same pan as</Form.Label>
            <Form.Select value={f.pan} onChange={(e) => set({ pan: e.target.value })}>
              <option value="">any pan</option>
              {(steps.some(([id]) => id === f.pan) || !f.pan ? steps : [...steps, [f.pan, f.pan] as [string, string]]).map(([id, name]) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="step-short">
            <Form.Label>taken out early, because</Form.Label>
            <Form.Control value={f.short} onChange={(e) => set({ short: e.target.value })} autoComplete="off" />
          </Form.Group>
        </div>
        <Form.Check id="step-clean" className="mt-2" label="clean pan" checked={f.clean} onChange={(e) => set({ clean: e.target.checked })} />
        <Form.Check id="step-unbroken" label="cannot be left" checked={f.unbroken} onChange={(e) => set({ unbroken: e.target.checked })} />
      </fieldset>
      <Rows legend="troubles" columns={[{ name: 'what', label: 'trouble', width: 150 }, { name: 'follows', label: 'what happens', width: 150 }, { name: 'rescue', label: 'rescue', width: 170 }]}
        rows={f.troubles} set={(rows) => set({ troubles: rows.map((r) => ({ what: r.what ?? '', follows: r.follows ?? '', rescue: r.rescue ?? '' })) })} add="Add a trouble" />
    </>
  )
}
