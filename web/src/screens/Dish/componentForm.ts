// The form of a component: everything as it was typed, and the way to a
// component and back.
import type { Schemas } from '../../api/client'
import { idsFor } from '../../parts/ids'
import { decimal, FieldError, measure, measureBetween, readLine, understand, whole, type Measured } from '../../parts/reading'
import type { Row } from '../../parts/Rows'
import { amount, amountOrBetween } from '../../parts/amounts'
import { words } from './form'
import { readMakes, toMakesForm, type MakesForm } from './makesForm'
import { stepIDs, used } from './steps'

type Component = Schemas['Component']

export type ComponentForm = { name: string; yield: string; portion: string; section: string; container: string; density: string; spare: string; pars: Row[]; lines: Row[]; rules: Row[]; methods: Row[]; keeps: Row[]; takeOuts: Row[]; byProducts: Row[]; conditions: Row[]; changes: Row[]; chains: Row[]; orders: Row[] } & MakesForm

export function toComponentForm(c: Component, portion: Measured = {}): ComponentForm {
  return {
    name: c.name,
    yield: amountOrBetween({ amount: c.yield, between: c.between }),
    portion: amountOrBetween(portion),
    section: c.section ?? '',
    container: c.container ?? '',
    density: c.density === undefined ? '' : String(c.density),
    ...toMakesForm(c),
    spare: c.spare === undefined ? '' : String(c.spare),
    pars: (c.pars ?? []).map((p) => ({ days: (p.days ?? []).join(','), covers: p.covers ? String(p.covers) : '', amount: amount(p.amount) })),
    lines: c.ingredients.map((l) => ({ id: l.id ?? '', name: l.name, amount: amountOrBetween(l), note: l.note ?? '' })),
    rules: c.ingredients.filter((l) => l.per || l.scale).map((l) => ({ line: l.name, how: l.per ? 'per' : l.scale!, per: perText(c, l.per) })),
    methods: c.methods.map((m) => ({ id: m.id, name: m.name, reason: m.reason ?? '', bought: m.bought ? words(m.bought.order ?? 0) : '' })),
    keeps: (c.keeps ?? []).map((k) => ({ place: k.place, for: words(k.for), then: k.then ?? '' })),
    takeOuts: (c.takeOuts ?? []).map((t) => ({ name: t.name, pieces: t.pieces ? String(t.pieces) : '', each: t.each ? 'each' : '', in: t.in, out: t.out ?? '', before: t.before ?? '', within: t.within === undefined ? '' : words(t.within), at: String(t.at ?? 0) })),
    chains: (used(c)?.chains ?? []).map((k) => ({ reason: k.reason ?? '', from: pointText(k.from), fromAt: k.from.at ? words(k.from.at) : '', to: pointText(k.to), toAt: k.to.at ? words(k.to.at) : '', least: k.least ? words(k.least) : '', best: k.best === undefined ? '' : words(k.best), most: k.most === undefined ? '' : words(k.most), soft: k.soft ? 'soft' : '' })),
    orders: (used(c)?.orders ?? []).map((o) => ({ first: o.first, then: o.then, reason: o.reason ?? '' })),
    byProducts: (c.byProducts ?? []).map((p) => ({ id: p.id, name: p.name, amount: p.amount ? amount(p.amount) : '', step: p.step ?? '', density: p.density === undefined ? '' : String(p.density) })),
    changes: (c.variant?.changes ?? []).map((k) => ({ do: k.do, line: k.line ?? '', ingredient: k.ingredient ?? '', with: k.with ?? '', factor: k.factor ? String(k.factor) : '' })),
    conditions: (c.conditions ?? []).flatMap((k) => k.effects.map((e) => ({ id: k.id, name: k.name, line: k.line, ...effectRow(e) }))),
  }
}

/** perText writes to what a line is tied: “100 ml of stock”, “of potato”, “of all”. */
function perText(c: Component, per: Schemas['Ratio'] | undefined): string {
  if (!per) return ''
  const to = per.to ? (c.ingredients.find((l) => l.id === per.to)?.name ?? per.to) : 'all'
  return per.each ? `${amount(per.each)} of ${to}` : `of ${to}`
}

