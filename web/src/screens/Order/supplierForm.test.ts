import { expect, it } from 'vitest'
import { toSupplier, toSupplierWords } from './supplierForm'

it('goes there and back', () => {
  const s = { id: 'boat', name: 'The boat', delivers: [2, 4], at: '08:00', before: 1, by: '22:00', note: 'leave a slip' }
  expect(toSupplier(toSupplierWords(s), 'boat')).toEqual(s)
})

it('says which field is not understood', () => {
  expect(() => toSupplier(toSupplierWords(), 'x')).toThrow('Name the supplier')
  expect(() => toSupplier({ ...toSupplierWords(), name: 'X' }, 'x')).toThrow('Choose delivery days')
  expect(() => toSupplier({ ...toSupplierWords(), name: 'X', delivers: [1], before: 'two' }, 'x')).toThrow('not a whole number')
})
