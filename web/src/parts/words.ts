// How times and such are written. Only writing: no rule of the job is here.

/** clock cuts the hour out of a moment as the server wrote it, in the kitchen's zone. */
export const clock = (moment: string, seconds = true) => moment.slice(11, seconds ? 19 : 16)

/** lasts writes seconds as m:ss, or h:mm:ss. */
export function lasts(seconds: number): string {
  const s = Math.abs(Math.round(seconds))
  const two = (n: number) => String(n).padStart(2, '0')
  const text = s < 3600 ? `${Math.floor(s / 60)}:${two(s % 60)}` : `${Math.floor(s / 3600)}:${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`
  return (seconds < 0 ? '−' : '') + text
}

/** spoken writes a length of time: 45 s, 2½ min, 3:25, 7 min, 1 h 30 min, 3 days. */
export function spoken(seconds: number): string {
  const s = Math.round(seconds)
  if (s < 60) return `${s} s`
  if (s < 600 && s % 60) return s % 30 ? lasts(s) : `${Math.floor(s / 60)}½ min`
  const minutes = Math.round(s / 60)
  if (minutes < 60) return `${minutes} min`
  if (s >= 172800 && s % 86400 === 0) return `${s / 86400} days`
  const h = Math.floor(minutes / 60)
  const m = minutes % 60
  return m ? `${h} h ${m} min` : `${h} h`
}

/** range writes two lengths of time, the unit once where both have it: 6–14 min, 2–2½ min, 8–36 h. */
export function range(least: number, most: number): string {
  const [a, b] = [spoken(least), spoken(most)]
  if (a === b) return a
  const [, figure, unit] = /^([\d½]+) (\S+)$/.exec(a) ?? []
  return unit && b.endsWith(` ${unit}`) && !b.slice(0, -unit.length - 1).includes(' ') ? `${figure}–${b}` : `${a} to ${b}`
}

/** times writes several lengths: 2 × 1 min; 30 s, 1 min. */
export const times = (list: number[]): string => (list.length > 1 && list.every((s) => s === list[0]) ? `${list.length} × ${spoken(list[0])}` : list.map(spoken).join(', '))

/** duration writes how long a step lasts: m:ss below 10 min, else in words. */
export const duration = (seconds: number): string => (seconds < 600 ? lasts(seconds) : spoken(seconds))

/** count writes a number of things: 1 plate, 2 dishes. */
export const count = (n: number, what: string): string => `${n.toLocaleString('en-GB')} ${n === 1 ? what : /(ch|sh|s|x)$/.test(what) ? `${what}es` : what.replace(/([^aeiou])y$/, '$1ie') + 's'}`

/** listed joins names as one says them: A, B and C. */
export const listed = (names: string[]): string => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`)

/** upper writes the first letter large. */
export const upper = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1)

const said: Record<string, string> = { wait: 'hold', hands: 'hands-on', setting: 'temperature', cue: 'done when' }

/** assumed names a field of a step that nobody set. */
export const assumed = (field: string): string => said[field] ?? field

/** day writes 2026-11-28 as Saturday 28 November. */
export function day(iso: string, short = false): string {
  const at = new Date(iso + 'T12:00:00Z')
  if (Number.isNaN(at.getTime())) return iso
  const o: Intl.DateTimeFormatOptions = short
    ? { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' }
    : { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' }
  return new Intl.DateTimeFormat('en-GB', o).format(at)
}

/** hour12 writes a clock hour on the plate. */
export function hour12(h: number): string {
  const parts: Record<number, string> = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' }
  const whole = Math.floor(h)
  const part = parts[h - whole]
  return `${part === undefined ? h.toFixed(1) : `${whole || (part ? '' : 12)}${part}`} o’clock`
}

/** local is the moment on the wall so many seconds after one as the server wrote it, in the same zone: 2026-11-28T16:05:30. */
export function local(moment: string, later: number): string {
  const zone = /([+-])(\d\d):(\d\d)$/.exec(moment)
  const ahead = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) * 60_000 : 0
  return new Date(Date.parse(moment) + later * 1000 + ahead).toISOString().slice(0, 19)
}

/** wall is the hour of that. */
export const wall = (moment: string, later: number): string => local(moment, later).slice(11, 16)

/** ago writes how long a moment is past: now, 7 min ago, 3 h ago; from two days on, its day. */
export function ago(moment: string, now: number): string {
  const s = (now - Date.parse(moment)) / 1000
  if (s < 90) return 'now'
  if (s < 3600) return `${Math.round(s / 60)} min ago`
  if (s < 172_800) return `${Math.round(s / 3600)} h ago`
  return day(moment.slice(0, 10), true)
}

/** isPast says that a day, as a date field gives it, is over here. */
export const isPast = (iso: string, now = new Date()) => iso !== '' && iso < new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)

/** tableName is how a table is written where there is little room: Table 12 as T12. */
export const tableName = (name: string) => name.replace(/^Table (\d+)$/, 'T$1')

/** toldOnce leaves of what is said at each line of a list only what no line before it has said. */
export function toldOnce(lines: string[][]): string[][] {
  const told = new Set<string>()
  return lines.map((list) => list.filter((text) => !told.has(text) && told.add(text)))
}
