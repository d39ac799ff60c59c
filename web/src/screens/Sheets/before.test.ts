import { expect, it } from 'vitest'
import { before } from './before'

it.each([
  [1734, '−29'],
  [759, '−13'],
  [182, '−3'],
  [99, '−1½'],
  [60, '−1'],
  [34, '−½'],
  [12, '−12 s'],
  [0, '−0 s'],
])('says %i s before the plate as %s', (seconds, said) => expect(before(seconds)).toBe(said))