// tied reads that back. The line that is meant is found by its name.
async function tied(field: string, text: string, rows: Row[], ids: string[]): Promise<Schemas['Ratio'] | undefined> {
  const said = /^(?:(?:to|for|per)\s+)?(.*?)\s*\bof\s+(?:the\s+)?(.+)$/i.exec(text.trim())
  if (!said) throw new FieldError(field, `“${text}”: write “100 ml of stock”, or “of potato” for a share of its weight.`)
  const name = said[2].trim().toLowerCase()
  const at = rows.findIndex((r) => r.name?.trim().toLowerCase() === name)
  if (at < 0 && name !== 'all') throw new FieldError(field, `“${said[2]}” is not an ingredient here.`)
  const each = await measure(field, said[1])
  return { ...(at < 0 ? {} : { to: ids[at] }), ...(each ? { each } : {}) }
}

/** pointText is a moment of a step as the form has it: its step, and from which end it counts. */
const pointText = (p: Schemas['Point']) => `${p.end ? 'end' : 'start'}:${p.step}`

// chain reads a wait over several steps.
async function chain(r: Row, i: number): Promise<Schemas['Chain']> {
  const at = `waits over several steps.${i}`
  if (!r.from) throw new FieldError(`${at}.from`, 'Counted from which step?')
  if (!r.to) throw new FieldError(`${at}.to`, 'Counted to which step?')
  const length = async (name: string) => (r[name]?.trim() ? (await understand(`${at}.${name}`, r[name])).usual : undefined)
  const point = async (name: string): Promise<Schemas['Point']> => {
    const [end, step] = r[name].split(/:(.*)/)
    return { step, at: await length(`${name}At`), ...(end === 'end' ? { end: true } : {}) }
  }
  const [least, best, most] = [await length('least'), await length('best'), await length('most')]
  if (least === undefined && best === undefined && most === undefined) throw new FieldError(`${at}.least`, `${r.reason || 'Wait'}: how long at least, or at most?`)
  return { from: await point('from'), to: await point('to'), least, best, most, ...(r.soft ? { soft: true } : {}), reason: r.reason?.trim() || undefined }
}

function order(r: Row, i: number): Schemas['StepOrder'] {
  if (!r.first || !r.then) throw new FieldError(`always in this order.${i}.${r.first ? 'then' : 'first'}`, 'Which step?')
  return { first: r.first, then: r.then, reason: r.reason?.trim() || undefined }
}

// pars are how much is to be there, by weekday and covers.
async function pars(rows: Row[]): Promise<Component['pars']> {
  const said = rows.map((r, i) => ({ r, i })).filter(({ r }) => r.amount?.trim() || r.covers?.trim())
  if (said.length === 0) return undefined
  return Promise.all(
    said.map(async ({ r, i }) => {
      const much = await measure(`par.${i}.amount`, r.amount ?? '')
      if (!much) throw new FieldError(`par.${i}.amount`, 'How much is to be there?')
      return { ...(r.days ? { days: r.days.split(',').map(Number) } : {}), ...(r.covers?.trim() ? { covers: whole(`par.${i}.covers`, r.covers) } : {}), amount: much }
    }),
  )
}

const present = (rows: Row[], name: string) => rows.filter((r) => r[name]?.trim())

