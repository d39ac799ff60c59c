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

/** spoken writes seconds in words that fit into a sentence: 45 s, 7 min, 1 h 30. */
export function spoken(seconds: number): string {
  const s = Math.round(seconds)
  if (s < 60) return `${s} s`
  if (s < 600 && s % 60) return lasts(s)
  const minutes = Math.round(s / 60)
  if (minutes < 60) return `${minutes} min`
  if (s >= 172800 && s % 86400 === 0) return `${s / 86400} d`
  const h = Math.floor(minutes / 60)
  const m = minutes % 60
  return m ? `${h} h ${m}` : `${h} h`
}

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
