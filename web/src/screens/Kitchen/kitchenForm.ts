// The form of a kitchen: as it is typed, and the way back.
import type { Schemas } from '../../api/client'
import { idsFor } from '../../parts/ids'
import { decimal, FieldError, shifts, whole } from '../../parts/reading'
import type { Row } from '../../parts/Rows'

type Kitchen = Schemas['Kitchen']

export type KitchenWords = { name: string; measures: string; customary: boolean; heat: string; fine: string; upTo: string; coarse: string; currency: string; pass: string; plates: string; platers: string; caller: string; apart: string; change: string; wipe: string; carriers: string; each: string; trip: string; oneIn: string; spareLeast: string; sauces: string; others: string; zone: string; limits: string[]; own: Record<string, string>; sections: Row[]; boxes: Row[]; things: Row[]; cooks: Row[]; on: Row[]; day: Row[]; equipment: Row[]; away: Row[] }

const figure = (n: number | undefined) => (n ? String(n) : '')

export const toKitchenWords = (k: Kitchen): KitchenWords => ({
  name: k.name, measures: k.measures ?? '', customary: k.likes?.customary ?? false, heat: k.likes?.heat ?? '', fine: figure(k.scales?.fine), upTo: figure(k.scales?.upTo), coarse: figure(k.scales?.coarse), oneIn: figure(k.spares?.oneIn), spareLeast: figure(k.spares?.least), sauces: figure(k.spares?.sauces), others: figure(k.spares?.others), currency: k.currency ?? '',
  sections: (k.sections ?? []).map((s) => ({ id: s.id, name: s.name, helps: (s.helps ?? []).map((h) => k.sections?.find((o) => o.id === h)?.name ?? h).join(', '), walk: figure(s.walk) })),
  things: (k.things ?? []).map((t) => ({ name: t.name, have: figure(t.have), back: figure(t.back), need: figure(t.need), covers: figure(t.covers) })),
  boxes: (k.boxes ?? []).map((b) => ({ name: b.name, holds: String(b.holds) })),
  pass: String(k.passWidth), plates: k.plates ?? '', platers: (k.platers ?? []).map((p) => k.cooks.find((c) => c.id === p)?.name ?? p).join(', '), caller: k.caller ?? '', apart: k.apart ? `${k.apart.least}–${k.apart.most}` : '', change: k.change !== undefined ? String(k.change) : '', wipe: k.wipe !== undefined ? String(k.wipe) : '', carriers: figure(k.carry?.people), each: figure(k.carry?.plates), trip: k.carry?.trip ? String(k.carry.trip / 60) : '', zone: k.zone, limits: k.limits ?? [], own: Object.fromEntries((k.own ?? []).map((o) => [o.limit, sayOwn(o)])),
  cooks: k.cooks.map((c) => ({ id: c.id, name: c.name, section: c.section ?? '', shifts: sayShifts(c.shifts), not: (c.not ?? []).join(', ') })),
  day: sayEvents(k.day ?? [], k.cooks),
  on: k.cooks.flatMap((c) => (c.on ?? []).map((o) => ({ of: c.id, day: o.day, hours: sayShifts(o.shifts) }))),
  equipment: k.equipment.map((e) => ({
    id: e.id, name: e.name, kind: e.kind, places: String(e.places), portions: e.portions ? String(e.portions) : '', keeps: e.keeps ?? '', at: e.celsius !== undefined ? String(e.celsius) : '', most: e.most !== undefined ? String(e.most) : '', wash: e.wash ? String(e.wash / 60) : '', heats: e.heating ? `${e.heating.up}/${e.heating.down}` : '', cold: e.heating ? String(e.heating.cold) : '', within: e.heating ? String(e.heating.tolerance) : '',
  })),
  away: [...k.cooks.map((c) => ({ of: c.id, list: c.away ?? [] })), ...k.equipment.map((e) => ({ of: e.id, list: e.away ?? [] }))].flatMap(({ of, list }) => list.map((a) => ({ of, day: a.day ?? '', hours: `${a.from}–${a.to}`, why: a.why ?? '' }))),
})