/** toComponent reads a form over the component that it came from. */
export async function toComponent(f: ComponentForm, over: Component, portion: Measured = {}): Promise<{ next: Component; portion: Measured }> {
  if (!f.name.trim()) throw new FieldError('name', 'Name the component.')
  const said = await measureBetween('yield', f.yield, { amount: over.yield, between: over.between })
  const makes = said.amount ?? (over.variant ? over.yield : undefined)
  if (!makes) throw new FieldError('yield', 'Yield? Write 500 g or 6.')
  const next: Component = { ...over, name: f.name.trim(), yield: makes, between: said.between, ingredients: await lines(f.lines, f.rules, over), methods: await methods(f.methods, over), section: f.section || undefined, container: f.container.trim() || undefined, density: f.density.trim() ? decimal('density', f.density) : undefined, spare: f.spare.trim() ? decimal('spare', f.spare) : undefined }
  Object.assign(next, await readMakes(f, over))
  next.pars = await pars(f.pars)
  const chains = await Promise.all(f.chains.filter((r) => Object.values(r).some((v) => v.trim())).map((r, i) => chain(r, i)))
  const orders = f.orders.filter((r) => r.first || r.then).map((r, i) => order(r, i))
  next.methods = next.methods.map((m) => (m.id === used(over)?.id ? { ...m, chains: chains.length ? chains : undefined, orders: orders.length ? orders : undefined } : m))
  if (!next.methods.some((m) => m.id === next.chosen)) delete next.chosen
  next.keeps = await Promise.all(present(f.keeps, 'for').map(async (r, i) => ({ place: (r.place || 'chilled') as Schemas['Keep']['place'], for: (await understand(`shelf life.${i}.for`, r.for)).usual, ...(r.then ? { then: r.then } : {}) })))
  next.takeOuts = await Promise.all(present(f.takeOuts, 'name').map((r, i) => takeOut(r, i)))
  next.byProducts = await byProducts(f.byProducts)
  next.conditions = await conditions(f.conditions, over)
  if (over.variant) next.variant = { ...over.variant, changes: present(f.changes, 'do').map((r, i) => change(r, i)) }
  return { next, portion: await measureBetween('portion', f.portion, portion) }
}

async function lines(rows: Row[], rules: Row[], over: Component): Promise<Schemas['Line'][]> {
  const named = present(rows, 'name')
  const before = named.map((r) => over.ingredients.find((l) => (l.id ? l.id === r.id : l.name === r.name)))
  const ids = await idsFor(named.map((r, i) => ({ id: r.id || before[i]?.id, name: r.name })))
  const ruled = present(rules, 'line').map((r, i) => ({ ...r, field: `scaling exceptions.${i}`, at: named.findIndex((n) => n.name.trim().toLowerCase() === r.line.trim().toLowerCase()) }) as Row & { field: string; at: number })
  const gone = (name: string) => over.ingredients.some((l) => l.name === name) // with its line, its rule goes too
  for (const r of ruled) if (r.at < 0 && !gone(r.line)) throw new FieldError(`${r.field}.line`, `“${r.line}” is not an ingredient here.`)
  return Promise.all(
    named.map(async (r, i) => {
      const was = before[i]
      const rule = ruled.find((x) => x.at === i)
      const { amount, between, either } = await measureBetween(`ingredients.${i}.amount`, r.amount ?? '', was)
      const same = was && was.name === r.name.trim()
      return { ...(same ? was : {}), id: ids[i], name: r.name.trim(), amount, between, either, per: rule?.how === 'per' ? await tied(`${rule.field}.per`, rule.per ?? '', named, ids) : undefined, scale: (rule && rule.how !== 'per' ? rule.how : undefined) as Schemas['Line']['scale'], note: r.note || undefined }
    }),
  )
}

async function methods(rows: Row[], over: Component): Promise<Schemas['Method'][]> {
  const named = present(rows, 'name')
  const of = (r: Row) => over.methods.find((m) => m.id === r.id)
  const ids = await idsFor(named.map((r) => ({ id: of(r)?.id, name: r.name })), over.methods.map((m) => m.id))
  return Promise.all(
    named.map(async (r, i) => {
      const was = of(r)
      const bought = r.bought?.trim() ? { ...(was?.bought ?? {}), order: (await understand(`methods.${i}.bought`, r.bought)).usual } : undefined
      return { ...(was ?? { steps: [] }), id: ids[i], name: r.name.trim(), reason: r.reason || undefined, bought }
    }),
  )
}

async function takeOut(r: Row, i: number): Promise<Schemas['TakeOut']> {
  if (!r.in) throw new FieldError(`take-outs.${i}.in`, `${r.name}: goes in at which step?`)
  const within = r.within?.trim() ? (await understand(`take-outs.${i}.within`, r.within)).usual : undefined
  const pieces = r.pieces?.trim() ? decimal(`take-outs.${i}.pieces`, r.pieces) : undefined
  if (pieces !== undefined && (!Number.isInteger(pieces) || pieces < 1)) throw new FieldError(`take-outs.${i}.pieces`, `${r.name}: how many? A whole number.`)
  return { name: r.name.trim(), pieces, each: r.each ? true : undefined, in: r.in, out: r.out || undefined, before: r.before || undefined, within, at: Number(r.at) || undefined }
}

