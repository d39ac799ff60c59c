// What the search for a plan has come to, where it takes its time; it can be stopped, and
// the best so far is kept. A plan that is kept is bettered while somebody looks.
import { useProgress } from '../api/queries'
import { Waiting } from './States'
import { count, lasts, spoken } from './words'

export function Planning({ id, shown = false }: { id: string; shown?: boolean }) {
  const { data } = useProgress(id)
  if (data?.bettering)
    return (
      <Search id={id} stop="Stop looking">
        Looking for a better plan <span className="clock">{lasts(data.seconds)}</span>
        {data.found > 0 && `: ${count(data.found, 'better one')} so far`}.
      </Search>
    )
  if (shown && !data?.planning) return null
  if (!data?.planning || (data.found === 0 && data.seconds < 2)) return <Waiting what="the run-up" />
  if (data.found === 0)
    return (
      <p className="waiting" role="status">
        Planning <span className="clock">{lasts(data.seconds)}</span>: no plan yet.
      </p>
    )
  return (
    <Search id={id} stop="Stop and keep the best">
      Planning <span className="clock">{lasts(data.seconds)}</span>: {count(data.found, 'plan')}, the best {data.violation === 0 ? 'within every limit' : `${spoken(data.violation)} over limits`}.
    </Search>
  )
}

const Search = ({ id, stop, children }: { id: string; stop: string; children: React.ReactNode }) => (
  <div className="waiting" role="status">
    {children}{' '}
    <button className="btn btn-sm btn-outline-dark ms-3" onClick={() => void fetch(`/api/services/${encodeURIComponent(id)}/stop`, { method: 'POST' })}>
      {stop}
    </button>
  </div>
)
