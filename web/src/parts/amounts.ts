// How amounts and money are written.
import type { Schemas } from '../api/client'

/** round writes an amount as one weighs it. */
export function round(a: Schemas['Amount']) {
  const [q, u] = a.unit === 'g' && a.quantity >= 1000 ? [a.quantity / 1000, 'kg'] : a.unit === 'ml' && a.quantity >= 1000 ? [a.quantity / 1000, 'l'] : [a.quantity, a.unit]
  const figure = q >= 10 && (u === 'g' || u === 'ml') ? Math.round(q) : Math.round(q * 100) / 100
  return u === 'piece' ? inParts(figure) : u === 'g' || u === 'ml' || u === 'kg' || u === 'l' ? `${figure} ${u}` : `${inParts(figure)} ${unitOf(u, figure)}`
}

/** money writes hundredths of a currency. */
export const money = (hundredths: number, currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(hundredths / 100)

/** off writes by how much a rounded amount differs: +1.2 %; empty where nobody would notice. */
export const off = (share: number) => (Math.abs(share) < 0.0005 ? '' : `${share > 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(1)} %`)

const parts: Record<string, string> = { '0.5': '½', '0.25': '¼', '0.75': '¾' }

function inParts(q: number): string {
  const whole = Math.floor(q)
  const part = parts[String(q - whole)]
  return part ? `${whole || ''}${part}` : String(Math.round(q * 100) / 100)
}

const plural: Record<string, string> = { leaf: 'leaves', pinch: 'pinches', dash: 'dashes', bunch: 'bunches', percent: '%' }
const counted = ['knob', 'clove', 'sprig', 'slice', 'stick', 'can', 'head', 'sheet', 'drop', 'part', 'handful', 'cup', 'pint', 'quart', 'gallon']

// unitOf is what a unit is called for so many: 2 sprigs, ½ leaf.
const unitOf = (unit: string, q: number): string => (unit === 'percent' ? '%' : q <= 1 ? unit : (plural[unit] ?? (counted.includes(unit) ? `${unit}s` : unit)))

/** amount writes an amount as one would on a list: halves and quarters as such. */
export function amount(a: { quantity: number; unit: string }) {
  return a.unit === 'piece' ? inParts(a.quantity) : `${inParts(a.quantity)} ${unitOf(a.unit, a.quantity)}`
}
