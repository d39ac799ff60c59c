// The form of a step: everything as it was typed, and the way to a step and
// back. What a text means is asked of the server; nothing is understood here.
import type { Schemas } from '../../api/client'
import { decimal, degrees, FieldError, measure, understand, whole } from '../../parts/reading'
import { lasts } from '../../parts/words'

export type Step = Schemas['Step']

export type SliceText = { at: string; side: 'start' | 'end'; for: string; what: string; assumed?: boolean }

export type Flame = NonNullable<Schemas['Needed']['flame']>

export type CueText = { sense: string; how: string; right: string; notYet: string; more: string; tooFar: string; then: string; looksWrong: string }

export const emptyCue: CueText = { sense: '', how: '', right: '', notYet: '', more: '', tooFar: '', then: '', looksWrong: '' }

export type StepForm = {
  name: string
  time: string
  per: Schemas['Time']['per']
  batch: string
  work: Schemas['Hands']['work']
  cook: string
  slices: SliceText[]
  equipment: { kind: string; setting: string; holds: string; cold: boolean; flame: Flame }[]
  least: string
  most: string
  soft: boolean
  place: string
  own: string
  reason: string
  eachWave: boolean
  daysBefore: string
  by: string
  byWhy: string
  byStrict: boolean
  notBefore: string
  notBeforeDays: string
  notBeforeWhy: string
  best: string
  does: { what: '' | Schemas['Holding']['what']; percent: string; to: string; rescue: string; reheat: string }
  moved: { to: string; place: string; least: string; most: string; soft: boolean }
  cues: CueText[]
  troubles: { what: string; follows: string; rescue: string }[]
  unbroken: boolean
  optional: boolean
  ceiling: string
  together: string
  short: string
  clean: boolean
  pan: string
  left: string
  amount: string
  table: { by: Schemas['SizeTable']['by']; unit: Schemas['SizeTable']['unit']; at: string; rows: { size: string; time: string }[] }
  cautions: { text: string; source: string }[]
  after: string[]
  note: string
  ours: string[] // fields that were assumed
}

export const words = (s: number) => (s === 0 ? '0' : s >= 3600 && s % 60 === 0 ? `${Math.floor(s / 3600)} h${s % 3600 ? ` ${(s % 3600) / 60} min` : ''}` : s % 60 === 0 ? `${s / 60} min` : lasts(s))

