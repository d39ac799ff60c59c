// How amounts and money are written.
import type { Schemas } from '../api/client'

/** round writes an amount as one weighs it. */
export function round(a: Schemas['Amount']) {
  const [q, u] = a.unit === 'g' && a.quantity >= 1000 ? [a.quantity / 1000, 'kg'] : a.unit === 'ml' && a.quantity >= 1000 ? [a.quantity / 1000, 'l'] : [a.quantity, a.unit]
  const figure = q >= 10 && (u === 'g' || u === 'ml') ? Math.round(q) : Math.round(q * 100) / 100
  return u === 'piece' ? String(figure) : `${figure} ${u}`
}

/** money writes hundredths of a currency. */
export const money = (hundredths: number, currency: string) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(hundredths / 100)

/** off writes by how much a rounded amount differs: +1.2 %; empty where nobody would notice. */
export const off = (share: number) => (Math.abs(share) < 0.0005 ? '' : `${share > 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(1)} %`)

const parts: Record<string, string> = { '0.5': '½', '0.25': '¼', '0.75': '¾' }

/** amount writes an amount as one would on a list: halves and quarters as such. */
export function amount(a: { quantity: number; unit: string }) {
  const whole = Math.floor(a.quantity)
  const part = parts[String(a.quantity - whole)]
  const figure = part ? `${whole || ''}${part}` : String(Math.round(a.quantity * 100) / 100)
  return a.unit === 'piece' ? figure : `${figure} ${a.unit === 'percent' ? '%' : a.unit}`
}
