// The form of an ingredient: everything as it was typed, and the way to an
// ingredient and back. What was never told stays so until it is.
import type { Schemas } from '../../api/client'
import { decimal, FieldError, measure } from '../../parts/reading'
import type { Row } from '../../parts/Rows'
import { amount } from '../../parts/amounts'

type Ingredient = Schemas['Ingredient']

export type Words = { name: string; also: string; told: boolean; allergens: string[]; animal: string; alcohol: boolean; density: string; piece: string; loss: string; salt: string; sugar: string; acid: string; season: string; delivery: string; substitutes: Row[]; packs: Row[]; parts: Row[]; house: boolean }

/** toWords is an ingredient as it is typed; standIns are its substitutes by name. */
export const toWords = (i: Ingredient, standIns: Schemas['Named'][] = []): Words => ({
  name: i.name, also: (i.also ?? []).join(', '), told: Boolean(i.allergens), allergens: i.allergens ?? [], animal: i.animal ?? '', alcohol: i.alcohol ?? false,
  density: i.density === undefined ? '' : String(i.density), piece: i.piece === undefined ? '' : String(i.piece), loss: i.loss ? String(Math.round(i.loss * 1000) / 10) : '', salt: i.salt === undefined ? '' : String(i.salt), sugar: i.sugar === undefined ? '' : String(i.sugar), acid: i.acid === undefined ? '' : String(i.acid), season: (i.season ?? []).join(', '), delivery: i.delivery ?? '',
  substitutes: (i.substitutes ?? []).map((s) => ({ ingredient: s.ingredient, named: standIns.find((n) => n.id === s.ingredient)?.name ?? '', factor: s.factor ? String(s.factor) : '', note: s.note ?? '' })),
  packs: (i.packs ?? []).map((p) => ({ supplier: p.supplier, size: amount(p.size), price: p.price === undefined ? '' : (p.price / 100).toFixed(2), name: p.name ?? '' })),
  parts: (i.parts ?? []).map((p) => ({ name: p.name, amount: amount(p.amount), density: p.density === undefined ? '' : String(p.density) })), house: i.house ?? false,
})

/** toIngredient reads a form over the ingredient that it came from. */
export async function toIngredient(f: Words, over: Ingredient): Promise<Ingredient> {
  const some = (field: string, text: string) => (text.trim() ? decimal(field, text) : undefined)
  const list = (text: string) => text.split(',').map((t) => t.trim()).filter(Boolean)
  return {
    ...over, name: f.name.trim(), also: list(f.also), allergens: f.told ? f.allergens : undefined, animal: (f.animal || undefined) as Ingredient['animal'], alcohol: f.alcohol || undefined,
    density: some('density', f.density), piece: some('piece', f.piece), loss: f.loss.trim() ? decimal('loss', f.loss) / 100 : undefined, salt: some('salt', f.salt), sugar: some('sugar', f.sugar), acid: some('acid', f.acid), season: list(f.season).map((m) => decimal('season', m)), delivery: f.delivery || undefined,
    packs: await packs(f.packs), parts: await partsOf(f.parts), house: f.house || undefined,
    substitutes: f.substitutes.filter((s) => s.ingredient).map((s) => ({ ingredient: s.ingredient, factor: some('substitutes', s.factor ?? ''), note: s.note || undefined })),
  }
}

// partsOf are what one gives apart: rind, juice, flesh.
async function partsOf(rows: Row[]): Promise<Ingredient['parts']> {
  const named = rows.map((r, i) => ({ r, i })).filter(({ r }) => r.name?.trim() || r.amount?.trim())
  if (named.length === 0) return undefined
  return Promise.all(
    named.map(async ({ r, i }) => {
      if (!r.name?.trim()) throw new FieldError(`parts of one.${i}.name`, 'Which part of it?')
      const one = await measure(`parts of one.${i}.amount`, r.amount ?? '')
      if (!one) throw new FieldError(`parts of one.${i}.amount`, 'How much does one give?')
      return { name: r.name.trim(), amount: one, density: r.density?.trim() ? decimal(`parts of one.${i}.density`, r.density) : undefined }
    }),
  )
}

async function packs(rows: Row[]): Promise<Ingredient['packs']> {
  return Promise.all(
    rows
      .map((r, i) => ({ r, i }))
      .filter(({ r }) => r.supplier || r.size?.trim())
      .map(async ({ r, i }) => {
        if (!r.supplier) throw new FieldError(`packs.${i}.supplier`, 'Choose a supplier.')
        const size = await measure(`packs.${i}.size`, r.size ?? '')
        if (!size) throw new FieldError(`packs.${i}.size`, 'Pack size?')
        return { supplier: r.supplier, size, price: r.price?.trim() ? Math.round(100 * decimal(`packs.${i}.price`, r.price)) : undefined, name: r.name || undefined }
      }),
  )
}
