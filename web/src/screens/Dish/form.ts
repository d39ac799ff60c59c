// The form of a step: everything as it was typed, and the way to a step and
// back. What a text means is asked of the server; nothing is understood here.
import { api, ask, Refused, type Schemas } from '../../api/client'
import { lasts } from '../../parts/words'

export type Step = Schemas['Step']

export type SliceText = { at: string; side: 'start' | 'end'; for: string }

export type StepForm = {
  name: string
  time: string
  per: Schemas['Time']['per']
  batch: string
  work: Schemas['Hands']['work']
  cook: string
  slices: SliceText[]
  equipment: { kind: string; setting: string; holds: string }[]
  least: string
  most: string
  soft: boolean
  place: string
  reason: string
  eachWave: boolean
  daysBefore: string
  by: string
  cue: string
  cautions: { text: string; source: string }[]
  after: string[]
}

const words = (s: number) => (s === 0 ? '0' : s >= 3600 && s % 60 === 0 ? `${Math.floor(s / 3600)} h${s % 3600 ? ` ${(s % 3600) / 60} min` : ''}` : s % 60 === 0 ? `${s / 60} min` : lasts(s))

export function toForm(s: Step): StepForm {
  const t = s.time
  return {
    name: s.name,
    time: t ? (t.quick === t.slow ? words(t.usual) : `${words(t.quick)} – ${words(t.slow)}`) : '',
    per: t?.per ?? 'once',
    batch: t?.batch ? String(t.batch) : '',
    work: s.hands.work,
    cook: s.hands.cook ?? '',
    slices: (s.hands.slices ?? []).map((p) => ({ at: words(Math.abs(p.at)), side: p.at < 0 ? 'end' : 'start', for: words(p.for) })),
    equipment: s.equipment.map((e) => ({ kind: e.kind, setting: e.setting === undefined ? '' : String(e.setting), holds: e.holds ? String(e.holds) : '' })),
    least: s.then.least ? words(s.then.least) : '',
    most: s.then.most === undefined ? '' : words(s.then.most),
    soft: s.then.soft ?? false,
    place: s.then.place?.kind ?? '',
    reason: s.then.reason ?? '',
    eachWave: s.eachWave ?? false,
    daysBefore: s.by ? String(s.by.daysBefore) : '0',
    by: s.by?.clock ?? '',
    cue: s.cue ?? '',
    cautions: (s.cautions ?? []).map((c) => ({ text: c.text, source: c.source ?? '' })),
    after: s.after ?? [],
  }
}

/** FieldError says which field of the form is not understood, and why. */
export class FieldError extends Error {
  constructor(
    readonly field: string,
    what: string,
  ) {
    super(what)
  }
}

const zero = /^0*$/

async function understand(field: string, text: string) {
  if (zero.test(text.trim())) return { quick: 0, usual: 0, slow: 0, text: '0' }
  try {
    return await ask(api.GET('/api/read/duration', { params: { query: { text } } }))
  } catch (error) {
    if (error instanceof Refused && error.problem.status === 422) throw new FieldError(field, error.problem.errors?.[0]?.message ?? error.message)
    throw error
  }
}

/** say asks how a time is understood; undefined where it is not. */
export async function say(text: string): Promise<string | undefined> {
  try {
    return (await understand('', text)).text
  } catch {
    return undefined
  }
}

function whole(field: string, text: string): number {
  if (!/^[-−]?\d+$/.test(text.trim())) throw new FieldError(field, `“${text}” is no whole number`)
  return Number(text.trim().replace('−', '-'))
}

/** toStep reads a form over the step that it came from. */
export async function toStep(f: StepForm, over: Step): Promise<Step> {
  if (!f.name.trim()) throw new FieldError('name', 'a step wants a name')
  const time = f.time.trim() ? await understand('time', f.time) : undefined
  const slices = await Promise.all(
    (f.work === 'slices' ? f.slices : []).map(async (p, i) => {
      const at = (await understand(`slices.${i}.at`, p.at)).usual
      return { at: p.side === 'end' ? -at : at, for: (await understand(`slices.${i}.for`, p.for)).usual }
    }),
  )
  const equipment = f.equipment
    .filter((e) => e.kind)
    .map((e, i) => ({
      kind: e.kind,
      ...(e.setting.trim() ? { setting: whole(`equipment.${i}.setting`, e.setting) } : {}),
      ...(e.holds.trim() ? { holds: whole(`equipment.${i}.holds`, e.holds) } : {}),
    }))
  const place = over.then.place?.kind === f.place ? over.then.place : f.place ? { kind: f.place } : undefined
  return {
    id: over.id,
    name: f.name.trim(),
    ...(time ? { time: { quick: time.quick, usual: time.usual, slow: time.slow, per: f.per, ...(f.per === 'batch' ? { batch: whole('batch', f.batch || '1') } : {}) } } : {}),
    hands: { work: f.work, ...(f.cook ? { cook: f.cook } : {}), ...(slices.length ? { slices } : {}) },
    equipment,
    then: {
      ...(f.least.trim() ? { least: (await understand('least', f.least)).usual } : {}),
      ...(f.most.trim() ? { most: (await understand('most', f.most)).usual } : {}),
      ...(f.soft ? { soft: true } : {}),
      ...(place ? { place } : {}),
      ...(f.reason.trim() ? { reason: f.reason.trim() } : {}),
    },
    ...(f.after.length ? { after: f.after } : {}),
    ...(f.eachWave ? { eachWave: true } : {}),
    ...(f.by.trim() ? { by: { daysBefore: whole('daysBefore', f.daysBefore || '0'), clock: f.by.trim() } } : {}),
    ...(f.cue.trim() ? { cue: f.cue.trim() } : {}),
    ...(f.cautions.some((c) => c.text.trim()) ? { cautions: f.cautions.filter((c) => c.text.trim()).map((c) => ({ text: c.text.trim(), ...(c.source.trim() ? { source: c.source.trim() } : {}) })) } : {}),
  }
}
