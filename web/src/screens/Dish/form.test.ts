import { afterEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { FieldError } from '../../parts/reading'
import { toForm, toStep, type Step } from './form'

const step: Step = {
  id: 'sear', name: 'sear', time: { quick: 120, usual: 135, slow: 150, per: 'once' },
  hands: { work: 'slices', slices: [{ at: 0, for: 45 }, { at: -30, for: 30, what: 'turn it' }] },
  equipment: [{ kind: 'oven', setting: 200, holds: 4 }], after: ['hake/fillet'],
  then: { least: 120, best: 180, most: 240, place: { kind: 'rack' }, reason: 'rest', does: { what: 'loses', percent: 0.5, to: 240, rescue: 'a spoon of stock', reheat: 'a minute in the oven' }, moved: { least: 60, most: 240, soft: true, place: { kind: 'warmer' }, reason: 'keep warm' } }, eachWave: true, notBefore: { daysBefore: 2, clock: '10:00', reason: 'it dries' }, by: { daysBefore: 1, clock: '16:15', reason: 'the van leaves', strict: true },
  cues: [{ sense: 'see', right: 'pale rim', notYet: 'glassy', more: 60, tooFar: 'dry', then: 'sauce it' }], troubles: [{ what: 'sticks', rescue: 'more heat' }], unbroken: true, optional: true, ceiling: 65, short: 'the rest finishes it', pan: { of: 'crown/sear', clean: true }, said: 'sear 2 to 2½ min', left: 0.5, ours: ['hands'], cautions: [{ text: 'hot fat' }],
}

// The server’s part is played by a reader of the texts that the form itself writes.
const spans: Record<string, [number, number, number]> = {
  '2 min – 2:30': [120, 135, 150], '1 min': [60, 60, 60], '0:45': [45, 45, 45], '0:30': [30, 30, 30], '2 min': [120, 120, 120], '3 min': [180, 180, 180], '4 min': [240, 240, 240],
}
const amounts: Record<string, Schemas['Amount']> = { '50 %': { quantity: 50, unit: 'percent' }, '¼': { quantity: 0.25, unit: 'piece' }, '2': { quantity: 2, unit: 'piece' }, '150 %': { quantity: 150, unit: 'percent' }, '200 ml': { quantity: 200, unit: 'ml' } }
function play() {
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url)
    const text = url.searchParams.get('text')!
    if (url.pathname.endsWith('/heat') && text === 'gas 4') return new Response(JSON.stringify({ celsius: 180 }), { headers: { 'Content-Type': 'application/json' } })
    if (url.pathname.endsWith('/amount')) return new Response(JSON.stringify({ amount: amounts[text], text }), { headers: { 'Content-Type': 'application/json' } })
    const s = spans[text]
    const body = s ? { quick: s[0], usual: s[1], slow: s[2], text } : { status: 422, detail: 'no', errors: [{ message: `“${text}” is no time` }] }
    return new Response(JSON.stringify(body), { status: s ? 200 : 422, headers: { 'Content-Type': 'application/json' } })
  })
}
afterEach(() => vi.unstubAllGlobals())

it('loses nothing of a step on the way to the form and back', async () => {
  play()
  expect(await toStep(toForm(step), step)).toEqual(step)
})

it('reads how far a step is boiled down: a share, or an amount', async () => {
  play()
  const left = async (text: string) => {
    const { left, until } = await toStep({ ...toForm(step), left: text }, step)
    return { left, until }
  }
  expect(await left('¼')).toEqual({ left: 0.25 })
  expect(await left('200 ml')).toEqual({ until: { quantity: 200, unit: 'ml' } })
  expect(await left('')).toEqual({})
  await expect(left('2')).rejects.toMatchObject({ field: 'left' })
  await expect(left('150 %')).rejects.toMatchObject({ field: 'left' })
  expect(toForm({ ...step, left: undefined, until: { quantity: 200, unit: 'ml' } }).left).toBe('200 ml')
})

it('takes an oven as it is marked', async () => {
  play()
  const read = await toStep({ ...toForm(step), equipment: [{ kind: 'oven', setting: 'gas 4', holds: '', cold: false, flame: '' }] }, step)
  expect(read.equipment).toEqual([{ kind: 'oven', setting: 180 }])
})

it('keeps a table by size, and takes off the mark of what a cook decides', async () => {
  play()
  const table: Step = { ...step, ours: ['time', 'cue'], time: { quick: 120, usual: 240, slow: 240, per: 'table', table: { by: 'weight', unit: 'g', at: 125, rows: [{ size: 100, seconds: 120 }, { size: 150, seconds: 240 }] } } }
  expect(await toStep(toForm(table), table)).toEqual(table)
  const decided = await toStep({ ...toForm(table), per: 'once', time: '4 min' }, table)
  expect(decided.ours).toEqual(['cue'])
})

it('names the field that is not understood', async () => {
  play()
  const form = { ...toForm(step), most: 'a while' }
  await expect(toStep(form, step)).rejects.toMatchObject({ field: 'most', message: '“a while” is no time' })
  await expect(toStep({ ...toForm(step), name: ' ' }, step)).rejects.toBeInstanceOf(FieldError)
  await expect(toStep({ ...toForm(step), equipment: [{ kind: 'oven', setting: 'hot', holds: '', cold: false, flame: '' }] }, step)).rejects.toMatchObject({ field: 'equipment.0.setting' })
})

it('makes a gap of an empty time, and takes away what was emptied', async () => {
  play()
  const bare = await toStep({ ...toForm(step), time: '', least: '', most: '', place: '', reason: '', by: '', notBefore: '', best: '', does: { what: '', percent: '', to: '', rescue: '', reheat: '' }, moved: { to: '', place: '', least: '', most: '', soft: false }, cues: [], troubles: [], unbroken: false, optional: false, ceiling: '', short: '', pan: '', clean: false, cautions: [], eachWave: false, work: 'none', after: [] }, step)
  expect(bare).toEqual({ id: 'sear', name: 'sear', hands: { work: 'none' }, equipment: step.equipment, then: {}, said: step.said, left: 0.5 })
})

it('keeps a roast in its own oven, turned down, and a cold start', async () => {
  play()
  const roast: Step = { ...step, equipment: [{ kind: 'oven', setting: 180, cold: true }], then: { least: 120, place: { kind: 'oven', setting: 70 }, own: true } }
  expect(toForm(roast)).toMatchObject({ own: '70', place: '' })
  expect(await toStep(toForm(roast), roast)).toEqual(roast)
  const out = await toStep({ ...toForm(roast), own: '' }, roast)
  expect(out.then).toEqual({ least: 120 })
  await expect(toStep({ ...toForm(roast), equipment: [] }, roast)).rejects.toMatchObject({ field: 'own' })
})
