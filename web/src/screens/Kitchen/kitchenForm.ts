// The form of a kitchen: as it is typed, and the way back.
import type { Schemas } from '../../api/client'
import { decimal, FieldError } from '../../parts/reading'
import type { Row } from '../../parts/Rows'

type Kitchen = Schemas['Kitchen']

export type KitchenWords = { name: string; measures: string; customary: boolean; heat: string; fine: string; upTo: string; coarse: string; currency: string; sections: Row[]; boxes: Row[] }

const figure = (n: number | undefined) => (n ? String(n) : '')

export const toKitchenWords = (k: Kitchen): KitchenWords => ({
  name: k.name, measures: k.measures ?? '', customary: k.likes?.customary ?? false, heat: k.likes?.heat ?? '', fine: figure(k.scales?.fine), upTo: figure(k.scales?.upTo), coarse: figure(k.scales?.coarse), currency: k.currency ?? '',
  sections: (k.sections ?? []).map((s) => ({ id: s.id, name: s.name })),
  boxes: (k.boxes ?? []).map((b) => ({ name: b.name, holds: String(b.holds) })),
})

/** toKitchen reads a form over the kitchen that it came from. */
export function toKitchen(f: KitchenWords, over: Kitchen): Kitchen {
  if (!f.name.trim()) throw new FieldError('name', 'a kitchen wants a name')
  if (f.currency.trim() && !/^[A-Za-z]{3}$/.test(f.currency.trim())) throw new FieldError('currency', `“${f.currency}”: three letters, like EUR`)
  const some = (field: 'fine' | 'upTo' | 'coarse') => (f[field].trim() ? { [field]: decimal(field, f[field]) } : {})
  const taken = new Set(f.sections.map((s) => s.id ?? ''))
  return {
    ...over, name: f.name.trim(), measures: (f.measures || undefined) as Kitchen['measures'], currency: f.currency.trim().toUpperCase() || undefined,
    likes: { ...(f.customary ? { customary: true } : {}), ...(f.heat ? { heat: f.heat as NonNullable<Kitchen['likes']>['heat'] } : {}) },
    scales: { ...some('fine'), ...some('upTo'), ...some('coarse') },
    sections: f.sections.filter((s) => s.name?.trim()).map((s) => ({ id: s.id || fresh(s.name, taken), name: s.name.trim() })),
    boxes: f.boxes.filter((b) => b.name?.trim()).map((b, i) => ({ name: b.name.trim(), holds: decimal(`kept in.${i}.holds`, b.holds ?? '') })),
  }
}

function fresh(name: string, taken: Set<string>): string {
  const stem = name.toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '') || 'section'
  let id = stem
  for (let n = 2; taken.has(id); n++) id = `${stem}-${n}`
  taken.add(id)
  return id
}
