import { expect, it } from 'vitest'
import { differences } from './differences'

const mine = { name: 'Hake', steps: [{ id: 'rest', then: { least: 120 }, cue: 'warm' }] }
const theirs = { name: 'Cod', steps: [{ id: 'rest', then: { least: 180 }, cue: 'warm' }] }

it('lists only what differs, at the places that clash', () => {
  expect(differences(mine, theirs, ['steps[rest]'])).toEqual([{ what: 'rest then least', mine: '2:00', theirs: '3:00' }])
  expect(differences(mine, theirs, ['name'])).toEqual([{ what: 'name', mine: 'Hake', theirs: 'Cod' }])
})

it('finds a step inside of a method', () => {
  const within = (doc: object) => ({ methods: [{ id: 'oven', ...doc }] })
  expect(differences(within(mine), within(theirs), ['methods[oven].steps[rest]'])).toEqual([{ what: 'rest then least', mine: '2:00', theirs: '3:00' }])
})

it('finds a placing on a plate', () => {
  const on = (seconds: number) => ({ plate: { placings: [{ id: 'hake', seconds }] } })
  expect(differences(on(12), on(20), ['plate.placings[hake]'])).toEqual([{ what: 'hake seconds', mine: '0:12', theirs: '0:20' }])
})

it('says nothing where one side has deleted', () => {
  const rows = differences(mine, { name: 'Hake', steps: [] }, ['steps[rest]'])
  expect(rows.map((r) => r.theirs)).toEqual(rows.map(() => 'nothing'))
  expect(rows.length).toBeGreaterThan(1)
})
