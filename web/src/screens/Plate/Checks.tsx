// What was sent and what was sent back, and why: a bar for each reason.
import { memo } from 'react'
import { useChecks } from '../../api/queries'

export const Checks = memo(function Checks({ dish }: { dish: string }) {
  const checks = useChecks(dish)
  const v = checks.data
  if (!v || v.sent + v.back === 0) return null
  return (
    <section aria-label="At the pass" className="mt-3">
      <h2>at the pass</h2>
      <p className="m-0">
        <b>{v.sent}</b> sent, <b>{v.back}</b> sent back
      </p>
      {v.reasons.map((r) => (
        <div key={r.reason} className="reason-bar">
          <span>{r.reason}</span>
          <i style={{ width: `${(100 * r.times) / v.reasons[0].times}%` }} />
          <b>{r.times}</b>
        </div>
      ))}
    </section>
  )
})