/** toKitchen reads a form over the kitchen that it came from. */
export async function toKitchen(f: KitchenWords, over: Kitchen): Promise<Kitchen> {
  const [sections, things, day] = await Promise.all([identified(f.sections), identified([...f.cooks, ...f.equipment]), identified(f.day)])
  const [weeks, days] = await Promise.all([Promise.all(f.cooks.map((c, i) => shifts(`cooks.${i}.shifts`, c.shifts ?? ''))), Promise.all(f.on.map((o, i) => (/^(off)?$/.test((o.hours ?? '').trim()) ? [] : shifts(`hours on one day.${i}.hours`, o.hours))))])
  const events = await Promise.all(day.map(event))
  return read({ ...f, sections, day, cooks: things.slice(0, f.cooks.length), equipment: things.slice(f.cooks.length) }, over, weeks, days, events)
}

// identified gives each row that has a name an id.
async function identified(rows: Row[]): Promise<Row[]> {
  const named = rows.filter((r) => r.name?.trim())
  const ids = await idsFor(named.map((r) => ({ id: r.id, name: r.name })))
  return rows.map((r) => (named.includes(r) ? { ...r, id: ids[named.indexOf(r)] } : r))
}

type Shift = Schemas['Shift']

// thing is so many of something that is counted.
function thing(r: Row, i: number): Schemas['Thing'] {
  const at = (name: string) => `ware and small things.${i}.${name}`
  const some = (name: string) => (r[name]?.trim() ? whole(at(name), r[name]) : undefined)
  if (!r.name?.trim() && (r.have?.trim() || r.need?.trim())) throw new FieldError(at('name'), 'What is it?')
  return { name: r.name?.trim() ?? '', have: some('have') ?? 0, back: some('back'), need: some('need'), covers: r.covers?.trim() ? decimal(at('covers'), r.covers) : undefined }
}

// spares are what is made beyond what is ordered; nothing where no field is filled.
function spares(f: KitchenWords): Kitchen['spares'] {
  const figures = { oneIn: f.oneIn, least: f.spareLeast, sauces: f.sauces, others: f.others }
  if (!Object.values(figures).some((t) => t.trim())) return undefined
  return {
    oneIn: f.oneIn.trim() ? whole('oneIn', f.oneIn) : 0, least: f.spareLeast.trim() ? whole('spareLeast', f.spareLeast) : undefined,
    sauces: f.sauces.trim() ? decimal('sauces', f.sauces) : undefined, others: f.others.trim() ? decimal('others', f.others) : undefined,
  }
}

const names = (text: string | undefined) => (text ?? '').split(',').map((t) => t.trim()).filter(Boolean)

