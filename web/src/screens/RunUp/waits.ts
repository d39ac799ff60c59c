// Waits between steps have no name of their own: they are named by the two steps.
import type { Plan } from './types'

export type Wait = Plan['strands'][number]['holds'][number]

export const holdId = (plan: Plan, h: Wait) => `${plan.bars[h.from].id} → ${plan.bars[h.to].id}`

/** waitOf finds a wait by its name. */
export const waitOf = (plan: Plan, id: string) => (id.includes(' → ') ? plan.strands.flatMap((s) => s.holds).find((h) => holdId(plan, h) === id) : undefined)
