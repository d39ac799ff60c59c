// The states that every screen has: waiting, failed, empty.
import { lazy, Suspense, type ReactNode } from 'react'
import { Refused, Unreachable } from '../api/client'

export const Waiting = ({ what }: { what: string }) => (
  <p className="waiting" role="status">
    Loading {what} …
  </p>
)

/** Bracket is a fault or a caution: do not pass this without looking. */
export function Bracket({ what, children, alert }: { what: ReactNode; children?: ReactNode; alert?: boolean }) {
  return (
    <div className="bracket" role={alert ? 'alert' : undefined}>
      <div className="what">{what}</div>
      {children && <div className="advice">{children}</div>}
    </div>
  )
}

const Gone = lazy(() => import('./Gone').then((m) => ({ default: m.Gone })))

/** Failed says why something cannot be shown; what was deleted can be brought back. */
export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  const words = error instanceof Refused || error instanceof Unreachable ? error.message : 'Could not load this.'
  const missing = error instanceof Refused && error.problem.missing
  if (missing)
    return (
      <Suspense>
        <Gone missing={missing} otherwise={words} />
      </Suspense>
    )
  return (
    <Bracket what={words} alert>
      {again && (
        <button className="plain-button" onClick={again}>
          Try again
        </button>
      )}
    </Bracket>
  )
}

export const Empty = ({ title, children }: { title: string; children: ReactNode }) => (
  <div className="empty">
    <p className="h1">{title}</p>
    <p className="quiet">{children}</p>
  </div>
)
