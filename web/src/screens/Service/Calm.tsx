// How much room the plan leaves where a delay would hurt, and what it leaves out of
// what nobody writes down.
import { useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { Failed } from '../../parts/States'
import { lasts } from '../../parts/words'
import type { Change } from './Tables'
import type { Plan, View } from './shared'

type Calm = NonNullable<Schemas['Service']['calm']>

const calms: [Calm, string, string][] = [
  ['fresh', 'As fresh as it can be', 'usual times, everything at its last moment'],
  ['', 'Some calm', 'room for half of what a slow step takes longer; what keeps is made three quarters of an hour before the first course'],
  ['calm', 'Calm', 'the same, the calmest of several plans; what keeps is made an hour and a half before'],
]

export function CalmChoice({ view, change }: { view: View; change: Change }) {
  const { service } = view
  const [asked, setAsked] = useState(false)
  const origin = { service, version: view.version }
  return (
    <section aria-label="Calm">
      <h2>Calm or fresh</h2>
      {calms.map(([key, name, what]) => (
        <label key={key} className="calm">
          <input type="radio" name="calm" checked={(service.calm ?? '') === key} disabled={view.readOnly} onChange={() => void change(name, origin, (s) => ({ ...s, calm: key || undefined }))} />
          <b>{name}</b>
          <span className="quiet">{what}</span>
          {asked && <Effect view={view} calm={key} />}
        </label>
      ))}
      <label className="labelled mt-2">
        plates built side by side
        <select className="form-select form-select-sm w-auto" disabled={view.readOnly} value={service.atOnce ?? 0} onChange={(e) => void change(`${e.target.selectedOptions[0].text}`, origin, (s) => ({ ...s, atOnce: Number(e.target.value) || undefined }))}>
          <option value={0}>as many as the pass holds ({view.kitchen.passWidth})</option>
          <option value={1}>singly, one after the other</option>
          {[2, 3, 4, 6, 8].filter((n) => n < view.kitchen.passWidth).map((n) => (
            <option key={n} value={n}>
              {n}
            </option>
          ))}
        </select>
      </label>
      {!asked && (
        <button className="plain-button tools" onClick={() => setAsked(true)}>
          what does each do?
        </button>
      )}
    </section>
  )
}

// Effect plans the service with a setting and tells how many plates would be on time.
function Effect({ view, calm }: { view: View; calm: Calm }) {
  const { service, version } = view
  const effect = useQuery({
    queryKey: ['calm', service.id, version, calm],
    queryFn: () => ask(api.POST('/api/services/{id}/what-if', { params: { path: { id: service.id } }, body: { service: { ...service, calm: calm || undefined } } })),
  })
  if (effect.isError) return <Failed error={effect.error} again={() => void effect.refetch()} />
  if (!effect.data) return <span className="effect quiet">drawing evenings…</span>
  const { then } = effect.data
  return (
    <span className="effect">
      <i style={{ width: `${Math.round(then.share * 100)}%` }} />
      <b>{Math.round(then.share * 100)} %</b> of plates within 2 min of their time if every step takes as long as chance has it; begins {then.begins.slice(0, 16).replace('T', ' ')}, all hands taken for <span className="clock">{lasts(then.tight)}</span>
    </span>
  )
}

export function LeadIns({ view, plan, change }: { view: View; plan: Plan; change: Change }) {
  const { service } = view
  const origin = { service, version: view.version }
  const out = service.leftOut ?? []
  const there = [...new Map(plan.bars.filter((b) => b.leadIn).map((b) => [b.leadIn!, b.name]))]
  if (there.length + out.length === 0) return null
  return (
    <section aria-label="Put in by itself">
      <h2>Put in by itself</h2>
      <ul className="lead-ins">
        {there.map(([id, name]) => (
          <li key={id}>
            {name}{' '}
            <button className="plain-button tools" disabled={view.readOnly} aria-label={`leave it out: ${name}`} onClick={() => void change(`without: ${name}`, origin, (s) => ({ ...s, leftOut: [...(s.leftOut ?? []), id] }))}>
              leave it out
            </button>
          </li>
        ))}
        {out.map((id) => (
          <li key={id} className="quiet">
            <s>{id.replaceAll('/', ', ')}</s>{' '}
            <button className="plain-button tools" disabled={view.readOnly} onClick={() => void change(`again: ${id}`, origin, (s) => ({ ...s, leftOut: (s.leftOut ?? []).filter((o) => o !== id) }))}>
              put it in again
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
