// A step, opened: first what every step has, with what a time was understood as beside it
// while it is typed; the rest by need, under the names that a cook would look for.
import { useEffect, useState, type ReactNode } from 'react'
import { Form } from 'react-bootstrap'
import { type Schemas } from '../../api/client'
import type { Draft } from '../../parts/draft'
import { Heat } from '../../parts/heat'
import { say } from '../../parts/reading'
import { Cues } from './CueEditor'
import { toStep, toWay, wayOf, ways, type Step, type StepForm, type Way } from './form'
import { Text, type FieldProps } from './StepField'
import { Need, needs } from './StepNeeds'
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
  const [asked, setAsked] = useState(() => needs.filter((n) => n.has(f)).map((n) => n.id)) // what stood open stays so while it is typed
  useEffect(() => {
    if (focus) document.getElementById(`step-${focus}`)?.focus()
  }, [focus])
  const kinds = [...new Set(kitchen.equipment.map((e) => e.kind))]
  const field = { f, set, wrong }
  const open = needs.filter((n) => asked.includes(n.id) || n.has(f) || n.fields.some((name) => wrong?.field.startsWith(name)))
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label={`Step ${step.name}`}>
      <div className="pair">
        <Text {...field} name="name" label="what" hint="roast the crown" />
        {f.per !== 'table' && <Time {...field} name="time" label="how long" hint="12 min, 8–10 min, 1 h 30" mark={<Assumed {...field} of="time" />} />}
      </div>
      <Hands {...field} />
      <Equipment {...field} kinds={kinds} kitchen={kitchen} space={open.some((n) => n.id === 'space')} />
      <Cues f={f} set={set} signs={open.some((n) => n.id === 'signs')} mark={<Assumed {...field} of="cue" />} />
      <fieldset>
        <legend>then what</legend>
        <div className="pair three">
          <Text {...field} name="reason" label="how" hint="rest, chill, straight on" />
          <Time {...field} name="least" label="at least" hint="8 min" />
          <Time {...field} name="most" label="up to" hint="15 min; blank = no limit" mark={<Assumed {...field} of="wait" />} />
        </div>
      </fieldset>
      {open.map((n) => (
        <Need key={n.id} need={n} {...field} kitchen={kitchen} kinds={kinds} steps={steps} />
      ))}
      <div className="by-need" role="group" aria-label="More about the step">
        {needs
          .filter((n) => !open.includes(n))
          .map((n) => (
            <button key={n.id} type="button" className="plain-button" onClick={() => setAsked((list) => [...list, n.id])}>
              {n.name}
            </button>
          ))}
      </div>
      <EditorActions form={form} save="Save the step" close={close} forget stale={stale ? 'this component' : undefined}>
        {actions}
      </EditorActions>
    </Form>
  )
}

// Time is a text that is read as a time while it is typed.
function Time({ f, set, wrong, name, label, hint, mark }: FieldProps & { name: 'time' | 'least' | 'most'; label: string; hint: string; mark?: ReactNode }) {
  const text = f[name]
  const { answer: means, settled } = useAsked(text.trim() ? text : undefined, async (t) => (await say(t)) ?? '')
  return (
    <Form.Group controlId={`step-${name}`}>
      <Form.Label>{label}</Form.Label>
      {mark}
      <Form.Control value={text} placeholder={hint} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
      {settled && (means ? <span className="understood">{means}</span> : <span className="wrong">Not a time yet</span>)}
      {name === 'time' && !text.trim() && <span className="gap mt-1">how long?</span>}
    </Form.Group>
  )
}

// Assumed marks what nobody said; one tap says that it is right.
function Assumed({ f, set, of }: Pick<FieldProps, 'f' | 'set'> & { of: string }) {
  if (!f.ours.includes(of)) return null
  const right = () => set({ ours: f.ours.filter((o) => o !== of), ...(of === 'hands' ? { slices: f.slices.map((s) => ({ ...s, assumed: false })) } : {}) })
  return (
    <span className="assumed-mark">
      <span className="ours">assumed</span>
      <button type="button" className="plain-button" aria-label={`${of}: right as assumed`} onClick={right}>
        Right
      </button>
    </span>
  )
}

