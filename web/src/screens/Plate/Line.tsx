// One act of building in the list: what, how much, where, with what, and when in
// the course of the building.
import { memo } from 'react'
import type { Schemas } from '../../api/client'
import { standing } from '../../parts/plate/standing'

type Placing = Schemas['Placing']

type Props = { placing: Placing; number: number; name: string; place: string; much: string; holds: string; build: number; before: number; picked: boolean; pick: (id: string) => void }

export const Line = memo(function Line({ placing, number, name, place, much, holds, build, before, picked, pick }: Props) {
  const total = Math.max(build, 1)
  return (
    <button className="placing" aria-current={picked} onClick={() => pick(picked ? '' : placing.id)}>
      <span className="number">{number}</span>
      <span>
        <span className="name">{name}</span>
        <div className="small quiet">{[!placing.note?.includes(placing.form) && placing.form, holds, placing.side, placing.note !== placing.side && placing.note, placing.notEaten && 'not to be eaten', placing.optional && 'optional', placing.atTable && 'at the table', placing.stands && standing(placing.stands)].filter(Boolean).join(', ')}</div>
      </span>
      <span>
        <b>{much === 'amount not set' ? <span className="gap">{much}</span> : much}</b>
        <div className="strip">
          <i style={{ left: `${(100 * before) / total}%`, width: `${(100 * placing.seconds) / total}%` }} />
        </div>
      </span>
      <span className="small">
        {place}
        <div className="quiet">{placing.tool}</div>
      </span>
      <span className="mono text-end">{placing.seconds} s</span>
    </button>
  )
})
