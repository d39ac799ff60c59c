import { expect, it } from 'vitest'
import { fixedAt } from './keeping'
import type { Bar } from './types'

const bar = { id: 'dish/food/whisk', start: '2026-11-28T16:05:30+01:00', from: 1000 } as Bar

it.each([
  [1000, { daysBefore: 0, clock: '16:05:30' }],
  [970, { daysBefore: 0, clock: '16:05' }],
  [1000 - 86_400, { daysBefore: 1, clock: '16:05:30' }],
  [1000 + 9 * 3600, { daysBefore: -1, clock: '01:05:30' }],
])('keeps a step at the hour on the wall: %i', (at, want) => {
  expect(fixedAt('2026-11-28', bar, at, 'commis')).toEqual({ id: 'dish/food/whisk', cook: 'commis', ...want })
})
