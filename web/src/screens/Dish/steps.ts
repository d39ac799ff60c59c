// The steps of a component, in whichever of its methods they stand.
import type { Schemas } from '../../api/client'
import type { View } from './types'
import type { Step } from './form'

type Component = Schemas['Component']

/** used is the method by which a component is made. */
export const used = (c: Component) => c.methods.find((m) => m.id === c.chosen) ?? c.methods.at(0)

/** methodOf is the method that a step stands in. */
export const methodOf = (c: Component, step: string) => c.methods.find((m) => m.steps.some((s) => s.id === step))

/** withSteps puts steps into the method that one of them stands in. */
export function withSteps(c: Component, step: string, steps: Step[]): Component {
  const at = methodOf(c, step)
  return { ...c, methods: c.methods.map((m) => (m === at ? { ...m, steps } : m)) }
}

/** withAdded puts steps at the end of the method that is used. */
export function withAdded(c: Component, steps: Step[]): Component {
  const at = used(c)
  if (!at) return { ...c, methods: [{ id: 'method', name: 'house method', steps }] }
  return { ...c, methods: c.methods.map((m) => (m === at ? { ...m, steps: [...m.steps, ...steps] } : m)) }
}

/** stepIDs lists every step's id, for new ones to be others. */
export const stepIDs = (c: Component) => c.methods.flatMap((m) => m.steps.map((s) => s.id))

export function newStep(c: Component): Step {
  const ids = stepIDs(c)
  let n = ids.length + 1
  while (ids.includes(`step-${n}`)) n++
  return { id: `step-${n}`, name: 'new step', hands: { work: 'all' }, equipment: [], then: {} }
}

/** saidAgain is a step as it was said again: its id, its place among the others and its cautions stay. */
export const saidAgain = (was: Step, said: Step[]): Step[] =>
  said.map((s, i) => (i > 0 ? s : { ...s, id: was.id, after: was.after, by: was.by, eachWave: was.eachWave, cautions: was.cautions, troubles: was.troubles, pan: was.pan, short: was.short }))

/** others are the steps of the other components, as an id and a name. */
export const others = (view: View, own: string): [string, string][] =>
  view.components.filter((c) => c.component.id !== own).flatMap((c) => (used(c.made)?.steps ?? []).map((s): [string, string] => [`${c.component.id}/${s.id}`, `${c.component.name}: ${s.name}`]))
