import { expect, it } from 'vitest'
import { toVersion, toVersionForm, type Version } from './versionForm'

const components = [{ id: 'celeriac', name: 'Celeriac' }]

const version: Version = {
  id: 'no-dairy', name: 'no dairy', without: ['milk'],
  changes: [
    { do: 'leave out', component: 'butter' },
    { do: 'swap', component: 'sauce', line: 'cream', with: 'oat cream', ingredient: 'oat-cream', factor: 1.2 },
    { do: 'swap', component: 'crown', with: 'celeriac' },
    { do: 'scale', component: 'mash', factor: 1.5 },
  ],
}

it('loses nothing of a version on the way to the form and back', () => {
  expect(toVersion(toVersionForm(components, version), 'no-dairy')).toEqual(version)
})

it('shows what is put in by its name', () => {
  expect(toVersionForm(components, version).changes.map((c) => c.named)).toEqual(['', 'oat cream', 'Celeriac', ''])
})

it('adds a component to the plate, or something to a component', () => {
  const form = { name: 'meatless', without: [], changes: [{ do: 'add', what: '/', with: 'c:crumb', named: 'Crumb' }, { do: 'add', what: 'mash/', with: 'i:oat-cream', named: 'oat cream' }, { do: 'swap', what: 'mash/butter', with: 'c:crumb', named: 'Crumb' }] }
  expect(toVersion(form, 'm').changes).toEqual([
    { do: 'add', with: 'crumb' },
    { do: 'add', component: 'mash', with: 'oat cream', ingredient: 'oat-cream' },
    { do: 'swap', component: 'mash', line: 'butter', with: 'crumb', ingredient: 'crumb', made: true },
  ])
})

it('names the field that is open', () => {
  const open = (change: object) => () => toVersion({ name: 'x', without: [], changes: [change as Record<string, string>] }, 'x')
  expect(() => toVersion({ name: ' ', without: [], changes: [] }, 'x')).toThrow('Name the version')
  expect(open({ do: 'leave out' })).toThrow('Change what?')
  expect(open({ do: 'swap', what: 'mash/butter' })).toThrow('Put in what?')
  expect(open({ do: 'scale', what: 'mash/', factor: 'more' })).toThrow('is not a number')
})

it('leaves rows out that say nothing', () => {
  expect(toVersion({ name: 'x', without: [], changes: [{}] }, 'x')).toEqual({ id: 'x', name: 'x', changes: [] })
})