export function toForm(s: Step): StepForm {
  const t = s.time
  return {
    name: s.name,
    time: t ? (t.quick === t.slow ? words(t.usual) : `${words(t.quick)} – ${words(t.slow)}`) : '',
    per: t?.per ?? 'once',
    batch: t?.batch ? String(t.batch) : '',
    work: s.hands.work,
    cook: s.hands.cook ?? '',
    slices: (s.hands.slices ?? []).map((p) => ({ at: words(Math.abs(p.at)), side: p.at < 0 ? 'end' : 'start', for: words(p.for), what: p.what ?? '', ...(p.assumed ? { assumed: true } : {}) })),
    equipment: s.equipment.map((e) => ({ kind: e.kind, setting: e.setting === undefined ? '' : String(e.setting), holds: e.holds ? String(e.holds) : '', cold: e.cold ?? false, flame: e.flame ?? '' })),
    least: s.then.least ? words(s.then.least) : '',
    most: s.then.most === undefined ? '' : words(s.then.most),
    soft: s.then.soft ?? false,
    place: s.then.own ? '' : (s.then.place?.kind ?? ''),
    own: s.then.own && s.then.place?.setting !== undefined ? String(s.then.place.setting) : '',
    reason: s.then.reason ?? '',
    eachWave: s.eachWave ?? false,
    daysBefore: s.by ? String(s.by.daysBefore) : '0',
    by: s.by?.clock ?? '',
    byWhy: s.by?.reason ?? '',
    byStrict: s.by?.strict ?? false,
    notBefore: s.notBefore?.clock ?? '',
    notBeforeDays: s.notBefore ? String(s.notBefore.daysBefore) : '0',
    notBeforeWhy: s.notBefore?.reason ?? '',
    best: s.then.best === undefined ? '' : words(s.then.best),
    does: { what: s.then.does?.what ?? '', percent: s.then.does?.percent ? String(s.then.does.percent) : '', to: s.then.does?.to ? words(s.then.does.to) : '', rescue: s.then.does?.rescue ?? '', reheat: s.then.does?.reheat ?? '' },
    moved: { to: s.then.moved?.reason ?? '', place: s.then.moved?.place?.kind ?? '', least: s.then.moved?.least ? words(s.then.moved.least) : '', most: s.then.moved?.most === undefined ? '' : words(s.then.moved.most), soft: s.then.moved?.soft ?? false },
    cues: (s.cues ?? []).map((c) => ({ sense: c.sense ?? '', how: c.how ?? '', right: c.right ?? '', notYet: c.notYet ?? '', more: c.more ? words(c.more) : '', tooFar: c.tooFar ?? '', then: c.then ?? '', looksWrong: c.looksWrong ?? '' })),
    troubles: (s.troubles ?? []).map((t) => ({ what: t.what, follows: t.follows ?? '', rescue: t.rescue ?? '' })),
    unbroken: s.unbroken ?? false,
    optional: s.optional ?? false,
    ceiling: s.ceiling === undefined ? '' : String(s.ceiling),
    together: t?.cooks ? String(t.cooks) : '',
    short: s.short ?? '',
    clean: s.pan?.clean ?? false,
    pan: s.pan?.of ?? '',
    left: s.until ? `${s.until.quantity} ${s.until.unit}` : s.left === undefined ? '' : `${Math.round(s.left * 1000) / 10} %`,
    amount: t?.amount ? `${t.amount.quantity} ${t.amount.unit}` : '',
    table: { by: t?.table?.by ?? 'weight', unit: t?.table?.unit ?? 'g', at: t?.table ? String(t.table.at) : '', rows: (t?.table?.rows ?? []).map((r) => ({ size: String(r.size), time: words(r.seconds) })) },
    cautions: (s.cautions ?? []).map((c) => ({ text: c.text, source: c.source ?? '' })),
    after: s.after ?? [],
    note: s.note ?? '',
    ours: s.ours ?? [],
  }
}

