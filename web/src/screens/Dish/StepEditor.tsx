// A step, opened: every fact of it can be changed, and what a time was
// understood as stands beside it while it is typed.
import { useEffect, type ReactNode } from 'react'
import { Form } from 'react-bootstrap'
import { type Schemas } from '../../api/client'
import type { Draft } from '../../parts/draft'
import { Heat } from '../../parts/heat'
import { FieldError, say } from '../../parts/reading'
import { Cues, PanAndTrouble, SizeTable } from './CueEditor'
import { toStep, type Step, type StepForm } from './form'
import { useFormOn } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'
import { useAsked } from '../../parts/asked'

type Props = {
  step: Step
  steps: [string, string][] // of the other components, and how they are called
  draft: Draft<StepForm, unknown>
  stale: boolean
  kitchen: Schemas['Kitchen']
  focus: string
  save: (step: Step) => Promise<boolean>
  close: () => void
  actions: ReactNode
}

export function StepEditor({ step, steps, draft, stale, kitchen, focus, save, close, actions }: Props) {
  const form = useFormOn(draft, async (f) => save(await toStep(f, step)), close)
  const { value: f, set, wrong } = form
  useEffect(() => {
    if (focus) document.getElementById(`step-${focus}`)?.focus()
  }, [focus])

  const kinds = [...new Set(kitchen.equipment.map((e) => e.kind))]
  const field = { f, set, wrong }
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label={`Step ${step.name}`}>
      <div className="pair">
        <Text {...field} name="name" label="step" />
        {f.per !== 'table' && <Time {...field} name="time" label="how long (2–2½ min, 0:45, 1 h 30)" />}
        <Form.Group controlId="step-per">
          <Form.Label>time per</Form.Label>
          <Form.Select value={f.per} onChange={(e) => set({ per: e.target.value as StepForm['per'] })}>
            <option value="once">whole amount</option>
            <option value="portion">portion</option>
            <option value="piece">piece</option>
            <option value="batch">batch</option>
            <option value="table">size (table)</option>
          </Form.Select>
        </Form.Group>
        {f.per === 'batch' && <Text {...field} name="batch" label="portions in a batch" />}
        {f.per === 'piece' && <Text {...field} name="batch" label="pieces in a portion" />}
        <Text {...field} name="left" label="reduce to (¼, 25 %, 200 ml)" />
        {f.per === 'once' && <Text {...field} name="amount" label="for how much (2 kg; blank = any)" />}
      </div>
      {f.per === 'table' && <SizeTable f={f} set={set} wrong={wrong?.field} />}
      <Cues f={f} set={set} />
      <Hands {...field} kitchen={kitchen} />
      <Equipment {...field} kinds={kinds} kitchen={kitchen} />
      <fieldset>
        <legend>then hold</legend>
        <div className="pair">
          <Time {...field} name="least" label="at least" />
          <Time {...field} name="most" label="up to (blank = no limit)" />
          <Text {...field} name="reason" label="how (rest, chill)" />
          <Form.Group controlId="step-place">
            <Form.Label>held in or on</Form.Label>
            <Form.Select value={f.place} onChange={(e) => set({ place: e.target.value })}>
              <option value="">nothing</option>
              {kinds.filter((k) => !kitchen.equipment.some((e) => e.kind === k && e.heating)).map((k) => (
                <option key={k}>{k}</option>
              ))}
            </Form.Select>
          </Form.Group>
        </div>
        {f.equipment.some((e) => e.setting.trim()) && <Text {...field} name="own" label="rests in the same oven, turned down to (blank = comes out)" />}
        <Form.Check id="step-soft" className="mt-2" label="can run over rather than make a table late" checked={f.soft} onChange={(e) => set({ soft: e.target.checked })} />
      </fieldset>
      <fieldset>
        <legend>when</legend>
        <div className="pair">
          <Text {...field} name="by" label="finish by (blank = as late as possible)" />
          <Text {...field} name="daysBefore" label="days before the service" />
        </div>
        <Form.Check id="step-wave" className="mt-2" label="repeat for each wave" checked={f.eachWave} onChange={(e) => set({ eachWave: e.target.checked })} />
      </fieldset>
      <After {...field} steps={steps} />
      <PanAndTrouble f={f} set={set} steps={steps} />
      <Cautions {...field} />
      <EditorActions form={form} save="Save the step" close={close} forget stale={stale ? 'this component' : undefined}>
        {actions}
      </EditorActions>
    </Form>
  )
}

