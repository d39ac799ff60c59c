import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { differs } from './differs'

const p = (id: string, component = id, more: object = {}) => ({ id, component, ...more }) as Schemas['Placing']
const told = { alone: 'alone', swapped: 'swapped' }

it('marks only what was moved, not what it moved past', () => {
  const last = ['swede', 'leaf', 'hake', 'broth'].map((id) => p(id))
  const first = ['broth', 'swede', 'leaf', 'hake'].map((id) => p(id))
  expect(differs(last, first, told)).toEqual(['', '', '', 'no. 1 there'])
  expect(differs(first, last, told)).toEqual(['no. 4 there', '', '', ''])
})

it('tells what is alone, swapped, and built differently', () => {
  expect(differs([p('a'), p('b'), p('c', 'c', { note: 'so' }), p('d')], [p('b', 'x'), p('c', 'c', { seconds: 9 }), p('d', 'd', { note: 'else' })], told)).toEqual(['alone', 'swapped', 'built differently', ''])
  expect(differs([], [p('a')], told)).toEqual([])
})
