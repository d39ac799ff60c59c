// Where a component can be made in several ways, the plan of the service with each of
// them, side by side.
import { useQuery } from '@tanstack/react-query'
import { Link } from 'wouter'
import { api, ask } from '../../api/client'
import { lost } from '../../api/queries'
import { Empty, Failed, Waiting } from '../../parts/States'
import { spoken } from '../../parts/words'

export function Methods({ service }: { service: string }) {
  const methods = useQuery({ queryKey: ['methods', service], queryFn: () => ask(api.POST('/api/services/{id}/methods', { params: { path: { id: service } } })), staleTime: 600_000 })
  if (methods.isPending) return <Waiting what="a plan with each method" />
  if (lost(methods)) return <Failed error={methods.error} again={() => void methods.refetch()} />
  const list = methods.data.components
  if (list.length === 0) return <Empty title="One method each">Add another on Dish, methods.</Empty>
  return (
    <>
      {list.map((c) => (
        <section key={c.component} aria-label={c.name}>
          <h2>{c.name}</h2>
          <table className="fire">
            <thead>
              <tr>
                <th>method</th>
                <th>hands-on</th>
                <th>equipment</th>
                <th>lead time</th>
                <th>latest course</th>
                <th>all cooks busy</th>
                <th>plates on time</th>
              </tr>
            </thead>
            <tbody>
              {c.methods.map((m) => (
                <tr key={m.id} aria-current={m.id === c.chosen ? 'true' : undefined}>
                  <td>
                    {m.id === c.chosen ? <b>{m.name}</b> : m.name}
                    {m.id === c.chosen && <div className="small quiet">in use</div>}
                  </td>
                  <td>{spoken(m.hands)}</td>
                  <td>{[...new Set(m.equipment)].join(', ') || 'none'}</td>
                  <td>{spoken(m.lead)}</td>
                  <td>{!m.plan.planned ? 'no plan' : m.plan.late > 30 ? `${spoken(m.plan.late)} late` : 'on time'}</td>
                  <td>{spoken(m.plan.tight)}</td>
                  <td>{Math.round(m.plan.share * 100)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="quiet">
        Choose another on <Link to="/book">Dish</Link>, methods.
      </p>
    </>
  )
}
