import { expect, it } from 'vitest'
import { toVersion, toVersionForm, type Version } from './versionForm'

const flame = { id: 'flame', name: 'flame', said: 'flame 1 min', hands: { work: 'all' as const }, equipment: [], then: {} }
const read = async (line: string) => (line.includes('min') ? { ...flame, said: line, name: line.split(' ')[0] } : undefined)

const components = [{ id: 'celeriac', name: 'Celeriac' }]

const version: Version = {
  id: 'no-dairy', name: 'no dairy', without: ['milk'],
  changes: [
    { do: 'leave out', component: 'butter' },
    { do: 'swap', component: 'sauce', line: 'cream', with: 'oat cream', ingredient: 'oat-cream', factor: 1.2 },
    { do: 'swap', component: 'crown', with: 'celeriac' },
    { do: 'scale', component: 'mash', factor: 1.5, reason: 'they eat more' },
    { do: 'leave out', component: 'crown', step: 'glaze' },
    { do: 'add', component: 'crown', step: 'carve', new: flame },
  ],
}

it('loses nothing of a version on the way to the form and back', async () => {
  expect(await toVersion(toVersionForm(components, version), 'no-dairy', read)).toEqual(version)
})

it('shows what is put in by its name', () => {
  expect(toVersionForm(components, version).changes.map((c) => c.named)).toEqual(['', 'oat cream', 'Celeriac', '', undefined, undefined])
})

it('adds a component to the plate, or something to a component', async () => {
  const form = { name: 'meatless', without: [], changes: [{ do: 'add', what: '/', with: 'c:crumb', named: 'Crumb' }, { do: 'add', what: 'mash/', with: 'i:oat-cream', named: 'oat cream' }, { do: 'swap', what: 'mash/butter', with: 'c:crumb', named: 'Crumb' }] }
  expect((await toVersion(form, 'm', read)).changes).toEqual([
    { do: 'add', with: 'crumb' },
    { do: 'add', component: 'mash', with: 'oat cream', ingredient: 'oat-cream' },
    { do: 'swap', component: 'mash', line: 'butter', with: 'crumb', ingredient: 'crumb', made: true },
  ])
})

it('names the field that is open', async () => {
  const open = (change: object) => toVersion({ name: 'x', without: [], changes: [change as Record<string, string>] }, 'x', read)
  await expect(toVersion({ name: ' ', without: [], changes: [] }, 'x', read)).rejects.toThrow('Name the version')
  await expect(open({ do: 'leave out' })).rejects.toThrow('Change what?')
  await expect(open({ do: 'swap', what: 'mash/butter' })).rejects.toThrow('Put in what?')
  await expect(open({ do: 'scale', what: 'mash/', factor: 'more' })).rejects.toThrow('is not a number')
  await expect(open({ do: 'add', what: 'mash/step:boil' })).rejects.toThrow('Do what after it?')
  await expect(open({ do: 'swap', what: 'mash/step:boil', step: 'nonsense' })).rejects.toThrow('what is done?')
})

it('reads a step that is done otherwise', async () => {
  const changes: Record<string, string>[] = [{ do: 'swap', what: 'mash/step:boil', step: 'steam 20 min' }, { do: 'leave out', what: 'mash/step:butter' }]
  expect((await toVersion({ name: 'x', without: [], changes }, 'x', read)).changes).toMatchObject([{ do: 'swap', component: 'mash', step: 'boil', new: { name: 'steam' } }, { do: 'leave out', component: 'mash', step: 'butter' }])
})

it('leaves rows out that say nothing', async () => {
  expect(await toVersion({ name: 'x', without: [], changes: [{}] }, 'x', read)).toEqual({ id: 'x', name: 'x', changes: [] })
})
