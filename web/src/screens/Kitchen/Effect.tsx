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
  const next = services.data?.services.find((s) => s.kitchen === kitchen && !s.past)
  const effect = useMutation({ mutationFn: (k: Kitchen) => ask(api.POST('/api/services/{id}/what-if', { params: { path: { id: next!.id } }, body: { kitchen: k } })) })
  if (!next) return <p className="quiet">No service to come is cooked here.</p>
  const look = async () => {
    const k = await read()
    if (k) effect.mutate(k)
  }
  return (
    <section className="effect-of" aria-label={`What it would do to ${next.name}, ${day(next.day)}`}>
      <div>
        <b>
          {next.name}, {day(next.day)}
        </b>{' '}
        is the next one here. <Link to={`/run-up/${next.id}`}>Its run-up</Link>
      </div>
      <Button type="button" variant="outline-dark" disabled={effect.isPending} onClick={() => void look()}>
        {effect.isPending ? 'Planning it …' : changed ? 'What would this do to it?' : 'How does it stand?'}
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
    <div className="fullest" role="img" aria-label="At its fullest">
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
  const rows: [string, string, string][] = [
    ['the latest course', late(now), late(then)],
    ['begins', now.begins.slice(0, 16).replace('T', ' '), then.begins.slice(0, 16).replace('T', ' ')],
    ['all hands taken for', lasts(now.tight), lasts(then.tight)],
    ['the longest day', spoken(now.longest - (now.longest % 60)), spoken(then.longest - (then.longest % 60))],
    ['work of hands', spoken(now.work), spoken(then.work)],
    ['cooks who have work', String(now.cooks), String(then.cooks)],
    ['plates within 2 min, if steps take as chance has it', `${Math.round(now.share * 100)} %`, `${Math.round(then.share * 100)} %`],
  ]
  const fresh = [...then.stops, ...then.clashes].filter((c) => !now.clashes.includes(c) && !now.stops.includes(c))
  const gone = now.clashes.filter((c) => !then.clashes.includes(c))
  return (
    <>
      <table className="fire">
        <thead>
          <tr>
            <td />
            <th>as it is</th>
            <th>as it would be</th>
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
      {fresh.length > 4 && <p>and {fresh.length - 4} more that are not so now</p>}
      {gone.length > 0 && <p className="quiet">{gone.length} that would be gone: {gone[0]}</p>}
    </>
  )
}
