// The form of an ingredient: everything as it was typed, and the way to an
// ingredient and back. What was never told stays so until it is.
import type { Schemas } from '../../api/client'
import { decimal } from '../../parts/reading'
import type { Row } from '../../parts/Rows'

type Ingredient = Schemas['Ingredient']

export type Words = { name: string; also: string; told: boolean; allergens: string[]; animal: string; alcohol: boolean; density: string; piece: string; loss: string; season: string; delivery: string; substitutes: Row[] }

/** toWords is an ingredient as it is typed. */
export const toWords = (i: Ingredient): Words => ({
  name: i.name, also: (i.also ?? []).join(', '), told: Boolean(i.allergens), allergens: i.allergens ?? [], animal: i.animal ?? '', alcohol: i.alcohol ?? false,
  density: i.density === undefined ? '' : String(i.density), piece: i.piece === undefined ? '' : String(i.piece), loss: i.loss ? String(Math.round(i.loss * 1000) / 10) : '', season: (i.season ?? []).join(', '), delivery: i.delivery ?? '',
  substitutes: (i.substitutes ?? []).map((s) => ({ ingredient: s.ingredient, factor: s.factor ? String(s.factor) : '', note: s.note ?? '' })),
})

/** toIngredient reads a form over the ingredient that it came from. */
export function toIngredient(f: Words, over: Ingredient): Ingredient {
  const some = (field: string, text: string) => (text.trim() ? decimal(field, text) : undefined)
  const list = (text: string) => text.split(',').map((t) => t.trim()).filter(Boolean)
  return {
    ...over, name: f.name.trim(), also: list(f.also), allergens: f.told ? f.allergens : undefined, animal: (f.animal || undefined) as Ingredient['animal'], alcohol: f.alcohol || undefined,
    density: some('density', f.density), piece: some('piece', f.piece), loss: f.loss.trim() ? decimal('loss', f.loss) / 100 : undefined, season: list(f.season).map((m) => decimal('season', m)), delivery: f.delivery || undefined,
    substitutes: f.substitutes.filter((s) => s.ingredient).map((s) => ({ ingredient: s.ingredient, factor: some('substitutes', s.factor ?? ''), note: s.note || undefined })),
  }
}
