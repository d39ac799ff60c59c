import { describe, expect, it } from 'vitest'
import { evenAxis, ticks } from '../../parts/clockAxis'
import { foldedAxis } from './axis'

const segments = [
  { from: 0, to: 3600, label: 'a', room: 1 },
  { from: 86400, to: 86700, label: 'b', room: 3 },
]

describe('the folded axis', () => {
  it('gives segments their shares and what lies between them none', () => {
    const { x, folds } = foldedAxis(segments, 100, 300)
    expect(folds.map((f) => [f.left, f.right])).toEqual([
      [100, 150],
      [150, 300],
    ])
    expect([0, 1800, 3600, 40000, 86400, 86550, 86700, 99999].map(x)).toEqual([100, 125, 150, 150, 150, 225, 300, 300])
  })
  it('gives one that is unfolded all the room', () => {
    const { x, folds } = foldedAxis(segments, 100, 300, 1)
    expect(folds).toHaveLength(1)
    expect([0, 86400, 86550, 86700].map(x)).toEqual([100, 100, 200, 300])
  })
})

describe('the even clock', () => {
  it('is straight, and ends at its ends', () => {
    const x = evenAxis(0, 100, 0, 10)
    expect([-5, 0, 50, 100, 200].map(x)).toEqual([0, 0, 5, 10, 10])
  })
  it('has round hours of the wall', () => {
    expect(ticks('2026-11-25T00:00:00+01:00', 3500, 4300, 4)).toEqual([
      { at: 3600, label: '01:00' },
      { at: 3900, label: '01:05' },
      { at: 4200, label: '01:10' },
    ])
  })
})
