// From seconds to pixels on a folded axis. Its segments and their shares come from the server.
import type { Opening } from './types'

export type Fold = { from: number; to: number; label: string; left: number; right: number }
export type Axis = { x: (seconds: number) => number; folds: Fold[]; left: number; right: number }

/** foldedAxis lays the segments of an axis side by side, or one that is unfolded over all the room. */
export function foldedAxis(segments: Opening['axis'], left: number, right: number, unfolded = -1): Axis {
  const shown = segments[unfolded] ? [segments[unfolded]] : segments
  const all = shown.reduce((sum, s) => sum + s.room, 0)
  let at = left
  const folds = shown.map((s) => {
    const from = at
    at += ((right - left) * s.room) / all
    return { from: s.from, to: s.to, label: s.label, left: from, right: at }
  })
  const x = (seconds: number) => {
    for (const f of folds) {
      if (seconds < f.from) return f.left
      if (seconds <= f.to) return f.left + ((seconds - f.from) / Math.max(f.to - f.from, 1)) * (f.right - f.left)
    }
    return right
  }
  return { x, folds, left, right }
}
