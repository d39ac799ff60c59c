// What only some steps have: opened by need, each under the name that a cook would look for.
// What a step has already stands open.
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { Rows } from '../../parts/Rows'
import { SizeTable } from './CueEditor'
import type { Flame, StepForm } from './form'
import { Text, type FieldProps } from './StepField'

type Parts = FieldProps & { kitchen: Schemas['Kitchen']; kinds: string[]; steps: [string, string][] }

export type NeedOf = { id: string; name: string; fields: string[]; has: (f: StepForm) => boolean }

export const needs: NeedOf[] = [
  { id: 'per', name: 'Batches, pieces, sizes', fields: ['per', 'batch', 'amount', 'table', 'together'], has: (f) => f.per !== 'once' || Boolean(f.amount) },
  { id: 'space', name: 'Shelf space, cold start', fields: ['equipment'], has: (f) => f.equipment.some((e) => e.holds || e.cold) },
  { id: 'left', name: 'Reduce to', fields: ['left'], has: (f) => Boolean(f.left) },
  { id: 'signs', name: 'Not yet, too far', fields: ['cues'], has: (f) => f.cues.length > 1 || f.cues.some((c) => c.sense || c.how || c.notYet || c.more || c.tooFar || c.then || c.looksWrong) },
  { id: 'wrong', name: 'Goes wrong, rescue', fields: ['troubles'], has: (f) => f.troubles.length > 0 },
  { id: 'heat', name: 'Never hotter than, flame', fields: ['ceiling'], has: (f) => Boolean(f.ceiling) || f.equipment.some((e) => e.flame) },
  { id: 'optional', name: 'Optional on a busy evening', fields: ['optional'], has: (f) => f.optional },
  { id: 'short', name: 'Stop short', fields: ['short'], has: (f) => Boolean(f.short) },
  { id: 'who', name: 'Who, do not leave', fields: ['cook'], has: (f) => Boolean(f.cook) || f.unbroken },
  { id: 'place', name: 'Where it waits', fields: ['place', 'own', 'soft'], has: (f) => Boolean(f.place || f.own) || f.soft },
  { id: 'moved', name: 'Best time, then a warm place', fields: ['best', 'moved'], has: (f) => Boolean(f.best || f.moved.to || f.moved.place || f.moved.least || f.moved.most) },
  { id: 'does', name: 'What waiting does to it', fields: ['does'], has: (f) => Boolean(f.does.what) },
  { id: 'when', name: 'Not before, finish by, each wave', fields: ['by', 'daysBefore', 'notBefore', 'notBeforeDays'], has: (f) => Boolean(f.by || f.notBefore) || f.eachWave },
  { id: 'after', name: 'After another component', fields: ['after'], has: (f) => f.after.length > 0 },
  { id: 'pan', name: 'Same pan, clean pan', fields: ['pan'], has: (f) => Boolean(f.pan) || f.clean },
  { id: 'note', name: 'Remark', fields: ['note'], has: (f) => Boolean(f.note) },
  { id: 'cautions', name: 'Caution', fields: ['cautions'], has: (f) => f.cautions.length > 0 },
]

/** Need is one of them, opened. Shelf space and signs open where they belong, and have nothing here. */
export function Need({ need, ...p }: Parts & { need: NeedOf }) {
  const Body = bodies[need.id]
  if (!Body) return null
  return (
    <fieldset>
      <legend>{need.name.toLowerCase()}</legend>
      <Body {...p} />
    </fieldset>
  )
}

const bodies: Record<string, (p: Parts) => React.ReactNode> = {
  per: Per, left: (p) => <Text {...p} name="left" label="what is left" hint="¼, 25 %, 200 ml" />, wrong: Troubles,
  short: (p) => <Text {...p} name="short" label="taken out early, because" hint="it finishes in the rest" />,
  heat: HeatEdges, optional: (p) => <Form.Check id="step-optional" label="left out on a busy evening" checked={p.f.optional} onChange={(e) => p.set({ optional: e.target.checked })} />,
  who: Who, place: Place, moved: Moved, does: Does, when: When, after: After, pan: Pan, note: (p) => <Text {...p} name="note" label="said to whoever does it" hint="lid ajar, cut side down" />, cautions: Cautions,
}

