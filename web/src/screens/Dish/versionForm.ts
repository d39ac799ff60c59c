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
  changes: (v?.changes ?? []).map((c) => ({ do: c.do, what: `${c.component ?? ''}/${c.line ?? ''}`, with: c.ingredient ? `i:${c.ingredient}` : c.with ? `c:${c.with}` : '', named: c.ingredient && !c.made ? (c.with ?? '') : (components.find((x) => x.id === c.with)?.name ?? ''), factor: c.factor ? String(c.factor) : '' })),
})

/** toVersion reads a form. */
export function toVersion(f: VersionForm, id: string): Version {
  if (!f.name.trim()) throw new FieldError('name', 'Name the version.')
  const changes = f.changes.filter((r) => r.do || r.what).map((r, i): Schemas['Change'] => {
    const [component, line] = (r.what ?? '').split(/\/(.*)/)
    const act = (r.do || 'leave out') as Schemas['Change']['do']
    if (!component && act !== 'add') throw new FieldError(`changes.${i}.what`, 'Change what?')
    if ((act === 'swap' || act === 'add') && !r.with) throw new FieldError(`changes.${i}.with`, 'Put in what?')
    const bought = r.with?.startsWith('i:') ? r.with.slice(2) : undefined
    const made = r.with?.startsWith('c:') ? r.with.slice(2) : undefined
    const inLine = Boolean(line) || (act === 'add' && Boolean(component))
    return {
      do: act, ...(component ? { component } : {}), ...(line ? { line } : {}),
      ...(bought ? { with: r.named || bought, ingredient: bought } : {}),
      ...(made ? { with: made, ...(inLine ? { ingredient: made, made: true } : {}) } : {}),
      ...(act === 'scale' || r.factor?.trim() ? { factor: decimal(`changes.${i}.factor`, r.factor ?? '') } : {}),
    }
  })
  return { id, name: f.name.trim(), ...(f.without.length ? { without: f.without } : {}), changes }
}
