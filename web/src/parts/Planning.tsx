// What the search for a plan has come to, where it takes its time; it can be stopped,
// and the best so far is kept.
import { useProgress } from '../api/queries'
import { Waiting } from './States'
import { lasts, spoken } from './words'

export function Planning({ id }: { id: string }) {
  const { data } = useProgress(id)
  if (!data?.planning || data.found === 0) return <Waiting what="the run-up" />
  return (
    <div className="waiting" role="status">
      Planning since <span className="clock">{lasts(data.seconds)}</span>: {data.found} plans so far, the best{' '}
      {data.violation === 0 ? 'keeps every limit' : `passes limits by ${spoken(data.violation)}`}.{' '}
      <button className="btn btn-outline-dark ms-3" onClick={() => void fetch(`/api/services/${encodeURIComponent(id)}/stop`, { method: 'POST' })}>
        Stop and keep the best
      </button>
    </div>
  )
}