/** toStep reads a form over the step that it came from. */
export async function toStep(f: StepForm, over: Step): Promise<Step> {
  if (!f.name.trim()) throw new FieldError('name', 'Name the step.')
  const time = await toTime(f)
  const was = toForm(over)
  const changed: Record<string, boolean> = { time: f.time !== was.time || f.per !== was.per, setting: JSON.stringify(f.equipment) !== JSON.stringify(was.equipment), cue: JSON.stringify(f.cues) !== JSON.stringify(was.cues), hands: f.work !== was.work || JSON.stringify(f.slices) !== JSON.stringify(was.slices), wait: f.least !== was.least || f.most !== was.most }
  const ours = f.ours.filter((field) => !changed[field]) // what a cook has decided is assumed no more
  const slices = await Promise.all(
    (f.work === 'slices' ? f.slices : []).map(async (p, i) => {
      const at = (await understand(`slices.${i}.at`, p.at)).usual
      return { at: p.side === 'end' ? -at : at, for: (await understand(`slices.${i}.for`, p.for)).usual, ...(p.what.trim() ? { what: p.what.trim() } : {}), ...(p.assumed && ours.includes('hands') ? { assumed: true } : {}) }
    }),
  )
  const equipment = await Promise.all(
    f.equipment
      .filter((e) => e.kind)
      .map(async (e, i) => ({
        kind: e.kind,
        ...(e.setting.trim() ? { setting: await degrees(`equipment.${i}.setting`, e.setting) } : {}),
        ...(e.holds.trim() ? { holds: whole(`equipment.${i}.holds`, e.holds) } : {}),
        ...(e.cold ? { cold: true } : {}),
        ...(e.flame ? { flame: e.flame } : {}),
      })),
  )
  const cues = await Promise.all(f.cues.map((c, i) => toCue(c, i))).then((list) => list.filter((c) => Object.keys(c).length > 0))
  const place = over.then.place?.kind === f.place && !over.then.own ? over.then.place : f.place ? { kind: f.place } : undefined
  const oven = equipment.find((e) => e.setting !== undefined)
  if (f.own.trim() && !oven) throw new FieldError('own', 'Set an oven temperature first.')
  const rests = f.own.trim() && oven ? { place: { ...oven, cold: undefined, setting: await degrees('own', f.own) }, own: true } : undefined
  return {
    id: over.id,
    name: f.name.trim(),
    ...(over.said ? { said: over.said } : {}),
    ...(f.note.trim() ? { note: f.note.trim() } : {}),
    ...(time ? { time } : {}),
    hands: { work: f.work, ...(f.cook ? { cook: f.cook } : {}), ...(slices.length ? { slices } : {}) },
    equipment,
    then: {
      ...(f.least.trim() ? { least: (await understand('least', f.least)).usual } : {}),
      ...(f.best.trim() ? { best: (await understand('best', f.best)).usual } : {}),
      ...(f.most.trim() ? { most: (await understand('most', f.most)).usual } : {}),
      ...(f.soft ? { soft: true } : {}),
      ...(rests ?? (place ? { place } : {})),
      ...(f.reason.trim() ? { reason: f.reason.trim() } : {}),
      ...(f.does.what ? { does: { what: f.does.what, ...(f.does.percent.trim() ? { percent: decimal('does.percent', f.does.percent) } : {}), ...(f.does.to.trim() ? { to: (await understand('does.to', f.does.to)).usual } : {}), ...filled({ rescue: f.does.rescue, reheat: f.does.reheat }) } } : {}),
      ...(await toMoved(f.moved, over)),
    },
    ...(f.after.length ? { after: f.after } : {}),
    ...(f.eachWave ? { eachWave: true } : {}),
    ...(f.notBefore.trim() ? { notBefore: { daysBefore: whole('notBeforeDays', f.notBeforeDays || '0'), clock: f.notBefore.trim(), ...filled({ reason: f.notBeforeWhy }) } } : {}),
    ...(f.by.trim() ? { by: { daysBefore: whole('daysBefore', f.daysBefore || '0'), clock: f.by.trim(), ...filled({ reason: f.byWhy }), ...(f.byStrict ? { strict: true } : {}) } } : {}),
    ...(cues.length ? { cues } : {}),
    ...(f.troubles.some((t) => t.what.trim()) ? { troubles: f.troubles.filter((t) => t.what.trim()).map((t) => filled({ what: t.what, follows: t.follows, rescue: t.rescue }) as Schemas['Trouble']) } : {}),
    ...(f.unbroken ? { unbroken: true } : {}),
    ...(f.optional ? { optional: true } : {}),
    ...(f.ceiling.trim() ? { ceiling: await degrees('ceiling', f.ceiling) } : {}),
    ...(f.short.trim() ? { short: f.short.trim() } : {}),
    ...(f.pan || f.clean ? { pan: { ...(f.pan ? { of: f.pan } : {}), ...(f.clean ? { clean: true } : {}) } } : {}),
    ...(await boiledDown(f.left)),
    ...(ours.length ? { ours } : {}),
    ...(f.cautions.some((c) => c.text.trim()) ? { cautions: f.cautions.filter((c) => c.text.trim()).map((c) => ({ text: c.text.trim(), ...(c.source.trim() ? { source: c.source.trim() } : {}) })) } : {}),
  }
}

/** filled leaves out what is empty. */
function filled(texts: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(texts).flatMap(([name, text]) => (text.trim() ? [[name, text.trim()]] : [])))
}

/** toMoved reads the second place in which a thing waits. */
async function toMoved(m: StepForm['moved'], over: Step): Promise<Pick<Step['then'], 'moved'>> {
  if (!m.to.trim() && !m.place && !m.least.trim() && !m.most.trim()) return {}
  const was = over.then.moved?.place
  const place = was?.kind === m.place ? was : m.place ? { kind: m.place } : undefined
  return {
    moved: {
      ...(m.least.trim() ? { least: (await understand('moved.least', m.least)).usual } : {}),
      ...(m.most.trim() ? { most: (await understand('moved.most', m.most)).usual } : {}),
      ...(m.soft ? { soft: true } : {}),
      ...(place ? { place } : {}),
      ...filled({ reason: m.to }),
    },
  }
}

