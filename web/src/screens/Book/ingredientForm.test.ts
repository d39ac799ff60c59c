import { expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { toIngredient, toWords, type Words } from './ingredientForm'

const cream: Schemas['Ingredient'] = {
  id: 'cream', name: 'double cream', also: ['heavy cream'], allergens: ['milk'], animal: 'milk', density: 1.01, piece: undefined, loss: 0.125, season: [4, 5], delivery: 'cold',
  packs: [{ supplier: 'farm', size: { quantity: 1, unit: 'l' }, price: 525, name: 'bottle' }], house: undefined,
  substitutes: [{ ingredient: 'oat-cream', factor: 1.2, note: 'thinner' }, { ingredient: 'soy-cream', factor: undefined, note: undefined }], alcohol: undefined,
}

vi.stubGlobal('fetch', (request: Request) => {
  const text = new URL(request.url).searchParams.get('text')
  return Promise.resolve(new Response(JSON.stringify({ amount: { quantity: Number(text!.split(' ')[0]), unit: text!.split(' ')[1] }, text }), { headers: { 'Content-Type': 'application/json' } }))
})

it('loses nothing of an ingredient on the way to the form and back', async () => {
  expect(await toIngredient(toWords(cream), cream)).toEqual(cream)
})

it('keeps what was never told apart from what was told to be nothing', async () => {
  const salt: Schemas['Ingredient'] = { id: 'salt', name: 'salt' }
  expect((await toIngredient(toWords(salt), salt)).allergens).toBeUndefined()
  expect((await toIngredient({ ...toWords(salt), told: true }, salt)).allergens).toEqual([])
  expect((await toIngredient({ ...toWords(cream), told: false }, cream)).allergens).toBeUndefined()
})

it.each<[Partial<Words>, string]>([
  [{ density: 'thick' }, 'density'],
  [{ loss: 'some' }, 'loss'],
  [{ season: 'spring' }, 'season'],
  [{ packs: [{ size: '1 kg' }] }, 'packs.0.supplier'],
  [{ packs: [{ supplier: 'boat', size: ' ' }] }, 'packs.0.size'],
  [{ substitutes: [{ ingredient: 'x', factor: 'less' }] }, 'substitutes'],
])('names the field that is not understood: %j', async (change, field) => {
  try {
    await toIngredient({ ...toWords(cream), ...change }, cream)
    expect.unreachable()
  } catch (error) {
    expect(error).toMatchObject({ field })
  }
})

it('reads figures with a comma', async () => {
  expect(await toIngredient({ ...toWords(cream), density: '1,03', loss: '2,5' }, cream)).toMatchObject({ density: 1.03, loss: 0.025 })
})

it('takes a price as it is written', async () => {
  const [pack] = (await toIngredient({ ...toWords(cream), packs: [{ supplier: 'farm', size: '500 ml', price: '2,45' }] }, cream)).packs!
  expect(pack).toEqual({ supplier: 'farm', size: { quantity: 500, unit: 'ml' }, price: 245, name: undefined })
})
