// A setting of the service that weighs one good against another: each choice with what
// it would do to the plan.
import { useQuery } from '@tanstack/react-query'
import { api, ask, type Schemas } from '../../api/client'
import { lost } from '../../api/queries'
import { Searched } from '../../parts/Searched'
import { Failed } from '../../parts/States'
import { day, lasts, spoken } from '../../parts/words'
import type { Change } from './Tables'
import type { View } from '../../parts/service/types'

type Service = Schemas['Service']

export type Option = { key: string; name: string; what: string; set: (s: Service) => Service }

type Props = { label: string; title: string; name: string; view: View; chosen: string; options: Option[]; asked: boolean; change: Change }

export function Weighed({ label, title, name, view, chosen, options, asked, change }: Props) {
  const origin = { service: view.service, version: view.version }
  return (
    <section aria-label={label}>
      <h2>{title}</h2>
      {options.map((o) => (
        <label key={o.key} className="calm">
          <input type="radio" name={name} checked={chosen === o.key} disabled={view.readOnly} onChange={() => void change(o.name, origin, o.set)} />
          <b>{o.name}</b>
          <span className="quiet">{o.what}</span>
          {asked && <Effect view={view} option={o} of={name} />}
        </label>
      ))}
    </section>
  )
}

// Effect plans the service with a choice, and tells how calm and how long the day is.
function Effect({ view, option, of }: { view: View; option: Option; of: string }) {
  const { service, version } = view
  const effect = useQuery({
    queryKey: ['weighed', service.id, version, of, option.key],
    queryFn: () => ask(api.POST('/api/services/{id}/what-if', { params: { path: { id: service.id } }, body: { service: option.set(service) } })),
  })
  if (lost(effect)) return <Failed error={effect.error} again={() => void effect.refetch()} />
  if (!effect.data) return <span className="effect quiet">Trying it out …</span>
  const { then, searched } = effect.data
  if (!then.planned) return <span className="effect">no plan: {then.stops[0]}</span>
  return (
    <span className="effect">
      <i style={{ width: `${Math.round(then.share * 100)}%` }} />
      <b>{Math.round(then.share * 100)} %</b> of plates on time (± 2 min) when steps run long or short; starts {day(then.begins.slice(0, 10), true)} {then.begins.slice(11, 16)}; longest shift {spoken(then.longest - (then.longest % 60))}; all cooks busy <span className="clock">{lasts(then.tight)}</span>
      {then.late > 30 && <b>, {spoken(then.late)} late</b>}
      {then.violation > 0 && <b>, a hard limit is broken by {spoken(then.violation)}</b>}
      {then.stops.length > 0 && <b>, {then.stops[0]}</b>}
      <Searched seconds={searched} />
    </span>
  )
}