/** boiledDown reads how far a step reduces: a share (¼, 25 %) or an amount (200 ml). */
async function boiledDown(text: string): Promise<Pick<Step, 'left' | 'until'>> {
  const a = await measure('left', text)
  if (!a) return {}
  if (a.unit === 'percent' || (a.unit === 'piece' && a.quantity <= 1)) {
    const left = a.unit === 'percent' ? a.quantity / 100 : a.quantity
    if (left > 1) throw new FieldError('left', 'More than all of it cannot be left.')
    return { left }
  }
  if (a.unit === 'piece') throw new FieldError('left', `“${text}” of what? Write ¼, 25 % or 200 ml.`)
  return { until: a }
}

async function toCue(c: CueText, i: number): Promise<Schemas['Cue']> {
  const more = c.more.trim() ? (await understand(`cues.${i}.more`, c.more)).usual : 0
  const words = filled({ ...c, more: '' })
  return { ...words, ...(more ? { more } : {}) } as Schemas['Cue']
}

/** toTime reads the time of a step; undefined: it is left open. */
async function toTime(f: StepForm): Promise<Schemas['Time'] | undefined> {
  if (f.per === 'table') {
    const rows = await Promise.all(f.table.rows.map(async (r, i) => ({ size: decimal(`table.${i}.size`, r.size), seconds: (await understand(`table.${i}.time`, r.time)).usual })))
    const all = rows.map((r) => r.seconds).sort((a, b) => a - b)
    return { quick: all[0] ?? 0, usual: all[Math.floor(all.length / 2)] ?? 0, slow: all.at(-1) ?? 0, per: 'table', table: { by: f.table.by, unit: f.table.unit, at: decimal('table.at', f.table.at), rows } }
  }
  if (!f.time.trim()) return undefined
  const { quick, usual, slow } = await understand('time', f.time)
  const amount = await measure('amount', f.amount)
  return { quick, usual, slow, per: f.per, ...(f.per === 'batch' || f.per === 'piece' ? { batch: whole('batch', f.batch || '1') } : {}), ...((f.per === 'portion' || f.per === 'piece') && f.together.trim() ? { cooks: whole('together', f.together) } : {}), ...(amount ? { amount } : {}) }
}

/** ways are how a step keeps hands busy, as a cook says it. */
export const ways = ['all the time', 'at the start', 'start and end', 'now and then', 'not at all'] as const

export type Way = (typeof ways)[number]

/** wayOf is the way of what stands in a form. */
export function wayOf(f: Pick<StepForm, 'work' | 'slices'>): Way {
  if (f.work === 'all') return 'all the time'
  if (f.work === 'none') return 'not at all'
  const [first, second, third] = f.slices
  const starts = first && first.side === 'start' && /^0?$/.test(first.at.trim())
  if (starts && !second) return 'at the start'
  return starts && second?.side === 'end' && !third ? 'start and end' : 'now and then'
}

const short = (side: SliceText['side'], at: string): SliceText => ({ at, side, for: '30 s', what: '' })

/** toWay is what a form has when another way is chosen. */
export function toWay(way: Way, f: Pick<StepForm, 'slices'>): Pick<StepForm, 'work' | 'slices'> {
  switch (way) {
    case 'all the time':
      return { work: 'all', slices: f.slices }
    case 'not at all':
      return { work: 'none', slices: f.slices }
    case 'at the start':
      return { work: 'slices', slices: [short('start', '0')] }
    case 'start and end':
      return { work: 'slices', slices: [short('start', '0'), short('end', '30 s')] }
  }
  return { work: 'slices', slices: f.slices.length > 2 ? f.slices : [short('start', '0'), short('start', ''), short('end', '30 s')] }
}
