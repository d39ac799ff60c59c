// What the run-up is made of, as the server gives it.
import type { Schemas } from '../../api/client'

export type Plan = Schemas['RunUp']
export type Bar = Plan['bars'][number]
export type Strand = Plan['strands'][number]
export type Evening = Schemas['Overview']
export type Opening = Evening['opens'][number]
export type Shortfall = Evening['shortfalls'][number]

/** named is a step with its component: Hake: sear. */
export const named = (b: Bar) => (b.made ? `${b.made}: ${b.name}` : b.name)

/** servesApart tells whether a step is done for a wave, and not for all of them. */
export const servesApart = (b: Bar, wave: number) => b.waves?.includes(wave) ?? false
