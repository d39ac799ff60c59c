// The form of a supplier: as it is typed, and the way back.
import type { Schemas } from '../../api/client'
import { FieldError, whole } from '../../parts/reading'

type Supplier = Schemas['Supplier']

export type SupplierWords = { name: string; delivers: number[]; at: string; before: string; by: string; note: string }

export const week = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

export const toSupplierWords = (s?: Supplier): SupplierWords => ({ name: s?.name ?? '', delivers: s?.delivers ?? [], at: s?.at ?? '07:00', before: String(s?.before ?? 1), by: s?.by ?? '14:00', note: s?.note ?? '' })

/** toSupplier reads a form; the id is that of the supplier it came from, or made from its name. */
export function toSupplier(f: SupplierWords, id: string): Supplier {
  if (!f.name.trim()) throw new FieldError('name', 'Name the supplier.')
  if (f.delivers.length === 0) throw new FieldError('delivers', 'Choose delivery days.')
  return { id, name: f.name.trim(), delivers: [...f.delivers].sort(), at: f.at.trim(), before: whole('before', f.before), by: f.by.trim(), note: f.note.trim() || undefined }
}
