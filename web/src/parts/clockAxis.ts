// A plain clock from left to right, with round moments on it.
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
