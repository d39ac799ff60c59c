import { expect, it } from 'vitest'
import { money, off, round } from './amounts'

const g = (quantity: number) => ({ quantity, unit: 'g' as const })

it('writes amounts as one weighs them', () => {
  expect([g(80.4), g(1450), g(5.456)].map(round)).toEqual(['80 g', '1.45 kg', '5.46 g'])
  expect(round({ quantity: 2.5, unit: 'piece' })).toBe('2½')
  expect(round({ quantity: 1800, unit: 'ml' })).toBe('1.8 l')
})

it('writes money in its currency', () => {
  expect(money(123456, 'EUR')).toBe('€1,234.56')
  expect(money(5, 'GBP')).toBe('£0.05')
})

it('tells what rounding is off, and not what nobody would notice', () => {
  expect([off(0.0123), off(-0.08), off(0.0001), off(0)]).toEqual(['+1.2 %', '−8.0 %', '', ''])
})
