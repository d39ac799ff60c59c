// The steps of a component, in whichever of its methods they stand.
import type { Schemas } from '../../api/client'
import type { View } from './types'
import type { Step } from './form'

type Component = Schemas['Component']

/** used is the method by which a component is made. */
export const used = (c: Component) => c.methods.find((m) => m.id === c.chosen) ?? c.methods.at(0)

/** methodOf is the method that a step stands in. */
export const methodOf = (c: Component, step: string) => c.methods.find((m) => m.steps.some((s) => s.id === step))

/** withSteps puts steps into the method that one of them stands in. A wait over several steps, or an order, goes with its step. */
export function withSteps(c: Component, step: string, steps: Step[]): Component {
  const at = methodOf(c, step)
  const there = (id: string) => id === 'plate' || steps.some((s) => s.id === id)
  return {
    ...c,
    methods: c.methods.map((m) => {
      if (m !== at) return m
      const chains = m.chains?.filter((k) => there(k.from.step) && there(k.to.step))
      const orders = m.orders?.filter((o) => there(o.first) && there(o.then))
      return { ...m, steps, chains: chains?.length ? chains : undefined, orders: orders?.length ? orders : undefined }
    }),
  }
}

/** tiedTo is what goes with a step when it is deleted: waits over several steps, and orders. */
export function tiedTo(c: Component, step: string): string[] {
  const m = methodOf(c, step)
  return [...(m?.chains ?? []).filter((k) => k.from.step === step || k.to.step === step).map((k) => `the wait “${k.reason ?? 'over several steps'}”`), ...(m?.orders ?? []).filter((o) => o.first === step || o.then === step).map(() => 'an order')]
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
  said.map((s, i) => (i > 0 ? s : { ...s, id: was.id, after: was.after, notBefore: s.notBefore ?? was.notBefore, by: s.by ?? was.by, eachWave: was.eachWave, cautions: was.cautions, troubles: was.troubles, pan: was.pan, short: was.short }))

/** others are the steps of the other components, as an id and a name. */
export const others = (view: View, own: string): [string, string][] =>
  view.components.filter((c) => c.component.id !== own).flatMap((c) => (used(c.made)?.steps ?? []).map((s): [string, string] => [`${c.component.id}/${s.id}`, `${c.component.name}: ${s.name}`]))
