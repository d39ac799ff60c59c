// From seconds to pixels. The folds come from the server; here they only get
// their equal room.
import type { Plan } from './types'

export type Axis = { x: (seconds: number) => number; folds: { from: number; to: number; label: string; left: number; right: number }[]; left: number; right: number }

/** foldedAxis gives each fold that shows any of some bars equal room, or one that is unfolded all of it. */
export function foldedAxis(plan: Plan, own: Plan['bars'], left: number, right: number, unfolded?: Plan['folds'][number]): Axis {
  const end = Math.max(...own.map((b) => b.to))
  const shown = unfolded ? [unfolded] : plan.folds.filter((f) => f.from < end && own.some((b) => b.from < f.to && b.to > f.from))
  const room = (right - left) / Math.max(shown.length, 1)
  const folds = shown.map((f, i) => ({ ...f, left: left + i * room, right: left + (i + 1) * room }))
  const x = (seconds: number) => {
    for (const f of folds) {
      if (seconds < f.from) return f.left
      if (seconds <= f.to) return f.left + ((seconds - f.from) / Math.max(f.to - f.from, 1)) * room
    }
    return right
  }
  return { x, folds, left, right }
}
