// How amounts and money are written. The rule for amounts is that of internal/core/units/shown.go.
import type { Schemas } from '../api/client'

/** shown rounds a figure to so many decimals: half a step up, the noise of floating point aside. */
const shown = (q: number, digits: number) => Math.round(q * 10 ** digits * (1 + 1e-12)) / 10 ** digits

/** round writes an amount as closely as anything in a kitchen tells it. */
export function round(a: Schemas['Amount']) {
  const { quantity: q, unit: u } = a
  const large = { g: 'kg', ml: 'l' }[u as string]
  if (large && shown(q, 1) >= 1000) return `${shown(q / 1000, 3)} ${large}`
  if (large) return `${shown(q, q >= 10 ? 1 : 2)} ${u}`
  return u === 'piece' ? inParts(q, shown(q, 2)) : u === 'kg' || u === 'l' ? `${shown(q, 3)} ${u}` : `${inParts(q, shown(q, 2))} ${unitOf(u, q)}`
}

/** money writes hundredths of a currency. */
export const money = (hundredths: number, currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(hundredths / 100)

/** off writes by how much a rounded amount differs: +1.2 %; empty where nobody would notice. */
export const off = (share: number) => (Math.abs(share) < 0.0005 ? '' : `${share > 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(1)} %`)

const parts: [number, string][] = [[1 / 2, '½'], [1 / 4, '¼'], [3 / 4, '¾'], [1 / 3, '⅓'], [2 / 3, '⅔'], [1 / 8, '⅛'], [3 / 8, '⅜'], [5 / 8, '⅝'], [7 / 8, '⅞']]

// inParts writes a figure with a half or a third as such, and else as it is shown.
function inParts(q: number, figure: number): string {
  const whole = Math.floor(q)
  const part = parts.find(([p]) => Math.abs(q - whole - p) < 1e-9)?.[1]
  return part ? `${whole || ''}${part}` : String(figure)
}

const plural: Record<string, string> = { leaf: 'leaves', pinch: 'pinches', dash: 'dashes', bunch: 'bunches', percent: '%' }
const counted = ['knob', 'clove', 'sprig', 'slice', 'stick', 'can', 'head', 'sheet', 'drop', 'part', 'handful', 'cup', 'pint', 'quart', 'gallon']

// unitOf is what a unit is called for so many: 2 sprigs, ½ leaf.
const unitOf = (unit: string, q: number): string => (unit === 'percent' ? '%' : q <= 1 ? unit : (plural[unit] ?? (counted.includes(unit) ? `${unit}s` : unit)))

/** amount writes an amount as one would on a list, with all that was typed of it: it goes into fields. */
export function amount(a: { quantity: number; unit: string }) {
  const figure = inParts(a.quantity, Number(a.quantity.toPrecision(12)))
  return a.unit === 'piece' ? figure : `${figure} ${unitOf(a.unit, a.quantity)}`
}

/** written writes an amount in the unit that it was typed in: 0.5 l, 33.33 g, or between two, 180–190 g. */
export function written({ amount: a, between: b }: { amount?: Schemas['Amount']; between?: Schemas['Bounds'] }): string {
  const figure = (q: number) => inParts(q, shown(q, 2))
  if (b && b.least.unit === b.most.unit) return `${figure(b.least.quantity)}–${written({ amount: b.most })}`
  if (b) return `${written({ amount: b.least })} to ${written({ amount: b.most })}`
  return !a ? '' : a.unit === 'piece' ? figure(a.quantity) : `${figure(a.quantity)} ${unitOf(a.unit, a.quantity)}`
}

/** amountOrBetween writes what goes into a field: 185 g, or 180–190 g where it lies between two, or 10 g / 12 g where two figures do not agree. */
export function amountOrBetween({ amount: a, between: b, either }: { amount?: Schemas['Amount']; between?: Schemas['Bounds']; either?: Schemas['Amount'] }): string {
  if (a && either) return `${amount(a)} / ${amount(either)}`
  if (!b) return a ? amount(a) : ''
  const [least, most] = [amount(b.least), amount(b.most)]
  return b.least.unit === b.most.unit ? `${inParts(b.least.quantity, Number(b.least.quantity.toPrecision(12)))}–${most}` : `${least} to ${most}`
}
