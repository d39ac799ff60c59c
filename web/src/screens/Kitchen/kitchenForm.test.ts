import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { toKitchen, toKitchenWords } from './kitchenForm'

const kitchen: Schemas['Kitchen'] = { id: 'k', name: 'Back kitchen', zone: 'CET', passWidth: 4, change: 90, wipe: 0, carry: { people: 3, plates: 3, trip: 90 },
  cooks: [{ id: 'fish', name: 'Fish cook', section: 'fish', shifts: [{ from: '09:00', to: '15:00', days: [2, 3, 4, 5, 6] }, { from: '17:00', to: '01:00', days: [2, 3, 4, 5, 6] }], on: [{ day: '2026-12-24', shifts: [] }], not: ['fryer'], away: [{ day: '2026-11-28', from: '17:00', to: '18:00', why: 'the dentist' }] }],
  equipment: [{ id: 'deck', name: 'Deck oven', kind: 'oven', places: 3, cooks: true, most: 280, heating: { cold: 20, up: 6, down: 8, tolerance: 5 } }, { id: 'blender', name: 'Blender', kind: 'blender', places: 1, wash: 180, carries: ['nuts'] }, { id: 'drawer', name: 'Drawer', kind: 'warm drawer', places: 10, keeps: 'hot', celsius: 65 }],
  limits: ['fda-2022', 'uk-2013'], own: [{ limit: 'fda-out', seconds: 7200 }, { limit: 'fda-reheat', celsius: 75, seconds: 5400 }, { limit: 'fda-freeze', celsius: -22.5 }],
  measures: 'us', currency: 'USD', likes: { customary: true, heat: 'f' }, scales: { fine: 0.5, upTo: 20, coarse: 5 }, spares: { oneIn: 12, least: 2, sauces: 15, others: 10 }, sections: [{ id: 'fish', name: 'Fish', helps: ['pass'] }, { id: 'pass', name: 'Pass', walk: 12 }], boxes: [{ name: 'tub', holds: 1000 }], things: [{ name: 'cloth', have: 24, covers: 0.5 }, { name: 'bowl', have: 40, back: 30 }, { name: 'spoon', have: 40, need: 30 }] }

// The server’s part: an id that no other has, made of the name.
beforeEach(() => {
  vi.stubGlobal('fetch', async (request: Request) => {
    if (request.url.endsWith('/hours')) {
      const { text } = (await request.json()) as { text: string }
      const known: Record<string, unknown> = { 'Tue–Sat 09:00–15:00, 17:00–01:00': kitchen.cooks[0].shifts, '9.00-12.30': [{ from: '09:00', to: '12:30' }] }
      return known[text] ? new Response(JSON.stringify({ shifts: known[text] }), { headers: { 'Content-Type': 'application/json' } }) : new Response(JSON.stringify({ status: 422, title: 'no', detail: `“${text}” is not a shift.` }), { status: 422, headers: { 'Content-Type': 'application/problem+json' } })
    }
    const { names, taken } = (await request.json()) as { names: string[]; taken: string[] }
    const ids = names.map((n) => (taken.includes(n.toLowerCase()) ? `${n.toLowerCase()}-2` : n.toLowerCase()))
    return new Response(JSON.stringify({ ids }), { headers: { 'Content-Type': 'application/json' } })
  })
})
afterEach(() => vi.unstubAllGlobals())

it('loses nothing on the way to the form and back', async () => {
  expect(await toKitchen(toKitchenWords(kitchen), kitchen)).toEqual(kitchen)
})

it('keeps the ids of sections, and gives new ones their own', async () => {
  const words = toKitchenWords(kitchen)
  const next = await toKitchen({ ...words, sections: [{ id: 'fish', name: 'Fish and shells' }, { name: 'Fish' }, { name: ' ' }] }, kitchen)
  expect(next.sections).toEqual([{ id: 'fish', name: 'Fish and shells' }, { id: 'fish-2', name: 'Fish' }])
})

