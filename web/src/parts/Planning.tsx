// What the search for a plan has come to, where it takes its time; it can be stopped,
// and the best so far is kept.
import { useProgress } from '../api/queries'
import { Waiting } from './States'
import { count, lasts, spoken } from './words'

export function Planning({ id }: { id: string }) {
  const { data } = useProgress(id)
  if (!data?.planning || data.found === 0) return <Waiting what="the run-up" />
  return (
    <div className="waiting" role="status">
      Planning <span className="clock">{lasts(data.seconds)}</span>: {count(data.found, 'plan')}, the best {data.violation === 0 ? 'within every limit' : `${spoken(data.violation)} over limits`}.{' '}
      <button className="btn btn-outline-dark ms-3" onClick={() => void fetch(`/api/services/${encodeURIComponent(id)}/stop`, { method: 'POST' })}>
        Stop and keep the best
      </button>
    </div>
  )
}

