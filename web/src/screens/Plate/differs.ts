// What is otherwise between two plates: only what was taken out of the common
// order counts as moved, not all that it moved past.
import type { Schemas } from '../../api/client'

type Placing = Schemas['Placing']

/** Told is how one side speaks of the other. */
export type Told = { alone: string; swapped: string }

/** differs says for each placing in what it is otherwise than in the other; empty: in nothing. */
export function differs(of: Placing[], other: Placing[], told: Told): string[] {
  const at = of.map((p) => other.findIndex((q) => q.id === p.id))
  const kept = longestRise(at)
  return of.map((p, i) => {
    const q = other[at[i]]
    if (!q) return told.alone
    if (q.component !== p.component) return told.swapped
    if (!kept.has(i)) return `no. ${at[i] + 1} there`
    return JSON.stringify({ ...p, note: '' }) === JSON.stringify({ ...q, note: '' }) ? '' : 'built differently'
  })
}

// longestRise is where the longest rising run through a list stands; what is
// below zero belongs to none.
function longestRise(list: number[]): Set<number> {
  const best: number[][] = []
  list.forEach((v, i) => {
    const before = best.filter((run) => run.length > 0 && list[run[run.length - 1]] < v).sort((a, b) => b.length - a.length)[0] ?? []
    best.push(v < 0 ? [] : [...before, i])
  })
  return new Set(best.sort((a, b) => b.length - a.length)[0])
}
