import { expect, it } from 'vitest'
import { nudged, placeOf } from './moving'

it('turns a point into a clock hour and millimetres', () => {
  expect(placeOf(0, -50)).toEqual({ hour: 12, distance: 50 })
  expect(placeOf(50, 0)).toEqual({ hour: 3, distance: 50 })
  expect(placeOf(0, 50)).toEqual({ hour: 6, distance: 50 })
  expect(placeOf(-50, 0)).toEqual({ hour: 9, distance: 50 })
  expect(placeOf(39.84, -23)).toEqual({ hour: 2, distance: 46 })
  expect(placeOf(0.1, 0.1)).toEqual({ hour: 12, distance: 0 })
})

it('moves round the clock, and in and out, by keys', () => {
  const at = { hour: 12, distance: 10 }
  expect(nudged(at, 'ArrowRight', false)).toEqual({ hour: 0.25, distance: 10 })
  expect(nudged({ hour: 0.25, distance: 10 }, 'ArrowLeft', false)).toEqual(at)
  expect(nudged({ hour: 2, distance: 10 }, 'ArrowLeft', true)).toEqual({ hour: 1, distance: 10 })
  expect(nudged(at, 'ArrowUp', false)).toEqual({ hour: 12, distance: 12 })
  expect(nudged(at, 'ArrowDown', true)).toEqual({ hour: 12, distance: 0 })
  expect(nudged(at, 'Enter', false)).toBeUndefined()
})
