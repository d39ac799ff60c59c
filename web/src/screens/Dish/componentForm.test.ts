import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { toComponent, toComponentForm } from './componentForm'

const component: Schemas['Component'] = {
  id: 'gravy', name: 'Gravy', yield: { quantity: 200, unit: 'ml' }, between: { least: { quantity: 180, unit: 'ml' }, most: { quantity: 240, unit: 'ml' } }, chosen: 'quick', section: 'sauce', container: 'jug', density: 1.02, spare: 20, pars: [{ days: [5, 6], covers: 30, amount: { quantity: 600, unit: 'g' } }, { amount: { quantity: 20, unit: 'g' } }], batching: { least: { quantity: 50, unit: 'ml' }, whole: true },
  ingredients: [{ id: 'bones', name: 'bones', component: 'crown', byProduct: 'bones', amount: { quantity: 600, unit: 'g' } }, { id: 'salt', name: 'salt', ingredient: 'salt', note: 'to taste', scale: 'seasoning', amount: { quantity: 1, unit: 'pinch' }, between: { least: { quantity: 1, unit: 'pinch' }, most: { quantity: 2, unit: 'pinch' } } }, { id: 'agar', name: 'agar', amount: { quantity: 20, unit: 'g' }, per: { to: 'bones', each: { quantity: 600, unit: 'g' } } }, { id: 'acid', name: 'acid', amount: { quantity: 20, unit: 'g' }, per: {} }],
  methods: [
    { id: 'method', name: 'our way', steps: [{ id: 'reduce', name: 'reduce', hands: { work: 'all' }, equipment: [], then: {} }] },
    { id: 'quick', name: 'quick', reason: 'no time', steps: [], bought: { order: 86400, allergens: ['celery'] }, chains: [{ from: { step: 'reduce', at: 180, end: true }, to: { step: 'plate' }, least: 86400, best: 129600, most: 172800, soft: true, reason: 'cured' }], orders: [{ first: 'reduce', then: 'strain', reason: 'it clouds' }] },
  ],
  keeps: [{ place: 'chilled', for: 172800, then: 'thickens' }],
  takeOuts: [{ name: 'thyme', in: 'reduce', out: 'reduce', within: 180, at: -180 }],
  byProducts: [{ id: 'fat', name: 'fat', amount: { quantity: 20, unit: 'g' }, step: 'reduce', density: 0.92 }],
  conditions: [{ id: 'pale', name: 'pale', line: 'bones', effects: [{ step: 'reduce', factor: 1.5 }, { line: 'bones', factor: 1.2 }, { step: 'reduce', factor: 1, more: 180 }, { step: 'reduce', factor: 1, leaveOut: true }, { step: 'reduce', factor: 1, new: { id: 'toast', name: 'toast', hands: { work: 'all' }, equipment: [], then: {} } }] }],
}

// The server’s part: the texts that the form itself writes.
const times: Record<string, number> = { '24 h': 86400, '48 h': 172800, '3 min': 180, '36 h': 129600 }
const amounts: Record<string, Schemas['Amount']> = { '200 ml': { quantity: 200, unit: 'ml' }, '600 g': { quantity: 600, unit: 'g' }, '20 g': { quantity: 20, unit: 'g' }, '50 ml': { quantity: 50, unit: 'ml' } }

beforeEach(() => {
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url)
    if (url.pathname.endsWith('/ids')) {
      const { names, taken } = (await request.json()) as { names: string[]; taken: string[] }
      const ids = names.map((n) => n.trim().toLowerCase().replace(/ /g, '-')).map((id) => (taken.includes(id) ? `${id}-2` : id))
      return new Response(JSON.stringify({ ids }), { headers: { 'Content-Type': 'application/json' } })
    }
    const text = url.searchParams.get('text')!
    const s = times[text]
    const body = url.pathname.endsWith('amount') ? amounts[text] && { amount: amounts[text], text } : s !== undefined && { quick: s, usual: s, slow: s, text }
    return new Response(JSON.stringify(body || { detail: 'no', errors: [{ message: `“${text}” is not understood` }] }), { status: body ? 200 : 422, headers: { 'Content-Type': 'application/json' } })
  })
})
afterEach(() => vi.unstubAllGlobals())

