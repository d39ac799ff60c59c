import { afterEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { movedTo, read, toForm } from './form'

const full: Schemas['Placing'] = {
  id: 'oil', component: 'oil', amount: { quantity: 3, unit: 'g' }, form: 'dots', hour: 5, distance: 42, part: undefined, from: 'egg', between: undefined, in: undefined,
  turn: 30, length: 8, width: 8, height: 2, count: 3, repeat: 5, arc: 150, on: 'egg', leans: 'broth', former: 'ring', lift: 'egg', warmth: 'cold', side: 'cut side up',
  texture: 'wet', tastes: ['fresh', 'sharp'], colour: '#4f7d4a', life: 270, stands: { least: 270, most: 270, where: 'rack', why: 'thaws' }, tool: 'squeeze bottle', seconds: 5, cue: 'it stands', reason: 'something fresh', note: 'round the egg',
  offPlate: true, moved: 'egg', rim: true, hidden: true, notEaten: true, optional: true, atTable: true,
}

afterEach(() => vi.unstubAllGlobals())

// the server reads lengths of time: 4:30
const answers = (body: unknown, status = 200) => vi.stubGlobal('fetch', vi.fn(() => Promise.resolve(new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }))))

it('reads what it wrote: no field of a placing is lost', async () => {
  answers({ quick: 270, usual: 270, slow: 270, text: '4:30' })
  expect(await read('egg', toForm(full), full)).toEqual(full)
})

it('takes fields off that are emptied', async () => {
  const bare = await read('egg', { ...toForm(full), turn: '', tastes: ' , ', life: '', stands: '', on: '', leans: '', former: ' ', cue: '', offPlate: '', hidden: '' }, full)
  for (const field of ['turn', 'tastes', 'life', 'on', 'leans', 'former', 'cue', 'offPlate', 'moved', 'hidden'] as const) expect(bare[field], field).toBeUndefined()
})

it('names what is not a number', async () => {
  await expect(read('egg', { ...toForm(full), life: '', stands: '', width: 'wide' }, full)).rejects.toThrow('width: “wide” is not a number')
  await expect(read('egg', { ...toForm(full), life: '', stands: '', length: '' }, full)).rejects.toThrow('length: “” is not a number')
  expect((await read('egg', { ...toForm(full), life: '', stands: '', turn: '−12,5' }, full)).turn).toBe(-12.5)
})

it('asks what a typed place means, and says why where it is none', async () => {
  answers({ hour: 2, distance: 40 })
  const placed = await read('egg', { ...toForm(full), life: '', stands: '', place: '2 o’clock, 40 mm', at: '' }, full)
  expect([placed.hour, placed.distance, placed.from]).toEqual([2, 40, undefined])
  answers({ status: 422, title: 'no', errors: [{ message: '“there” is no place here' }] }, 422)
  await expect(read('egg', { ...toForm(full), life: '', stands: '', place: 'there', at: '' }, full)).rejects.toThrow('is no place here')
})

it('moves from where it was measured, and out of a gap onto the plate', () => {
  expect(JSON.parse(movedTo(toForm(full), { hour: 3, distance: 20 }).at)).toEqual({ hour: 3, distance: 20, from: 'egg' })
  const between = { ...full, between: true, in: 'boat', part: 0.5 }
  expect(JSON.parse(movedTo(toForm(between), { hour: 3, distance: 20 }).at)).toEqual({ hour: 3, distance: 20, in: 'boat' })
})