type FieldProps = { f: StepForm; set: (part: Partial<StepForm>) => void; wrong?: FieldError }
type TextName = { [K in keyof StepForm]: StepForm[K] extends string ? K : never }[keyof StepForm]

function Text({ f, set, wrong, name, label }: FieldProps & { name: TextName; label: string }) {
  return (
    <Form.Group controlId={`step-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
}

// Time is a text that is read as a time while it is typed.
function Time({ f, set, wrong, name, label }: FieldProps & { name: 'time' | 'least' | 'most'; label: string }) {
  const text = f[name]
  const { answer: means, settled } = useAsked(text.trim() ? text : undefined, async (t) => (await say(t)) ?? '')
  return (
    <Form.Group controlId={`step-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={text} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
      {settled && (means ? <span className="understood">{means}</span> : <span className="wrong">Not a time yet</span>)}
      {name === 'time' && !text.trim() && <span className="gap mt-1">how long?</span>}
    </Form.Group>
  )
}

function Hands({ f, set, wrong, kitchen }: FieldProps & { kitchen: Schemas['Kitchen'] }) {
  const edit = (i: number, part: Partial<StepForm['slices'][number]>) => set({ slices: f.slices.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  return (
    <fieldset>
      <legend>hands-on</legend>
      <div className="pair">
        <Form.Group controlId="step-work">
          <Form.Label>needed</Form.Label>
          <Form.Select value={f.work} onChange={(e) => set({ work: e.target.value as StepForm['work'], ...(e.target.value === 'slices' && f.slices.length === 0 ? { slices: [{ at: '0', side: 'start', for: '1 min', what: '' }] } : {}) })}>
            <option value="all">all the time</option>
            <option value="slices">now and then</option>
            <option value="none">none (unattended)</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="step-cook">
          <Form.Label>who</Form.Label>
          <Form.Select value={f.cook} onChange={(e) => set({ cook: e.target.value })}>
            <option value="">any cook</option>
            {kitchen.cooks.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      </div>
      {f.work === 'slices' && (
        <div className="mt-2">
          {f.slices.map((p, i) => (
            <div key={i} className="d-flex gap-2 align-items-center mb-1">
              <Form.Control style={{ width: 86 }} aria-label={`time ${i + 1}, how long after or before`} value={p.at} isInvalid={wrong?.field === `slices.${i}.at`} onChange={(e) => edit(i, { at: e.target.value })} />
              <Form.Select style={{ width: 178 }} aria-label={`time ${i + 1}, counted from`} value={p.side} onChange={(e) => edit(i, { side: e.target.value as 'start' | 'end' })}>
                <option value="start">after the start</option>
                <option value="end">before the end</option>
              </Form.Select>
              for
              <Form.Control style={{ width: 86 }} aria-label={`time ${i + 1}, for how long`} value={p.for} isInvalid={wrong?.field === `slices.${i}.for`} onChange={(e) => edit(i, { for: e.target.value })} />
              <Form.Control aria-label={`time ${i + 1}, what to do`} placeholder="turn it" value={p.what} onChange={(e) => edit(i, { what: e.target.value })} />
              <button type="button" className="plain-button" onClick={() => set({ slices: f.slices.filter((_, k) => k !== i) })}>
                Remove
              </button>
            </div>
          ))}
          <button type="button" className="plain-button" onClick={() => set({ slices: [...f.slices, { at: '0', side: 'start', for: '30 s', what: '' }] })}>
            Add a time
          </button>
        </div>
      )}
    </fieldset>
  )
}

function Equipment({ f, set, wrong, kinds, kitchen }: FieldProps & { kinds: string[]; kitchen: Schemas['Kitchen'] }) {
  const edit = (i: number, part: Partial<StepForm['equipment'][number]>) => set({ equipment: f.equipment.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  const heats = (kind: string) => kitchen.equipment.some((e) => e.kind === kind && e.heating)
  return (
    <fieldset>
      <legend>equipment</legend>
      {f.equipment.map((e, i) => (
        <div key={i} className="d-flex gap-2 align-items-center mb-1 flex-wrap">
          <Form.Select style={{ width: 150 }} aria-label={`equipment ${i + 1}`} value={e.kind} onChange={(v) => edit(i, { kind: v.target.value })}>
            {[...new Set([...kinds, e.kind])].map((k) => (
              <option key={k}>{k}</option>
            ))}
          </Form.Select>
          {heats(e.kind) && (
            <>
              <Form.Control style={{ width: 92 }} placeholder="180, gas 4" aria-label={`equipment ${i + 1}, degrees`} value={e.setting} isInvalid={wrong?.field === `equipment.${i}.setting`} onChange={(v) => edit(i, { setting: v.target.value })} />
              <Form.Check id={`equipment-${i}-cold`} label="start cold" checked={e.cold} onChange={(v) => edit(i, { cold: v.target.checked })} />
              {/^\d+$/.test(e.setting) ? <Heat celsius={Number(e.setting)} /> : '°C, °F or gas'}
            </>
          )}
          <Form.Control style={{ width: 64 }} aria-label={`equipment ${i + 1}, portions per place`} value={e.holds} placeholder="all" isInvalid={wrong?.field === `equipment.${i}.holds`} onChange={(v) => edit(i, { holds: v.target.value })} />
          <span className="small quiet">portions per place (shelf, pan)</span>
          <button type="button" className="plain-button" onClick={() => set({ equipment: f.equipment.filter((_, k) => k !== i) })}>
            Remove
          </button>
        </div>
      ))}
      <button type="button" className="plain-button" onClick={() => set({ equipment: [...f.equipment, { kind: kinds[0] ?? 'burner', setting: '', holds: '', cold: false }] })}>
        Add equipment
      </button>
    </fieldset>
  )
}

// After names steps of other components that must end first.
function After({ f, set, steps }: FieldProps & { steps: [string, string][] }) {
  return (
    <fieldset>
      <legend>after</legend>
      {f.after.map((ref, i) => (
        <div key={i} className="d-flex gap-2 align-items-center mb-1">
          <Form.Select style={{ width: 320 }} aria-label={`after ${i + 1}`} value={ref} onChange={(e) => set({ after: f.after.map((r, k) => (k === i ? e.target.value : r)) })}>
            {(steps.some(([id]) => id === ref) ? steps : [...steps, [ref, ref]]).map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
          <button type="button" className="plain-button" onClick={() => set({ after: f.after.filter((_, k) => k !== i) })}>
            Remove
          </button>
        </div>
      ))}
      {steps.length > 0 && (
        <button type="button" className="plain-button" onClick={() => set({ after: [...f.after, steps[0][0]] })}>
          Add a step of another component
        </button>
      )}
    </fieldset>
  )
}

function Cautions({ f, set }: FieldProps) {
  const edit = (i: number, part: Partial<StepForm['cautions'][number]>) => set({ cautions: f.cautions.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  return (
    <fieldset>
      <legend>cautions</legend>
      {f.cautions.map((c, i) => (
        <div key={i} className="d-flex gap-2 mb-1">
          <Form.Control aria-label={`caution ${i + 1}`} value={c.text} onChange={(e) => edit(i, { text: e.target.value })} />
          <Form.Control style={{ width: 190 }} aria-label={`caution ${i + 1}, source of a limit`} placeholder="source of a limit" value={c.source} onChange={(e) => edit(i, { source: e.target.value })} />
        </div>
      ))}
      <button type="button" className="plain-button" onClick={() => set({ cautions: [...f.cautions, { text: '', source: '' }] })}>
        Add a caution
      </button>
    </fieldset>
  )
}