function Per({ f, set, wrong }: Parts) {
  const p = { f, set, wrong }
  return (
    <>
      <div className="pair">
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
        {f.per === 'batch' && <Text {...p} name="batch" label="portions in a batch" hint="4" />}
        {(f.per === 'portion' || f.per === 'piece') && <Text {...p} name="together" label="by how many cooks together" hint="1" />}
        {f.per === 'piece' && <Text {...p} name="batch" label="pieces in a portion" hint="3" />}
        {f.per === 'once' && <Text {...p} name="amount" label="for how much" hint="2 kg; blank = any" />}
      </div>
      {f.per === 'table' && <SizeTable f={f} set={set} wrong={wrong?.field} />}
    </>
  )
}

// HeatEdges are how hot the food may get, in this step and in all that is later done with it, and how high the flame is.
function HeatEdges({ f, set, wrong }: Parts) {
  const flame = (i: number, to: Flame) => set({ equipment: f.equipment.map((e, k) => (k === i ? { ...e, flame: to } : e)) })
  return (
    <div className="pair">
      <Text f={f} set={set} wrong={wrong} name="ceiling" label="never hotter than, also later on" hint="65; blank = no limit" />
      {f.equipment.map((e, i) => e.setting.trim() === '' && (
        <Form.Group key={i} controlId={`step-flame-${i}`}>
          <Form.Label>flame, {e.kind}</Form.Label>
          <Form.Select value={e.flame} onChange={(v) => flame(i, v.target.value as Flame)}>
            <option value="">not said</option>
            <option value="low">low</option>
            <option value="medium">medium</option>
            <option value="high">high</option>
          </Form.Select>
        </Form.Group>
      ))}
    </div>
  )
}

function Who({ f, set, kitchen }: Parts) {
  return (
    <>
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
      <Form.Check id="step-unbroken" className="mt-2" label="cannot be left" checked={f.unbroken} onChange={(e) => set({ unbroken: e.target.checked })} />
    </>
  )
}

function Place({ f, set, wrong, kinds, kitchen }: Parts) {
  return (
    <>
      <div className="pair">
        <Form.Group controlId="step-place">
          <Form.Label>held in or on</Form.Label>
          <Form.Select value={f.place} onChange={(e) => set({ place: e.target.value })}>
            <option value="">nothing</option>
            {kinds.filter((k) => !kitchen.equipment.some((e) => e.kind === k && e.heating)).map((k) => (
              <option key={k}>{k}</option>
            ))}
          </Form.Select>
        </Form.Group>
        {f.equipment.some((e) => e.setting.trim()) && <Text f={f} set={set} wrong={wrong} name="own" label="in the same oven, turned down to" hint="70; blank = comes out" />}
      </div>
      <Form.Check id="step-soft" className="mt-2" label="can run over rather than make a table late" checked={f.soft} onChange={(e) => set({ soft: e.target.checked })} />
    </>
  )
}

function When({ f, set, wrong }: Parts) {
  return (
    <>
      <div className="pair three">
        <Text f={f} set={set} wrong={wrong} name="notBefore" label="not before" hint="19:20; blank = whenever" />
        <Text f={f} set={set} wrong={wrong} name="notBeforeDays" label="days before the service" hint="0" />
        <Text f={f} set={set} wrong={wrong} name="notBeforeWhy" label="because" hint="the shell softens" />
      </div>
      <div className="pair three">
        <Text f={f} set={set} wrong={wrong} name="by" label="finish by" hint="16:00; blank = as late as possible" />
        <Text f={f} set={set} wrong={wrong} name="daysBefore" label="days before the service" hint="1" />
        <Text f={f} set={set} wrong={wrong} name="byWhy" label="because" hint="the van leaves" />
      </div>
      {f.by.trim() && <Form.Check id="step-by-strict" className="mt-2" label="finish by is a limit, not a wish" checked={f.byStrict} onChange={(e) => set({ byStrict: e.target.checked })} />}
      <Form.Check id="step-wave" className="mt-2" label="repeat for each wave (to order)" checked={f.eachWave} onChange={(e) => set({ eachWave: e.target.checked })} />
    </>
  )
}

