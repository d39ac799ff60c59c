import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { axisOf, labelsOf, marksOf } from './strip'

const task = (more: Partial<Schemas['Task']>) => ({ id: 'x', ...more }) as Schemas['Task']
const hour = (h: number) => `2026-03-14T${String(h).padStart(2, '0')}:00:00+01:00`

it('spans the work and the service', () => {
  const axis = axisOf([task({ start: hour(10) }), task({})], hour(20))
  expect(axis.from).toBe(new Date(hour(10)).getTime())
  expect(axis.to).toBeGreaterThan(new Date(hour(20)).getTime())
  expect(axisOf([], hour(20)).from).toBe(new Date(hour(19)).getTime())
})

it('marks where it begins, midnights and the first course', () => {
  const first = '2026-03-13T15:00:00+01:00'
  const axis = axisOf([task({ start: first })], hour(20))
  expect(labelsOf(axis, first, hour(20)).map((l) => l.text)).toEqual(['Fri 15:00', 'Sat', '20:00'])
  expect(labelsOf({ from: 0, to: 1 }, hour(10), hour(20)).map((l) => l.text)).toEqual(['Sat 10:00', '20:00'])
})

it('places work, how long it keeps, and when it is wanted', () => {
  const axis = { from: new Date(hour(10)).getTime(), to: new Date(hour(20)).getTime() }
  expect(marksOf(task({ start: hour(10), end: hour(11), keeps: hour(15), by: hour(14) }), axis)).toEqual({ work: [0, 10], keeps: 50, ends: true, by: 40 })
  const long = marksOf(task({ start: hour(10), end: hour(10), keeps: hour(23) }), axis)!
  expect(long.work[1]).toBeGreaterThan(long.work[0])
  expect(long.ends).toBe(false)
  expect(long.keeps).toBe(100)
  expect(marksOf(task({}), axis)).toBeUndefined()
})
