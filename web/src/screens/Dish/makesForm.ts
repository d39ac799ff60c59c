// How much a component makes, as it is typed: what its list loses on the way, the sheet or roll that
// is cut, and in what batches it is made.
import { api, ask, Refused, type Schemas } from '../../api/client'
import { amount } from '../../parts/amounts'
import { FieldError, measure } from '../../parts/reading'
import type { Row } from '../../parts/Rows'

type Component = Schemas['Component']

export type MakesForm = { least: string; most: string; whole: boolean; once: boolean; losses: Row[]; from: string; into: string; gap: string; ends: string }

const mm = (v: number | undefined) => (v ? `${v} mm` : '')
const both = (a: number, b: number) => (a >= 100 && b >= 100 ? `${a / 10} × ${b / 10} cm` : `${a} × ${b} mm`)
const one = (v: number) => (v >= 100 ? `${v / 10} cm` : `${v} mm`)

/** fromText is what is cut, as it is typed: 40 × 30 cm, Ø 26 cm, 45 cm roll. */
function fromText(c: NonNullable<Component['cut']>): string {
  if (c.diameter) return `Ø ${one(c.diameter)}`
  return c.slice ? `${one(c.length ?? 0)} roll` : both(c.length ?? 0, c.width ?? 0)
}

/** intoText is what it is cut into: Ø 60 mm, 80 × 40 mm, 12 mm slices. */
function intoText(c: NonNullable<Component['cut']>): string {
  if (c.slice) return `${one(c.slice)} slices`
  return c.cutter ? `Ø ${one(c.cutter)}` : both(c.along ?? 0, c.across ?? 0)
}

export function toMakesForm(c: Component): MakesForm {
  return {
    least: c.batching?.least ? amount(c.batching.least) : '',
    most: c.batching?.most ? amount(c.batching.most) : '',
    whole: c.batching?.whole ?? false,
    once: c.batching?.once ?? false,
    losses: (c.losses ?? []).map((l) => ({ how: l.how, amount: amount(l.amount) })),
    from: c.cut ? fromText(c.cut) : '',
    into: c.cut ? intoText(c.cut) : '',
    gap: mm(c.cut?.gap),
    ends: mm(c.cut?.ends),
  }
}

/** readMakes reads it over the component that it came from. */
export async function readMakes(f: MakesForm, over: Component): Promise<Pick<Component, 'batching' | 'losses' | 'cut'>> {
  return { batching: await batching(f), losses: await losses(f.losses), cut: await cut(f, over) }
}

async function batching(f: MakesForm): Promise<Component['batching']> {
  const least = await measure('least', f.least)
  const most = await measure('most', f.most)
  if (!least && !most && !f.whole && !f.once) return undefined
  return { ...(least ? { least } : {}), ...(most ? { most } : {}), ...(f.whole ? { whole: true } : {}), ...(f.once ? { once: true } : {}) }
}

async function losses(rows: Row[]): Promise<Component['losses']> {
  const said = rows.map((r, i) => ({ r, i })).filter(({ r }) => r.amount?.trim())
  if (said.length === 0) return undefined
  return Promise.all(
    said.map(async ({ r, i }) => {
      const much = await measure(`what it loses.${i}.amount`, r.amount)
      return { how: (r.how || 'trimmed') as Schemas['Loss']['how'], amount: much! }
    }),
  )
}

async function cut(f: MakesForm, over: Component): Promise<Component['cut']> {
  if (!f.from.trim() && !f.into.trim()) return undefined
  const was = toMakesForm(over)
  if (over.cut && was.from === f.from && was.into === f.into && was.gap === f.gap && was.ends === f.ends) return over.cut
  try {
    return await ask(api.GET('/api/read/cut', { params: { query: { from: f.from, into: f.into, gap: f.gap, ends: f.ends } } }))
  } catch (error) {
    const said = error instanceof Refused ? error.problem.errors?.[0] : undefined
    if (said) throw new FieldError(said.location ?? 'from', said.message ?? 'What is cut into what?')
    throw error
  }
}
