// What is bought though the same is left over elsewhere: one tap lets the component take that.
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { round } from '../../parts/amounts'
import { useAnswers } from '../../parts/answers'
import { upper } from '../../parts/words'

/** Any dish that is served leads to the book in which the answer is put. */
export const servedOf = (service: Schemas['Service']) => service.courses.flatMap((c) => c.covers)[0]?.dish ?? ''

export function LeftOverBought({ entry, dish }: { entry: Schemas['LeftOver']; dish: string }) {
  const give = useAnswers(dish, 'order')
  const [wrong, setWrong] = useState('')
  return entry.bought.map((b) => (
    <p key={b.gap.component} className="mb-3">
      <b>{upper(entry.name)}:</b> {round(b.amount)} bought for {b.name}, {round(entry.left)} left over from {entry.from}.{' '}
      <Button size="sm" variant="outline-dark" onClick={() => void give(b.gap, { text: 'Yes' }).then(setWrong)}>
        Use what is left over
      </Button>
      {wrong && <span role="alert"> {wrong}</span>}
    </p>
  ))
}
