import { expect, it } from 'vitest'
import { Refused, Unreachable } from './client'
import { ofChange, lost } from './queries'

const reads = (kind: string, id: string, ...key: unknown[]) => ofChange(kind, id)({ queryKey: key })

it('reads again what a change changes, and nothing else', () => {
  expect(reads('service', 'supper', 'run-up', 'supper')).toBe(true)
  expect(reads('service', 'supper', 'run-up', 'lunch')).toBe(false)
  expect(reads('service', 'supper', 'services')).toBe(true)
  expect(reads('service', 'supper', 'book', {})).toBe(false)
  expect(reads('component', 'hake', 'run-up', 'supper')).toBe(true)
  expect(reads('component', 'hake', 'heats')).toBe(false)
  expect(reads('plan', 'supper', 'mise', 'supper')).toBe(true)
  expect(reads('plan', 'supper', 'dish', 'hake')).toBe(false)
  expect(reads('pass', 'hake', 'photo', 'hake')).toBe(true)
  expect(reads('pass', 'hake', 'checks', 'quince')).toBe(false)
  expect(reads('kitchen', 'quay', 'heats')).toBe(true)
})

it('reads everything again of what it does not know, but not who one is', () => {
  expect(reads('something new', 'x', 'run-up', 'supper')).toBe(true)
  expect(reads('something new', 'x', 'session')).toBe(false)
})

it('keeps what was read while the connection is gone, and not what was deleted', () => {
  const q = (data: unknown, error: Error) => ({ isError: true, data, error }) as never
  const refused = (status: number) => new Refused({ title: '', status, detail: '' })
  expect(lost(q(undefined, new Unreachable()))).toBe(true)
  expect(lost(q({}, new Unreachable()))).toBe(false)
  expect(lost(q({}, refused(503)))).toBe(false)
  expect(lost(q({}, refused(404)))).toBe(true)
})
