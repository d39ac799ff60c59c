import { cleanup, render } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { HoldMark } from './HoldMark'
import type { Plan } from './types'

const plan = { bars: [{ id: 'sear', to: 100 }, { id: 'roast', from: 200, wave: 1 }] } as unknown as Plan
const axis = { x: (s: number) => s, folds: [], left: 0, right: 1000 }
const hold = { from: 0, to: 1, text: 'rest up to 1 min', gap: 100, why: '' }

afterEach(cleanup)

const drawn = (part: object) => {
  const { container } = render(
    <svg>
      <HoldMark plan={plan} hold={{ ...hold, ...part }} text={{ text: '', x: 0 }} y={50} axis={axis} picked="" pick={() => undefined} />
    </svg>,
  )
  return { over: container.querySelector('.over-limit')?.getAttribute('d'), bracket: container.querySelector('path:last-of-type')?.getAttribute('d') }
}

it('ends a wait that is kept by a bracket at the next step', () => {
  expect(drawn({ limit: 260 })).toEqual({ over: undefined, bracket: 'M194 41h4v18h-4' })
})

it('puts the bracket of one that is over at its limit, and draws what is over as long as it is', () => {
  expect(drawn({ limit: 160, over: 40 })).toEqual({ over: 'M160 50H200', bracket: 'M154 41h4v18h-4' })
  expect(drawn({ limit: 110, over: 90 }).over).toBe('M110 50H200')
})
