import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { toKitchen, toKitchenWords } from './kitchenForm'

const kitchen: Schemas['Kitchen'] = { id: 'k', name: 'Back kitchen', zone: 'CET', passWidth: 4, cooks: [], equipment: [], measures: 'us', currency: 'USD', likes: { customary: true, heat: 'f' }, scales: { fine: 0.5, upTo: 20, coarse: 5 }, sections: [{ id: 'fish', name: 'Fish' }], boxes: [{ name: 'tub', holds: 1000 }] }

it('loses nothing on the way to the form and back', () => {
  expect(toKitchen(toKitchenWords(kitchen), kitchen)).toEqual(kitchen)
})

it('keeps the ids of sections, and gives new ones their own', () => {
  const words = toKitchenWords(kitchen)
  const next = toKitchen({ ...words, sections: [{ id: 'fish', name: 'Fish and shells' }, { name: 'Fish' }, { name: ' ' }] }, kitchen)
  expect(next.sections).toEqual([{ id: 'fish', name: 'Fish and shells' }, { id: 'fish-2', name: 'Fish' }])
})

it.each([
  [{ name: '' }, 'name'],
  [{ currency: 'euros' }, 'currency'],
  [{ fine: 'very' }, 'fine'],
  [{ boxes: [{ name: 'tub', holds: 'a lot' }] }, 'kept in.0.holds'],
])('names the field that is not understood: %j', (change, field) => {
  try {
    toKitchen({ ...toKitchenWords(kitchen), ...change }, kitchen)
    expect.unreachable()
  } catch (error) {
    expect(error).toMatchObject({ field })
  }
})