function read(f: KitchenWords, over: Kitchen, weeks: Shift[][], days: Shift[][], events: When[]): Kitchen {
  if (!f.name.trim()) throw new FieldError('name', 'Name the kitchen.')
  if (f.currency.trim() && !/^[A-Za-z]{3}$/.test(f.currency.trim())) throw new FieldError('currency', 'Currency: three letters, EUR.')
  const some = (field: 'fine' | 'upTo' | 'coarse') => (f[field].trim() ? { [field]: decimal(field, f[field]) } : {})
  const away = (of: string) =>
    f.away.flatMap((a, i) => (a.of === of ? hours(`not available.${i}.hours`, a.hours ?? '').map((h) => ({ ...h, ...(a.day?.trim() ? { day: a.day.trim() } : {}), ...(a.why?.trim() ? { why: a.why.trim() } : {}) })) : []))
  const listed = <T extends { away?: unknown }>(thing: T, of: string): T => {
    const list = away(of)
    return { ...thing, away: list.length > 0 ? list : undefined }
  }
  return {
    ...over, passWidth: decimal('pass', f.pass), ...whoPlates(f), apart: apart(f.apart), change: f.change.trim() ? whole('change', f.change) : undefined, wipe: f.wipe.trim() ? whole('wipe', f.wipe) : undefined, carry: carry(f), spares: spares(f), zone: f.zone.trim(), limits: f.limits.length > 0 ? f.limits : undefined, own: ownLimits(f.own),
    cooks: f.cooks.flatMap((c, i) => {
      if (!c.name?.trim()) return []
      const { id } = c
      const on = f.on.flatMap((o, k) => (o.of === id && o.day ? [{ day: o.day, shifts: days[k] }] : []))
      const not = names(c.not)
      return [listed({ ...over.cooks.find((o) => o.id === id), id, name: c.name.trim(), section: c.section || undefined, shifts: weeks[i], on: on.length > 0 ? on : undefined, not: not.length > 0 ? not : undefined }, id)]
    }),
    equipment: f.equipment.flatMap((e, i) => {
      if (!e.name?.trim()) return []
      const { id } = e
      return [listed({ ...over.equipment.find((o) => o.id === id), id, name: e.name.trim(), kind: e.kind?.trim() ?? '', places: decimal(`equipment.${i}.places`, e.places ?? ''), portions: e.portions?.trim() ? decimal(`equipment.${i}.portions`, e.portions) : undefined, keeps: (e.keeps || undefined) as Kitchen['equipment'][number]['keeps'], celsius: e.at?.trim() ? decimal(`equipment.${i}.at`, e.at.replace(/\s*°?\s*C?$/, '').replace('−', '-')) : undefined, most: e.most?.trim() ? whole(`equipment.${i}.most`, e.most.replace(/\s*°?\s*C?$/, '')) : undefined, wash: e.wash?.trim() ? Math.round(decimal(`equipment.${i}.wash`, e.wash) * 60) : undefined, heating: heater(i, e) }, id)]
    }),
    name: f.name.trim(), measures: (f.measures || undefined) as Kitchen['measures'], currency: f.currency.trim().toUpperCase() || undefined,
    likes: { ...(f.customary ? { customary: true } : {}), ...(f.heat ? { heat: f.heat as NonNullable<Kitchen['likes']>['heat'] } : {}) },
    scales: { ...some('fine'), ...some('upTo'), ...some('coarse') },
    sections: f.sections.flatMap((s, i) => {
      if (!s.name?.trim()) return []
      const helps = names(s.helps).map((n) => {
        const other = f.sections.find((o) => o.name?.trim().toLowerCase() === n.toLowerCase())
        if (!other) throw new FieldError(`sections.${i}.helps`, `“${n}” is not a section here.`)
        return other.id
      })
      return [{ id: s.id, name: s.name.trim(), ...(helps.length > 0 ? { helps } : {}), ...(s.walk?.trim() ? { walk: whole(`sections.${i}.walk`, s.walk) } : {}) }]
    }),
    day: attended(f, events),
    things: f.things.map(thing).filter((t) => t.name),
    boxes: f.boxes.filter((b) => b.name?.trim()).map((b, i) => ({ name: b.name.trim(), holds: decimal(`containers.${i}.holds`, b.holds ?? '') })),
  }
}

type Event = NonNullable<Kitchen['day']>[number]
type When = Pick<Event, 'from' | 'before' | 'after' | 'minutes' | 'days'>

/** sayEvents writes what the day has as it is typed: Tue–Sat 16:30–16:50; 40 min before, for 10 min. */
export function sayEvents(list: Event[], cooks: Kitchen['cooks']): Row[] {
  const days = (e: Event) => (e.days?.length ? `${sayDays(e.days)} ` : '')
  const when = (e: Event) => {
    if (e.before === undefined && e.after === undefined) return `${days(e)}${e.from}–${later(e.from ?? '', e.minutes)}`
    return `${e.before ?? e.after} min ${e.before === undefined ? 'after' : 'before'}, for ${e.minutes} min`
  }
  return list.map((e) => ({ id: e.id, name: e.name, when: when(e), who: (e.who ?? []).map((w) => cooks.find((c) => c.id === w)?.name ?? w).join(', ') }))
}

