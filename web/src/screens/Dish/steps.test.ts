import { expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import type { Step } from './form'
import { methodOf, newStep, saidAgain, stepIDs, tiedTo, used, withAdded, withSteps } from './steps'

const step = (id: string, more: Partial<Step> = {}): Step => ({ id, name: id, hands: { work: 'all' }, equipment: [], then: {}, ...more })
const hake: Schemas['Component'] = {
  id: 'hake', name: 'Hake', yield: { quantity: 1, unit: 'g' }, ingredients: [],
  methods: [
    { id: 'oven', name: 'oven', steps: [step('sear'), step('roast')] },
    { id: 'bath', name: 'bath', steps: [step('bag')] },
  ],
}

it('uses the method that is chosen, and the first where none is', () => {
  expect(used(hake)?.id).toBe('oven')
  expect(used({ ...hake, chosen: 'bath' })?.id).toBe('bath')
  expect(used({ ...hake, chosen: 'gone' })?.id).toBe('oven')
  expect(used({ ...hake, methods: [] })).toBeUndefined()
})

it('changes the method that a step stands in, and no other', () => {
  const next = withSteps(hake, 'bag', [step('bag'), step('seal')])
  expect(next.methods.map((m) => m.steps.length)).toEqual([2, 2])
  expect(methodOf(next, 'seal')?.id).toBe('bath')
  expect(hake.methods[1].steps).toHaveLength(1)
})

it('adds to the method that is used, and makes one where there is none', () => {
  expect(withAdded({ ...hake, chosen: 'bath' }, [step('x')]).methods[1].steps.map((s) => s.id)).toEqual(['bag', 'x'])
  expect(withAdded({ ...hake, methods: [] }, [step('x')]).methods[0].steps.map((s) => s.id)).toEqual(['x'])
})

it('gives a new step an id that no method has', () => {
  const many = { ...hake, methods: [...hake.methods, { id: 'm', name: 'm', steps: [step('step-4'), step('step-5')] }] }
  expect(stepIDs(many)).not.toContain(newStep(many).id)
})

it('keeps place and cautions of a step that is said again', () => {
  const was = step('roast', { after: ['crown/joint'], by: { daysBefore: 1, clock: '16:00' }, eachWave: true, cautions: [{ text: 'hot' }], said: 'roast 10 min' })
  const [again, then] = saidAgain(was, [step('roast-2', { said: 'roast 12 min, then carve' }), step('carve')])
  expect(again).toMatchObject({ id: 'roast', said: 'roast 12 min, then carve', after: ['crown/joint'], eachWave: true, cautions: [{ text: 'hot' }] })
  expect(then.id).toBe('carve')
})

it('lets a wait over several steps, and an order, go with its step', () => {
  const cured = { ...hake, methods: [{ ...hake.methods[0], chains: [{ from: { step: 'sear', end: true }, to: { step: 'roast' }, most: 60, reason: 'cured' }, { from: { step: 'sear' }, to: { step: 'plate' }, most: 90 }], orders: [{ first: 'sear', then: 'roast' }] }] }
  expect(tiedTo(cured, 'roast')).toEqual(['the wait “cured”', 'an order'])
  expect(withSteps(cured, 'roast', [step('sear')]).methods[0]).toMatchObject({ chains: [{ to: { step: 'plate' } }], orders: undefined })
  expect(withSteps(cured, 'sear', [step('sear'), step('roast')]).methods[0].chains).toHaveLength(2)
})
