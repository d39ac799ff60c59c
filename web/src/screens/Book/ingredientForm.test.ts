import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { toIngredient, toWords } from './ingredientForm'

const cream: Schemas['Ingredient'] = {
  id: 'cream', name: 'double cream', also: ['heavy cream'], allergens: ['milk'], animal: 'milk', density: 1.01, piece: undefined, loss: 0.125, season: [4, 5], delivery: 'cold',
  substitutes: [{ ingredient: 'oat-cream', factor: 1.2, note: 'thinner' }, { ingredient: 'soy-cream', factor: undefined, note: undefined }], alcohol: undefined,
}

it('loses nothing of an ingredient on the way to the form and back', () => {
  expect(toIngredient(toWords(cream), cream)).toEqual(cream)
})

it('keeps what was never told apart from what was told to be nothing', () => {
  const salt: Schemas['Ingredient'] = { id: 'salt', name: 'salt' }
  expect(toIngredient(toWords(salt), salt).allergens).toBeUndefined()
  expect(toIngredient({ ...toWords(salt), told: true }, salt).allergens).toEqual([])
  expect(toIngredient({ ...toWords(cream), told: false }, cream).allergens).toBeUndefined()
})

it.each([
  [{ density: 'thick' }, 'density'],
  [{ loss: 'some' }, 'loss'],
  [{ season: 'spring' }, 'season'],
  [{ substitutes: [{ ingredient: 'x', factor: 'less' }] }, 'substitutes'],
])('names the field that is not understood: %j', (change, field) => {
  try {
    toIngredient({ ...toWords(cream), ...change }, cream)
    expect.unreachable()
  } catch (error) {
    expect(error).toMatchObject({ field })
  }
})

it('reads figures with a comma', () => {
  expect(toIngredient({ ...toWords(cream), density: '1,03', loss: '2,5' }, cream)).toMatchObject({ density: 1.03, loss: 0.025 })
})