// later is a clock hour so many minutes after one.
function later(clock: string, by: number): string {
  const [h, m] = clock.split(':').map(Number)
  const at = (h * 60 + m + by) % 1440
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`
}

// event reads when a line of the day is: an hour, or minutes before the first course or after the last.
async function event(row: Row, i: number): Promise<When> {
  const field = `the day.${i}.when`
  const text = (row.when ?? '').trim()
  if (!row.name?.trim()) return { minutes: 0 }
  const m = /^(\d{1,4})\s*min(?:utes)?\s+(before|after)(?:\s+service)?\s*,?\s*(?:for\s+)?(\d{1,3})\s*min(?:utes)?$/i.exec(text)
  if (m) return { [m[2].toLowerCase()]: Number(m[1]), minutes: Number(m[3]) }
  if (/before|after/i.test(text) || !text) throw new FieldError(field, `${row.name.trim()}: say when. Write 16:30–16:50, or 40 min before, for 10 min.`)
  const list = await shifts(field, text)
  if (list.length !== 1) throw new FieldError(field, `${row.name.trim()}: one time a line. Add a line for another.`)
  const minute = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))
  return { from: list[0].from, minutes: (minute(list[0].to) - minute(list[0].from) + 1440) % 1440, days: list[0].days?.length ? list[0].days : undefined }
}

// attended are the lines of the day with whom they take.
function attended(f: KitchenWords, events: When[]): Kitchen['day'] {
  const list = f.day.flatMap((row, i) => {
    if (!row.name?.trim()) return []
    const who = names(row.who).map((n) => {
      const cook = f.cooks.find((c) => c.name?.trim().toLowerCase() === n.toLowerCase())
      if (!cook) throw new FieldError(`the day.${i}.who`, `“${n}” is not a cook here.`)
      return cook.id
    })
    return [{ id: row.id, name: row.name.trim(), ...events[i], who: who.length > 0 ? who : undefined }]
  })
  return list.length > 0 ? list : undefined
}

// whoPlates reads who plates and who calls; a caller who is no cook any more is nobody.
function whoPlates(f: KitchenWords): Pick<Kitchen, 'plates' | 'platers' | 'caller'> {
  const platers = names(f.platers).map((n) => {
    const cook = f.cooks.find((c) => c.name?.trim().toLowerCase() === n.toLowerCase())
    if (!cook) throw new FieldError('platers', `“${n}” is not a cook here.`)
    return cook.id
  })
  if (f.plates === 'named' && platers.length === 0) throw new FieldError('platers', 'Name the cooks who plate.')
  return {
    plates: (f.plates || undefined) as Kitchen['plates'],
    platers: f.plates === 'named' ? platers : undefined,
    caller: f.caller === '-' || f.cooks.some((c) => c.id === f.caller && c.name?.trim()) ? f.caller || undefined : undefined,
  }
}

// apart reads how many minutes lie between two courses of a table: 12–30.
function apart(text: string): Kitchen['apart'] {
  if (!text.trim()) return undefined
  const m = /^\s*(\d{1,3})\s*(?:[–-]|to)\s*(\d{1,3})\s*(?:min)?\s*$/.exec(text)
  if (!m || Number(m[2]) < Math.max(1, Number(m[1]))) throw new FieldError('apart', `“${text.trim()}” is not a gap. Write 12–30.`)
  return { least: Number(m[1]), most: Number(m[2]) }
}

// carry reads who carries: so many people, with so many plates, for so many minutes.
function carry(f: KitchenWords): Kitchen['carry'] {
  if (!f.carriers.trim()) {
    if (f.each.trim() || f.trip.trim()) throw new FieldError('carriers', 'How many people carry?')
    return undefined
  }
  return { people: whole('carriers', f.carriers), plates: f.each.trim() ? whole('each', f.each) : undefined, trip: f.trip.trim() ? Math.round(decimal('trip', f.trip) * 60) : undefined }
}

type Own = Schemas['Own']

// sayOwn writes a figure of the kitchen's own as it would be typed.
function sayOwn(o: Own): string {
  const time = o.seconds === undefined ? [] : [o.seconds % 3600 === 0 ? `${o.seconds / 3600} h` : o.seconds % 60 === 0 ? `${o.seconds / 60} min` : `${o.seconds} s`]
  return [...(o.celsius === undefined ? [] : [`${o.celsius} °C`]), ...time].join(', ')
}

const unit: Record<string, number> = { h: 3600, min: 60, s: 1, d: 86400 }

// ownLimits reads where a kitchen is stricter: 65 °C, 2 h, or both.
function ownLimits(own: Record<string, string>): Own[] | undefined {
  const list = Object.entries(own).flatMap(([limit, text]) => {
    if (!text.trim()) return []
    const out: Own = { limit }
    for (const part of text.split(/,\s/)) {
      const m = /^\s*([-−]?\d+(?:[.,]\d+)?)\s*(°\s*C|C|h|min|s|d)\s*$/.exec(part)
      if (!m) throw new FieldError(`own.${limit}`, `“${part.trim()}” is not a limit. Write 65 °C or 90 min.`)
      const v = Number(m[1].replace('−', '-').replace(',', '.'))
      if (m[2].endsWith('C')) out.celsius = v
      else out.seconds = Math.round(v * unit[m[2]])
    }
    return [out]
  })
  return list.length > 0 ? list : undefined
}

const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

// sayDays writes weekdays: Tue–Sat; Mon, Wed.
function sayDays(days: number[] | null | undefined): string {
  if (!days?.length || days.length === 7) return 'every day'
  const list = days.map((d) => weekdays[d - 1])
  return days.length > 2 && days.every((d, i) => i === 0 || d === (days[i - 1] % 7) + 1) ? `${list[0]}–${list.at(-1)}` : list.join(', ')
}

/** sayShifts writes hours of a week as they are typed: Tue–Sat 14:00–23:00, Sun 10:00–16:00. */
export function sayShifts(list: Shift[]): string {
  return list.map((s, i) => (sayDays(s.days) === (i ? sayDays(list[i - 1].days) : 'every day') ? '' : `${sayDays(s.days)} `) + `${s.from}–${s.to}`).join(', ')
}

// hours reads stretches of the day: 09:00–15:00, 17:00–23:30.
function hours(field: string, text: string): { from: string; to: string }[] {
  return text
    .split(',')
    .filter((t) => t.trim())
    .map((t) => {
      const m = /^\s*(\d{1,2}[:.]\d{2})\s*[–-]\s*(\d{1,2}[:.]\d{2})\s*$/.exec(t)
      if (!m) throw new FieldError(field, `“${t.trim()}” is not a shift. Write 09:00–15:00.`)
      return { from: m[1].replace('.', ':').padStart(5, '0'), to: m[2].replace('.', ':').padStart(5, '0') }
    })
}

// heater reads how an oven heats and cools: seconds for one degree up / down.
function heater(i: number, e: Row): NonNullable<Kitchen['equipment']>[number]['heating'] {
  if (!e.heats?.trim()) return undefined
  const m = /^\s*(\d+)\s*\/\s*(\d+)\s*$/.exec(e.heats)
  if (!m) throw new FieldError(`equipment.${i}.heats`, `Heats / cools: write 6/8 (seconds per °C up / down).`)
  return { cold: e.cold?.trim() ? decimal(`equipment.${i}.cold`, e.cold) : 20, up: Number(m[1]), down: Number(m[2]), tolerance: e.within?.trim() ? decimal(`equipment.${i}.within`, e.within) : 5 }
}
