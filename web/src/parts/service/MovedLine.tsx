// What a newer plan has moved, told until somebody says that it was seen.
import { count, clock } from '../words'
import { see, type Before, type Moved } from './moved'

/** MovedLine tells how many steps have moved; next, where there is one, goes to the next of them. */
export function MovedLine({ service, moved, next }: { service: string; moved: Moved; next?: () => void }) {
  if (moved.steps.size === 0) return null
  return (
    <p className="moved-line tools" role="status">
      <b>{count(moved.steps.size, 'step')} moved</b> since {moved.since}.{' '}
      {next && (
        <button className="btn btn-sm btn-outline-dark" onClick={next}>
          Show next
        </button>
      )}{' '}
      <button className="btn btn-sm btn-outline-dark" onClick={() => see(service)}>
        Seen
      </button>
    </p>
  )
}

/** WasAt says where a step stood that has moved, and with whom. */
export function WasAt({ moved, id }: { moved: Moved; id: string }) {
  const was = moved.steps.get(id)
  return was ? <div className="was-at">was {wasText(was)}</div> : null
}

/** wasText is where a step stood, and with whom. */
export const wasText = (was: Before) => [clock(was.start), was.who.join(', ')].filter(Boolean).join(' ')
