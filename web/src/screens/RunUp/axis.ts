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

/** evenAxis is a plain clock. */
export function evenAxis(from: number, to: number, left: number, right: number) {
  return (seconds: number) => left + ((Math.min(Math.max(seconds, from), to) - from) / Math.max(to - from, 1)) * (right - left)
}

/** ticks are round moments of the clock between two ends, at most so many. */
export function ticks(origin: string, from: number, to: number, most: number): { at: number; label: string }[] {
  const clockAtOrigin = Number(origin.slice(11, 13)) * 3600 + Number(origin.slice(14, 16)) * 60
  const each = [60, 300, 600, 900, 1800, 3600, 7200, 14400].find((s) => (to - from) / s <= most) ?? 21600
  const out = []
  for (let at = Math.ceil((from + clockAtOrigin) / each) * each - clockAtOrigin; at <= to; at += each) {
    const c = (((at + clockAtOrigin) % 86400) + 86400) % 86400
    out.push({ at, label: `${String(Math.floor(c / 3600)).padStart(2, '0')}:${String(Math.floor((c % 3600) / 60)).padStart(2, '0')}` })
  }
  return out
}