async function byProducts(rows: Row[]): Promise<Schemas['ByProduct'][]> {
  const named = present(rows, 'name')
  const ids = await idsFor(named.map((r) => ({ id: r.id, name: r.name })))
  return Promise.all(named.map(async (r, i) => ({ id: ids[i], name: r.name.trim(), amount: await measure(`left over.${i}.amount`, r.amount ?? ''), step: r.step || undefined, density: r.density?.trim() ? decimal(`left over.${i}.density`, r.density) : undefined })))
}

function change(r: Row, i: number): Schemas['Change'] {
  const act = r.do as Schemas['Change']['do']
  if (act !== 'add' && !r.line) throw new FieldError(`changes.${i}.line`, 'what is changed?')
  const put = act === 'swap' || act === 'add'
  if (put && !r.ingredient) throw new FieldError(`changes.${i}.ingredient`, 'what is put in?')
  return { do: act, ...(r.line ? { line: r.line } : {}), ...(put ? { ingredient: r.ingredient, with: r.with || r.ingredient } : {}), ...(r.factor?.trim() ? { factor: decimal(`changes.${i}.factor`, r.factor) } : {}) }
}

/** effectRow is what a condition changes, as it is typed: × 0.8, +25 min, or the step that is done. */
function effectRow(e: Schemas['Effect']): Row {
  const keep = { was: JSON.stringify(e.new ?? null), reason: e.reason ?? '' }
  if (e.new) return { ...keep, what: `${e.leaveOut ? 'swap' : 'add'}:${e.step}`, factor: e.new.said || e.new.name }
  if (e.leaveOut) return { ...keep, what: `out:${e.step}`, factor: '' }
  if (e.more) return { ...keep, what: `step:${e.step}`, factor: `${e.more < 0 ? '−' : '+'}${words(Math.abs(e.more))}` }
  return { ...keep, what: e.line ? `line:${e.line}` : `step:${e.step}`, factor: String(e.factor) }
}

// toEffect reads it.
async function toEffect(r: Row, i: number, over: Component): Promise<Schemas['Effect']> {
  const field = `arrives as.${i}.factor`
  const [kind, of] = r.what.split(/:(.*)/)
  const more = /^\s*([+−-])\s*(.+)$/.exec(r.factor ?? '')
  if (kind === 'out') return { step: of, factor: 1, leaveOut: true }
  if (kind === 'step' && more) return { step: of, factor: 1, more: (await understand(field, more[2])).usual * (more[1] === '+' ? 1 : -1) }
  if (kind !== 'swap' && kind !== 'add') return { [kind]: of, factor: decimal(field, r.factor ?? '') }
  const was = JSON.parse(r.was || 'null') as Schemas['Step'] | null
  const same = was && (was.said || was.name) === r.factor
  const made = same ? was : (await readLine(r.factor ?? '', 'step', stepIDs(over), over.id)).step?.steps[0]
  if (!made) throw new FieldError(field, `${r.name}: do what? Write “toast 4 min at 180”.`)
  return { step: of, factor: 1, ...(kind === 'swap' ? { leaveOut: true } : {}), new: was ? { ...made, id: was.id } : made }
}

// conditions gathers rows of one state into one condition with its effects.
async function conditions(rows: Row[], over: Component): Promise<Schemas['Condition'][]> {
  const said = present(rows, 'name').map((r): Row => ({ ...r, name: r.name.trim() }))
  const states = said.filter((r, i) => said.findIndex((o) => o.name === r.name) === i)
  const effects = await Promise.all(said.map((r, i) => {
    if (!r.what) throw new FieldError(`arrives as.${i}.what`, `${r.name}: change what?`)
    return toEffect(r, i, over).then((e) => (r.reason ? { ...e, reason: r.reason } : e))
  }))
  const ids = await idsFor(states.map((r) => ({ id: r.id, name: r.name })))
  return states.map((s, k) => ({ id: ids[k], name: s.name, line: s.line ?? '', effects: effects.filter((_, i) => said[i].name === s.name) }))
}