it.each([
  [{ name: '' }, 'name'],
  [{ currency: 'euros' }, 'currency'],
  [{ fine: 'very' }, 'fine'],
  [{ sections: [{ id: 'fish', name: 'Fish', helps: 'Sauce' }] }, 'sections.0.helps'],
  [{ on: [{ of: 'fish', day: '2026-12-24', hours: 'late' }] }, 'hours on one day.0.hours'],
  [{ equipment: [{ name: 'Oven', kind: 'oven', places: '2', most: 'hot' }] }, 'equipment.0.most'],
  [{ boxes: [{ name: 'tub', holds: 'a lot' }] }, 'containers.0.holds'],
  [{ pass: 'wide' }, 'pass'],
  [{ cooks: [{ name: 'A', shifts: 'all day' }] }, 'cooks.0.shifts'],
  [{ equipment: [{ name: 'Oven', kind: 'oven', places: 'two' }] }, 'equipment.0.places'],
  [{ equipment: [{ name: 'Oven', kind: 'oven', places: '2', heats: 'fast' }] }, 'equipment.0.heats'],
  [{ change: 'soon' }, 'change'],
  [{ wipe: 'a bit' }, 'wipe'],
  [{ carriers: '', each: '2' }, 'carriers'],
  [{ trip: 'far' }, 'trip'],
  [{ sections: [{ id: 'fish', name: 'Fish', walk: 'far' }] }, 'sections.0.walk'],
  [{ own: { 'fda-hot': 'hotter' } }, 'own.fda-hot'],
  [{ equipment: [{ name: 'Drawer', kind: 'drawer', places: '2', at: 'warm' }] }, 'equipment.0.at'],
  [{ away: [{ of: 'deck', hours: 'noon' }] }, 'not available.0.hours'],
])('names the field that is not understood: %j', async (change, field) => {
  await expect(toKitchen({ ...toKitchenWords(kitchen), ...change }, kitchen)).rejects.toMatchObject({ field })
})

it('gives what is new an id of its own, and leaves out what has no name', async () => {
  const words = toKitchenWords(kitchen)
  const next = await toKitchen({ ...words, cooks: [...words.cooks, { name: 'Fish', shifts: '9.00-12.30' }, { name: '' }], equipment: [...words.equipment, { name: 'Deck', kind: 'oven', places: '1' }] }, kitchen)
  expect(next.cooks[1]).toMatchObject({ id: 'fish-2', shifts: [{ from: '09:00', to: '12:30' }] })
  expect(next.cooks).toHaveLength(2)
  expect(next.equipment[3]).toMatchObject({ id: 'deck-2', kind: 'oven', places: 1 })
})

it('reads how far courses are apart', async () => {
  const words = toKitchenWords(kitchen)
  expect((await toKitchen({ ...words, apart: '10 to 25 min' }, kitchen)).apart).toEqual({ least: 10, most: 25 })
  expect(toKitchenWords({ ...kitchen, apart: { least: 10, most: 25 } }).apart).toBe('10–25')
  for (const apart of ['soon', '30–12', '0–0']) await expect(toKitchen({ ...words, apart }, kitchen)).rejects.toMatchObject({ field: 'apart' })
})

it('reads who plates and who calls; a caller who is gone is nobody', async () => {
  const words = { ...toKitchenWords(kitchen), plates: 'named', platers: 'fish cook', caller: 'fish' }
  expect(await toKitchen(words, kitchen)).toMatchObject({ plates: 'named', platers: ['fish'], caller: 'fish' })
  expect(toKitchenWords({ ...kitchen, plates: 'named', platers: ['fish'], caller: 'fish' })).toMatchObject({ platers: 'Fish cook', caller: 'fish' })
  expect((await toKitchen({ ...words, caller: 'sauce' }, kitchen)).caller).toBeUndefined()
  await expect(toKitchen({ ...words, platers: 'Ann' }, kitchen)).rejects.toMatchObject({ field: 'platers' })
  await expect(toKitchen({ ...words, platers: '' }, kitchen)).rejects.toMatchObject({ field: 'platers' })
})