// Moved is how long the wait is best, and where the thing waits after that.
function Moved({ f, set, wrong, kinds }: Parts) {
  const m = f.moved
  const edit = (part: Partial<StepForm['moved']>) => set({ moved: { ...m, ...part } })
  const text = (name: 'to' | 'least' | 'most', label: string, hint: string) => (
    <Form.Group controlId={`step-moved-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={m[name]} placeholder={hint} onChange={(e) => edit({ [name]: e.target.value })} isInvalid={wrong?.field === `moved.${name}`} autoComplete="off" />
    </Form.Group>
  )
  return (
    <>
      <div className="pair">
        <Text f={f} set={set} wrong={wrong} name="best" label="best after" hint="8 min, between at least and up to" />
        {text('to', 'then moved to', 'the warm shelf')}
      </div>
      <div className="pair three">
        <Form.Group controlId="step-moved-place">
          <Form.Label>which takes a place in or on</Form.Label>
          <Form.Select value={m.place} onChange={(e) => edit({ place: e.target.value })}>
            <option value="">nothing</option>
            {kinds.map((k) => (
              <option key={k}>{k}</option>
            ))}
          </Form.Select>
        </Form.Group>
        {text('least', 'there at least', '0')}
        {text('most', 'there up to', '20 min')}
      </div>
      {m.most.trim() && <Form.Check id="step-moved-soft" className="mt-2" label="can stay longer rather than make a table late" checked={m.soft} onChange={(e) => edit({ soft: e.target.checked })} />}
    </>
  )
}

// Does is what waiting does to it by the minute, and what is done about it.
function Does({ f, set, wrong }: Parts) {
  const d = f.does
  const edit = (part: Partial<StepForm['does']>) => set({ does: { ...d, ...part } })
  const text = (name: 'percent' | 'to' | 'rescue' | 'reheat', label: string, hint: string) => (
    <Form.Group controlId={`step-does-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={d[name]} placeholder={hint} onChange={(e) => edit({ [name]: e.target.value })} isInvalid={wrong?.field === `does.${name}`} autoComplete="off" />
    </Form.Group>
  )
  return (
    <div className="pair">
      <Form.Group controlId="step-does-what">
        <Form.Label>while it waits it</Form.Label>
        <Form.Select value={d.what} onChange={(e) => edit({ what: e.target.value as StepForm['does']['what'] })}>
          <option value="">stays as it is</option>
          <option value="thickens">thickens</option>
          <option value="loses">loses weight or volume</option>
          <option value="skins">forms a skin</option>
          <option value="softens">softens</option>
          <option value="improves">improves</option>
        </Form.Select>
      </Form.Group>
      {(d.what === 'thickens' || d.what === 'loses') && text('percent', '% a minute', '0.5')}
      {d.what === 'improves' && text('to', 'up to', '20 min')}
      {d.what && d.what !== 'improves' && text('rescue', 'rescue', 'a spoon of stock')}
      {d.what && d.what !== 'improves' && text('reheat', 'brought back by', '2 min at 200, then straight on')}
    </div>
  )
}

function Pan({ f, set, steps }: Parts) {
  return (
    <>
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
      <Form.Check id="step-clean" className="mt-2" label="clean pan" checked={f.clean} onChange={(e) => set({ clean: e.target.checked })} />
    </>
  )
}

function Troubles({ f, set }: Parts) {
  return (
    <Rows legend="troubles" columns={[{ name: 'what', label: 'trouble', width: 150, hint: 'splits' }, { name: 'follows', label: 'what happens', width: 150, hint: 'greasy' }, { name: 'rescue', label: 'rescue; if not, the next', width: 170, hint: 'a spoon of water; a new yolk' }]}
      rows={f.troubles} set={(rows) => set({ troubles: rows.map((r) => ({ what: r.what ?? '', follows: r.follows ?? '', rescue: r.rescue ?? '' })) })} add="Add a trouble" />
  )
}

// After names steps of other components that must end first.
function After({ f, set, steps }: Parts) {
  return (
    <>
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
    </>
  )
}

function Cautions({ f, set }: Parts) {
  const edit = (i: number, part: Partial<StepForm['cautions'][number]>) => set({ cautions: f.cautions.map((p, k) => (k === i ? { ...p, ...part } : p)) })
  return (
    <>
      {f.cautions.map((c, i) => (
        <div key={i} className="d-flex gap-2 mb-1">
          <Form.Control aria-label={`caution ${i + 1}`} value={c.text} onChange={(e) => edit(i, { text: e.target.value })} />
          <Form.Control style={{ width: 190 }} aria-label={`caution ${i + 1}, source of a limit`} placeholder="source of a limit" value={c.source} onChange={(e) => edit(i, { source: e.target.value })} />
        </div>
      ))}
      <button type="button" className="plain-button" onClick={() => set({ cautions: [...f.cautions, { text: '', source: '' }] })}>
        Add a caution
      </button>
    </>
  )
}