function Hands({ f, set, wrong }: FieldProps) {
  const edit = (i: number, part: Partial<StepForm['slices'][number]>) => set({ slices: f.slices.map((p, k) => (k === i ? { ...p, ...part, assumed: false } : p)) })
  return (
    <fieldset>
      <legend>hands-on</legend>
      <Assumed f={f} set={set} of="hands" />
      <div className="ways" role="group" aria-label="hands-on">
        {ways.map((w) => (
          <button key={w} type="button" aria-pressed={wayOf(f) === w} onClick={() => set(toWay(w as Way, f))}>
            {w}
          </button>
        ))}
      </div>
      {f.work === 'slices' && (
        <div className="mt-2">
          {f.slices.map((p, i) => (
            <div key={i} className="d-flex gap-2 align-items-center mb-1 flex-wrap">
              <Form.Control style={{ width: 86 }} aria-label={`time ${i + 1}, how long after or before`} value={p.at} isInvalid={wrong?.field === `slices.${i}.at`} onChange={(e) => edit(i, { at: e.target.value })} />
              <Form.Select style={{ width: 178 }} aria-label={`time ${i + 1}, counted from`} value={p.side} onChange={(e) => edit(i, { side: e.target.value as 'start' | 'end' })}>
                <option value="start">after the start</option>
                <option value="end">before the end</option>
              </Form.Select>
              for
              <Form.Control style={{ width: 86 }} aria-label={`time ${i + 1}, for how long`} value={p.for} isInvalid={wrong?.field === `slices.${i}.for`} onChange={(e) => edit(i, { for: e.target.value })} />
              <Form.Control className="what-to-do" aria-label={`time ${i + 1}, what to do`} placeholder="turn it" value={p.what} onChange={(e) => edit(i, { what: e.target.value })} />
              <button type="button" className="plain-button" onClick={() => set({ slices: f.slices.filter((_, k) => k !== i) })}>
                Remove
              </button>
            </div>
          ))}
          <button type="button" className="plain-button" onClick={() => set({ slices: [...f.slices, { at: '', side: 'start', for: '30 s', what: '' }] })}>
            Add a time
          </button>
        </div>
      )}
    </fieldset>
  )
}

type EquipmentProps = FieldProps & { kinds: string[]; kitchen: Schemas['Kitchen']; space: boolean }

function Equipment({ f, set, wrong, kinds, kitchen, space }: EquipmentProps) {
  const edit = (i: number, part: Partial<StepForm['equipment'][number]>) => set({ equipment: f.equipment.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  const heats = (kind: string) => kitchen.equipment.some((e) => e.kind === kind && e.heating)
  return (
    <fieldset>
      <legend>with what</legend>
      <Assumed f={f} set={set} of="setting" />
      {f.equipment.map((e, i) => (
        <div key={i} className="d-flex gap-2 align-items-center mb-1 flex-wrap">
          <Form.Select style={{ width: 150 }} aria-label={`equipment ${i + 1}`} value={e.kind} onChange={(v) => edit(i, { kind: v.target.value })}>
            {[...new Set([...kinds, e.kind])].map((k) => (
              <option key={k}>{k}</option>
            ))}
          </Form.Select>
          {heats(e.kind) && (
            <>
              <Form.Control style={{ width: 104 }} placeholder="180, gas 4" aria-label={`equipment ${i + 1}, degrees`} value={e.setting} isInvalid={wrong?.field === `equipment.${i}.setting`} onChange={(v) => edit(i, { setting: v.target.value })} />
              {/^\d+$/.test(e.setting) ? <Heat celsius={Number(e.setting)} /> : '°C, °F or gas'}
            </>
          )}
          {space && (
            <>
              {heats(e.kind) && <Form.Check id={`equipment-${i}-cold`} label="start cold" checked={e.cold} onChange={(v) => edit(i, { cold: v.target.checked })} />}
              <Form.Control style={{ width: 64 }} aria-label={`equipment ${i + 1}, portions per place`} value={e.holds} placeholder="all" isInvalid={wrong?.field === `equipment.${i}.holds`} onChange={(v) => edit(i, { holds: v.target.value })} />
              <span className="small quiet">portions per place (shelf, pan)</span>
            </>
          )}
          <button type="button" className="plain-button" onClick={() => set({ equipment: f.equipment.filter((_, k) => k !== i) })}>
            Remove
          </button>
        </div>
      ))}
      <button type="button" className="plain-button" onClick={() => set({ equipment: [...f.equipment, { kind: kinds[0] ?? 'burner', setting: '', holds: '', cold: false, flame: '' }] })}>
        Add equipment
      </button>
    </fieldset>
  )
}
