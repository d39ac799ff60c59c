// What a typed text means is asked of the server; nothing is understood here.
import { api, ask, Refused, type Schemas } from '../api/client'
import { amountOrBetween } from './amounts'
import { useAsked } from './asked'

/** FieldError says which field of a form is not understood, and why. */
export class FieldError extends Error {
  constructor(
    readonly field: string,
    what: string,
  ) {
    super(what)
  }
}

const zero = /^0*$/

async function told<T>(field: string, question: Promise<T>): Promise<T> {
  try {
    return await question
  } catch (error) {
    if (error instanceof Refused && error.problem.status === 422) throw new FieldError(field, error.problem.errors?.[0]?.message ?? error.message)
    throw error
  }
}

/** understand asks what a time means. */
export async function understand(field: string, text: string) {
  if (zero.test(text.trim())) return { quick: 0, usual: 0, slow: 0, text: '0' }
  return told(field, ask(api.GET('/api/read/duration', { params: { query: { text } } })))
}

/** measure asks what an amount means; undefined for an empty text. */
export async function measure(field: string, text: string): Promise<Schemas['Amount'] | undefined> {
  if (!text.trim()) return undefined
  return (await told(field, ask(api.GET('/api/read/amount', { params: { query: { text } } })))).amount
}

/** Measured is an amount, or two between which it lies with what is usual. */
export type Measured = { amount?: Schemas['Amount']; between?: Schemas['Bounds']; either?: Schemas['Amount'] }

/** measureBetween asks what an amount means that may lie between two: 180–190 g. What stands as it was shown is as it was. */
export async function measureBetween(field: string, text: string, was: Measured = {}): Promise<Measured> {
  if (!text.trim()) return {}
  if (was.amount && text === amountOrBetween(was)) return { amount: was.amount, between: was.between, either: was.either }
  const { amount, between, either } = await told(field, ask(api.GET('/api/read/amount', { params: { query: { text } } })))
  return { amount, between, either }
}

/** shifts asks what the hours of a week mean: 09:00–15:00, 17:00–23:30; Tue–Sat 14–23. */
export async function shifts(field: string, text: string): Promise<Schemas['Shift'][]> {
  if (!text.trim()) return []
  try {
    return (await ask(api.POST('/api/read/hours', { body: { text } }))).shifts
  } catch (error) {
    if (error instanceof Refused && error.problem.status === 422) throw new FieldError(field, error.problem.detail)
    throw error
  }
}

/** where asks what a place on the plate of a dish means: 2 o’clock, 40 mm. */
export const where = (field: string, dish: string, text: string) => told(field, ask(api.GET('/api/dishes/{id}/place', { params: { path: { id: dish }, query: { text } } })))

/** degrees asks what a temperature means, in °C: 180, 350 F, gas 4. */
export async function degrees(field: string, text: string): Promise<number> {
  if (/^[-−]?\d+$/.test(text.trim())) return Number(text.trim().replace('−', '-'))
  return (await told(field, ask(api.GET('/api/read/heat', { params: { query: { text } } })))).celsius
}

/** say asks how a time is understood; undefined where it is not. */
export async function say(text: string): Promise<string | undefined> {
  try {
    return (await understand('', text)).text
  } catch {
    return undefined
  }
}

/** whole reads a whole number. */
export function whole(field: string, text: string): number {
  if (!/^[-−]?\d+$/.test(text.trim())) throw new FieldError(field, `“${text}” is not a whole number`)
  return Number(text.trim().replace('−', '-'))
}

/** decimal reads a number that may have a part: 1.5 or 1,5. */
export function decimal(field: string, text: string): number {
  const v = Number(text.trim().replace(',', '.'))
  if (!text.trim() || !Number.isFinite(v)) throw new FieldError(field, `“${text}” is not a number`)
  return v
}

type As = '' | 'ingredient' | 'step'

export type LineReading = Schemas['LineReading']

/** readLine reads a line once. */
export const readLine = (text: string, as: As, ids: string[], into: string, under = false) => ask(api.GET('/api/read/line', { params: { query: { text, as, ids, into, ...(under ? { under } : {}) } } }))

/** useReading reads a line while it is typed: the last answer, and whether it is of this text. */
export function useReading(text: string, as: As, ids: string[], into: string, under = false): { reading?: LineReading; settled: boolean } {
  const { answer, error, settled } = useAsked(text.trim() ? { text, as, ids, into, under } : undefined, (q) => readLine(q.text, q.as, q.ids, q.into, q.under), 0)
  return { reading: answer, settled: settled && !error } // what failed is asked again with the next key
}
