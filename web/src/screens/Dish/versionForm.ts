// The form of a version: everything as it was typed, and the way to a version
// and back.
import type { Schemas } from '../../api/client'
import { decimal, FieldError } from '../../parts/reading'
import type { Row } from '../../parts/Rows'

export type Version = Schemas['Version']
export type VersionForm = { name: string; without: string[]; changes: Row[] }

/** toVersionForm is a version as it is typed; components are what it may put in, by name. */
export const toVersionForm = (components: Schemas['Named'][], v?: Version): VersionForm => ({
  name: v?.name ?? '',
  without: v?.without ?? [],
  changes: (v?.changes ?? []).map((c): Row => c.step || c.new ? { do: c.do, what: `${c.component ?? ''}/step:${c.step ?? ''}`, step: c.new?.said || c.new?.name || '', was: JSON.stringify(c.new ?? null), kept: JSON.stringify({ reason: c.reason }) } : ({ do: c.do, what: `${c.component ?? ''}/${c.line ?? ''}`, with: c.ingredient ? `i:${c.ingredient}` : c.with ? `c:${c.with}` : '', named: c.ingredient && !c.made ? (c.with ?? '') : (components.find((x) => x.id === c.with)?.name ?? ''), factor: c.factor ? String(c.factor) : '', kept: JSON.stringify({ amount: c.amount, reason: c.reason }) })),
})

/** ReadStep reads a typed line as a step with an id that its component does not have; undefined: it is none. */
export type ReadStep = (line: string, component: string) => Promise<Schemas['Step'] | undefined>

// stepChange reads a change of a step: one that is left out, done otherwise, or done as well.
async function stepChange(r: Row, i: number, component: string, step: string, read: ReadStep): Promise<Schemas['Change']> {
  const act = (r.do || 'leave out') as Schemas['Change']['do']
  const of = { ...JSON.parse(r.kept || '{}'), do: act, component, ...(step ? { step } : {}) }
  if (act === 'scale') throw new FieldError(`changes.${i}.do`, 'A step is left out, swapped for another, or followed by one more.')
  if (act === 'leave out') return of
  const was = JSON.parse(r.was || 'null') as Schemas['Step'] | null
  if (was && (was.said || was.name) === r.step) return { ...of, new: was } // nobody has typed it anew
  if (!r.step?.trim()) throw new FieldError(`changes.${i}.step`, act === 'add' ? 'Do what after it?' : 'Do what instead?')
  const made = await read(r.step, component)
  if (!made) throw new FieldError(`changes.${i}.step`, `“${r.step}”: what is done? Write “roast 6 min more at 180”.`)
  return { ...of, new: was ? { ...made, id: was.id } : made }
}

/** toVersion reads a form. */
export async function toVersion(f: VersionForm, id: string, read: ReadStep): Promise<Version> {
  if (!f.name.trim()) throw new FieldError('name', 'Name the version.')
  const changes = await Promise.all(f.changes.filter((r) => r.do || r.what).map(async (r, i): Promise<Schemas['Change']> => {
    const [component, line] = (r.what ?? '').split(/\/(.*)/)
    if (line?.startsWith('step:')) return stepChange(r, i, component, line.slice('step:'.length), read)
    const act = (r.do || 'leave out') as Schemas['Change']['do']
    if (!component && act !== 'add') throw new FieldError(`changes.${i}.what`, 'Change what?')
    if ((act === 'swap' || act === 'add') && !r.with) throw new FieldError(`changes.${i}.with`, 'Put in what?')
    const bought = r.with?.startsWith('i:') ? r.with.slice(2) : undefined
    const made = r.with?.startsWith('c:') ? r.with.slice(2) : undefined
    const inLine = Boolean(line) || (act === 'add' && Boolean(component))
    return {
      ...JSON.parse(r.kept || '{}'), do: act, ...(component ? { component } : {}), ...(line ? { line } : {}),
      ...(bought ? { with: r.named || bought, ingredient: bought } : {}),
      ...(made ? { with: made, ...(inLine ? { ingredient: made, made: true } : {}) } : {}),
      ...(act === 'scale' || r.factor?.trim() ? { factor: decimal(`changes.${i}.factor`, r.factor ?? '') } : {}),
    }
  }))
  return { id, name: f.name.trim(), ...(f.without.length ? { without: f.without } : {}), changes }
}