const read = (over: Schemas['Component'], change = {}) => toComponent({ ...toComponentForm(over, { amount: { quantity: 50, unit: 'ml' } }), ...change }, over)

it('loses nothing of a component on the way to the form and back', async () => {
  const { next, portion } = await read(component)
  expect(JSON.parse(JSON.stringify(next))).toEqual(component)
  expect(portion.amount).toEqual({ quantity: 50, unit: 'ml' })
})

it('gives new lines, methods and by-products ids of their own', async () => {
  const form = toComponentForm(component)
  const { next } = await read(component, { lines: [...form.lines, { name: 'salt', amount: '' }], methods: [...form.methods, { name: 'our way' }], byProducts: [...form.byProducts, { name: 'fat' }] })
  expect(next.ingredients.map((l) => l.id)).toEqual(['bones', 'salt', 'agar', 'acid', 'salt-2'])
  expect(next.methods.map((m) => m.id)).toEqual(['method', 'quick', 'our-way'])
  expect(next.byProducts!.map((p) => p.id)).toEqual(['fat', 'fat-2'])
})

it('lets go of what a line was tied to when it is called something else', async () => {
  const form = toComponentForm(component)
  const { next } = await read(component, { lines: [{ ...form.lines[0], name: 'shells' }] })
  expect(next.ingredients).toEqual([{ id: 'bones', name: 'shells', amount: { quantity: 600, unit: 'g' }, note: undefined }])
})

it('does not choose a method that is gone', async () => {
  const { next } = await read(component, { methods: toComponentForm(component).methods.slice(0, 1) })
  expect(next.chosen).toBeUndefined()
})

it.each([
  [{ name: ' ' }, 'name'],
  [{ yield: '' }, 'yield'],
  [{ yield: 'lots' }, 'yield'],
  [{ density: 'thick' }, 'density'],
  [{ rules: [{ line: 'bones', how: 'per', per: 'to the stock' }] }, 'scaling exceptions.0.per'],
  [{ rules: [{ line: 'bones', how: 'per', per: '200 ml of stock' }] }, 'scaling exceptions.0.per'],
  [{ rules: [{ line: 'salt', how: 'whole' }, { line: 'ghost', how: 'whole' }] }, 'scaling exceptions.1.line'],
  [{ keeps: [{ place: 'chilled', for: 'a while' }] }, 'shelf life.0.for'],
  [{ takeOuts: [{ name: 'twine' }] }, 'take-outs.0.in'],
  [{ conditions: [{ name: 'stale' }] }, 'arrives as.0.what'],
  [{ conditions: [{ name: 'stale', what: 'line:bones', factor: 'more' }] }, 'arrives as.0.factor'],
])('names the field that is not understood: %j', async (change, field) => {
  await expect(read(component, change)).rejects.toMatchObject({ field })
})

it('keeps the changes of a variant, and names what is put in', async () => {
  const variant: Schemas['Component'] = { id: 'v', name: 'V', yield: { quantity: 0, unit: 'g' }, ingredients: [], methods: [], variant: { of: 'gravy', changes: [] } }
  const { next } = await read(variant, { yield: '', changes: [{ do: 'swap', line: 'bones', ingredient: 'oil', factor: '0.8' }, { do: 'leave out', line: 'salt' }] })
  expect(next.variant!.changes).toEqual([{ do: 'swap', line: 'bones', ingredient: 'oil', with: 'oil', factor: 0.8 }, { do: 'leave out', line: 'salt' }])
  await expect(read(variant, { yield: '', changes: [{ do: 'swap', line: 'bones' }] })).rejects.toMatchObject({ field: 'changes.0.ingredient' })
})
