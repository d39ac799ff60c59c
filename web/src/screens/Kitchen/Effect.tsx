// What a change of the kitchen would do to the next service that is cooked in it.
import { useMutation } from '@tanstack/react-query'
import { Button } from 'react-bootstrap'
import { Link } from 'wouter'
import { api, ask, type Schemas } from '../../api/client'
import { useRunUp, useServices } from '../../api/queries'
import { Searched } from '../../parts/Searched'
import { Bracket, Failed } from '../../parts/States'
import { day, lasts, spoken } from '../../parts/words'

type Kitchen = Schemas['Kitchen']
type Summary = Schemas['Summary']

export function Effect({ kitchen, changed, read }: { kitchen: string; changed: boolean; read: () => Promise<Kitchen | undefined> }) {
  const services = useServices()
  const next = services.data?.pages.flatMap((p) => p.services).find((s) => s.kitchen === kitchen && !s.past)
  const effect = useMutation({ mutationFn: (k: Kitchen) => ask(api.POST('/api/services/{id}/what-if', { params: { path: { id: next!.id } }, body: { kitchen: k } })) })
  if (!next) return <p className="quiet">No service planned here.</p>
  const look = async () => {
    const k = await read()
    if (k) effect.mutate(k)
  }
  return (
    <section className="effect-of" aria-label={`Effect on ${next.name}, ${day(next.day)}`}>
      <div>
        Next:{' '}
        <b>
          {next.name}, {day(next.day)}
        </b>
        . <Link to={`/run-up/${next.id}`}>Open run-up</Link>
      </div>
      <Button type="button" variant="outline-dark" disabled={effect.isPending} onClick={() => void look()}>
        {effect.isPending ? 'Planning …' : changed ? 'Try this change' : 'Check the plan'}
      </Button>
      <Fullest service={next.id} />
      {effect.isError && <Failed error={effect.error} again={() => void look()} />}
      {effect.data && <Beside now={effect.data.now} then={effect.data.then} />}
      <Searched seconds={effect.data?.searched} />
    </section>
  )
}

// Fullest shows how much of what there is the next service takes where it takes most.
function Fullest({ service }: { service: string }) {
  const runUp = useRunUp(service)
  if (!runUp.data) return null
  return (
    <div className="fullest" role="img" aria-label="Peak load">
      {runUp.data.runUp.loads.map((l) => {
        const peak = Math.max(0, ...l.steps.map((s) => s.taken))
        const have = Math.max(1, ...l.steps.map((s) => s.have))
        return (
          <div key={l.kind}>
            <span>{l.kind}</span>
            <span className="clock">
              {peak} of {have}
            </span>
            <i>
              <i style={{ width: `${Math.min(100, (peak / have) * 100)}%` }} data-full={peak >= have} />
            </i>
          </div>
        )
      })}
    </div>
  )
}

// Beside sets two plans side by side; what differs is bold.
function Beside({ now, then }: { now: Summary; then: Summary }) {
  const late = (s: Summary) => (!s.planned ? 'no plan' : s.late > 30 ? `${spoken(s.late)} late` : 'on time')
  const starts = (s: Summary) => `${day(s.begins.slice(0, 10), true)} ${s.begins.slice(11, 16)}`
  const rows: [string, string, string][] = [
    ['latest course', late(now), late(then)],
    ['starts', starts(now), starts(then)],
    ['all cooks busy', lasts(now.tight), lasts(then.tight)],
    ['longest shift', spoken(now.longest - (now.longest % 60)), spoken(then.longest - (then.longest % 60))],
    ['hands-on work', spoken(now.work), spoken(then.work)],
    ['cooks working', String(now.cooks), String(then.cooks)],
    ['plates on time (± 2 min)', `${Math.round(now.share * 100)} %`, `${Math.round(then.share * 100)} %`],
  ]
  const fresh = [...then.stops, ...then.clashes].filter((c) => !now.clashes.includes(c) && !now.stops.includes(c))
  const gone = now.clashes.filter((c) => !then.clashes.includes(c))
  return (
    <>
      <table className="fire">
        <thead>
          <tr>
            <td />
            <th>now</th>
            <th>with the change</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, a, b]) => (
            <tr key={what}>
              <td>{what}</td>
              <td>{a}</td>
              <td>{a === b ? b : <b>{b}</b>}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {fresh.slice(0, 4).map((c) => (
        <Bracket key={c} what={c} />
      ))}
      {fresh.length > 4 && <p>{fresh.length - 4} more new ones</p>}
      {gone.length > 0 && <p className="quiet">{gone.length} solved: {gone[0]}</p>}
    </>
  )
}
