// What the chef weighs for a service: calm against freshness, fewer cooks against
// shorter days, where roasts rest, waves against single plates; and what the plan
// leaves out of what nobody writes down.
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { count, spoken } from '../../parts/words'
import { Weighed, type Option } from './Weighed'
import type { Change } from './Tables'
import type { Plan, View } from '../../parts/service/types'

type Service = Schemas['Service']

const calms: Option[] = (
  [
    ['fresh', 'Fresh', 'usual times, everything as late as it can be'],
    ['', 'Some calm', 'half of a slow step’s overrun is covered; what keeps is ready 45 min before the first course'],
    ['calm', 'Calm', 'as above, calmest of several plans; what keeps is ready 1 h 30 min before'],
  ] as const
).map(([key, name, what]) => ({ key, name, what, set: (s) => ({ ...s, calm: key || undefined }) }))

const rests: Option[] = (
  [
    ['', 'As each method says', 'on a rack, or in the same oven'],
    ['open', 'In the open', 'oven free at once'],
    ['oven', 'In the same oven, turned down to 60 °C', 'oven stays taken'],
  ] as const
).map(([key, name, what]) => ({ key, name, what, set: (s) => ({ ...s, rest: key || undefined }) }))

/** lean is whether what the book has as optional is done, with the hands that leaving it out frees; nothing where there is none of it. */
function lean(view: View): Option[] {
  const optional = view.rows.flatMap((r) => r.dishes.flatMap((d) => d.optional ?? []))
  const frees = optional.map((o) => `${o.what} ${spoken(o.hands)}`).join(', ')
  if (!optional.length && !view.service.lean) return []
  return [
    { key: '', name: 'Everything', what: optional.length ? `optional: ${frees}` : 'nothing here is optional', set: (s) => ({ ...s, lean: undefined }) },
    { key: 'lean', name: 'Leave out what is optional', what: `frees ${spoken(optional.reduce((sum, o) => sum + o.hands, 0))} of hands`, set: (s) => ({ ...s, lean: true }) },
  ]
}

export function Weighing({ view, plan, change }: { view: View; plan?: Plan; change: Change }) {
  const { service } = view
  const [asked, setAsked] = useState('')
  const origin = { service, version: view.version }
  const ask = (what: string) =>
    asked !== what &&
    !view.readOnly && (
      <button className="plain-button tools" onClick={() => setAsked(what)}>
        Compare
      </button>
    )
  return (
    <>
      <div>
        <Weighed label="Calm" title="Calm or fresh" name="calm" view={view} chosen={service.calm ?? ''} options={calms} asked={asked === 'calm'} change={change} />
        {ask('calm')}
      </div>
      {lean(view).length > 0 && (
        <div>
          <Weighed label="Busy evening" title="A busy evening" name="lean" view={view} chosen={service.lean ? 'lean' : ''} options={lean(view)} asked={asked === 'lean'} change={change} />
          {ask('lean')}
        </div>
      )}
      <div>
        <Crew view={view} plan={plan} asked={asked === 'crew'} change={change} />
        {ask('crew')}
      </div>
      <div>
        <Weighed label="Rest" title="Where roasts rest" name="rest" view={view} chosen={service.rest ?? ''} options={rests} asked={asked === 'rest'} change={change} />
        {ask('rest')}
        <label className="labelled mt-2">
          plates at a time
          <select className="form-select form-select-sm w-auto" disabled={view.readOnly} value={service.atOnce ?? 0} onChange={(e) => void change(`${e.target.selectedOptions[0].text}`, origin, (s) => ({ ...s, atOnce: Number(e.target.value) || undefined }))}>
            <option value={0}>full pass ({view.kitchen.passWidth})</option>
            <option value={1}>one at a time</option>
            {[2, 3, 4, 6, 8].filter((n) => n < view.kitchen.passWidth).map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </select>
        </label>
      </div>
    </>
  )
}

// Crew weighs fewer cooks against shorter days: who is there, with the hours that the
// plan gives them, and what one or two fewer would do.
function Crew({ view, plan, asked, change }: { view: View; plan?: Plan; asked: boolean; change: Change }) {
  const { service, kitchen } = view
  const off = service.off ?? []
  const origin = { service, version: view.version }
  const set = (ids: string[]) => (s: Service) => ({ ...s, off: ids.length > 0 ? ids : undefined })
  const work = (id: string) => plan?.lanes.find((l) => l.id === `cook.${id}`)?.blocks.reduce((sum, b) => sum + b.to - b.from, 0) ?? 0
  const there = kitchen.cooks.filter((c) => !off.includes(c.id))
  const idle = [...there].sort((a, b) => work(a.id) - work(b.id))
  const options: Option[] = [0, 1, 2]
    .filter((n) => n < there.length)
    .map((n) => {
      const gone = idle.slice(0, n)
      return { key: String(n), name: n === 0 ? (off.length ? 'As set' : 'Full crew') : `Without ${gone.map((c) => c.name).join(', ')}`, what: count(there.length - n, 'cook'), set: set([...off, ...gone.map((c) => c.id)]) }
    })
  return (
    <>
      <Weighed label="Crew" title="Fewer cooks or shorter shifts" name="crew" view={view} chosen="0" options={options} asked={asked} change={change} />
      <div className="crew" role="group" aria-label="On shift">
        {kitchen.cooks.map((c) => (
          <label key={c.id} className="labelled">
            <input type="checkbox" checked={!off.includes(c.id)} disabled={view.readOnly} onChange={(e) => void change(`${c.name} ${e.target.checked ? 'on' : 'off'}`, origin, set(e.target.checked ? off.filter((o) => o !== c.id) : [...off, c.id]))} />
            {c.name}
            <span className="quiet">{off.includes(c.id) ? 'off' : plan && `${spoken(work(c.id) - (work(c.id) % 60))} hands-on`}</span>
          </label>
        ))}
      </div>
    </>
  )
}

export function LeadIns({ view, plan, change }: { view: View; plan: Plan; change: Change }) {
  const { service } = view
  const origin = { service, version: view.version }
  const out = service.leftOut ?? []
  const there = [...new Map(plan.bars.filter((b) => b.leadIn).map((b) => [b.leadIn!, b.name]))]
  if (there.length + out.length === 0) return null
  return (
    <section aria-label="Lead-ins the plan adds">
      <h2>Lead-ins the plan adds</h2>
      <ul className="lead-ins">
        {there.map(([id, name]) => (
          <li key={id}>
            {name}{' '}
            <button className="plain-button tools" disabled={view.readOnly} aria-label={`Leave out ${name}`} onClick={() => void change(`${name} left out`, origin, (s) => ({ ...s, leftOut: [...(s.leftOut ?? []), id] }))}>
              Leave out
            </button>
          </li>
        ))}
        {out.map((id) => (
          <li key={id} className="quiet">
            <s>{id.replaceAll('/', ', ').replaceAll('-', ' ')}</s>{' '}
            <button className="plain-button tools" disabled={view.readOnly} onClick={() => void change(`again: ${id}`, origin, (s) => ({ ...s, leftOut: (s.leftOut ?? []).filter((o) => o !== id) }))}>
              Put back
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
