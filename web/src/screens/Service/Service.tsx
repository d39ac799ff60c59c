// Service: who comes when, and what is not ready for it.
import { lost, useRunUp, useService } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { Holds } from '../../parts/Holds'
import { Planning } from '../../parts/Planning'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { Typed, type Origin } from '../../parts/Typed'
import { Evening } from './Evening'
import { Guests } from './Guests'
import { ServiceHead } from '../../parts/service/Head'
import { hourSaid, hourText } from '../../parts/service/hours'
import { Tables, type Change } from './Tables'
import { LeadIns, Weighing } from './Weighing'
import type { View } from '../../parts/service/types'

export function Service({ id }: { id: string }) {
  const service = useService(id)
  if (service.isPending) return <Waiting what="the service" />
  if (lost(service)) return <Failed error={service.error} again={() => void service.refetch()} />
  return <Sheet view={service.data} />
}

function Sheet({ view }: { view: View }) {
  const { service } = view
  const desk = useDesk()
  const runUp = useRunUp(service.id)
  const change: Change = (what, from: Origin, edit) => desk.hand({ kind: 'service', id: service.id, version: from.version, screen: `service:${service.id}`, what, value: edit(from.service) })
  const planning = runUp.isPending || runUp.data?.planning
  const plan = runUp.data?.planning && runUp.data.runUp.bars.length === 0 ? undefined : runUp.data?.runUp
  return (
    <>
      <ServiceHead view={view} screen={`service:${service.id}`} />
      {runUp.isError && <Failed error={runUp.error} again={() => void runUp.refetch()} />}
      {!view.readOnly && !runUp.isError && <Planning id={service.id} shown={!planning} />}
      <Holds service={service.id} />
      {view.rows.flatMap((r) => r.dishes.flatMap((d) => d.faults.map((f) => <Bracket key={d.dish + f} what={`${d.name}: ${f}`} />)))}
      {plan && <Evening plan={plan} within={service.within || 900} />}
      <Hours view={view} change={change} />
      {view.rows.length === 0 ? <Empty title="Nothing on the menu">Compose it on Menu.</Empty> : <Tables view={view} change={change} />}
      {view.rows.length > 0 && <Guests view={view} change={change} drawn={!runUp.isPending} />}
      <div className="weighing">
        <Weighing view={view} plan={plan} change={change} />
        {plan && <LeadIns view={view} plan={plan} change={change} />}
      </div>
    </>
  )
}

// Hours are those of the courses: fixed, or so many minutes after the one before.
function Hours({ view, change }: { view: View; change: Change }) {
  const desk = useDesk()
  const { service } = view
  const origin = { service, version: view.version }
  return (
    <section className="hours" aria-label="Hours">
      {view.rows.map((row) => {
        const c = service.courses.find((o) => o.course === row.course)
        return (
          <div key={row.course}>
            <Typed
              id={`hour-${row.course}`} label={row.name} value={hourSaid(row.hour, c?.after)} readOnly={view.readOnly} draft={`${service.id}/${row.course}/hour-or-after`} origin={origin}
              save={(text, from) => {
                const said = hourText(text)
                if (said) return change(`${row.name} ${said.after ? `${said.after} min after the course before` : `at ${said.hour}`}`, from, (s) => ({ ...s, courses: s.courses.map((o) => (o.course === row.course ? { ...o, hour: said.hour, after: said.after } : o)) }))
                desk.say(`“${text}” is not a time. Write 20:15, or +20 after the course before.`)
                return Promise.resolve(false)
              }}
            />
            {c?.after && <span className="clock quiet">{row.hour}</span>}
          </div>
        )
      })}
      <span className="quiet">
        20:15, or +20 = 20 min after the course before. Last wave within {Math.round((service.within || 900) / 60)} min of the first.
      </span>
    </section>
  )
}
