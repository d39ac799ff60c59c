import { expect, it } from 'vitest'
import { amount, amountOrBetween, money, off, round, written } from './amounts'

const g = (quantity: number) => ({ quantity, unit: 'g' as const })

it('writes amounts as one weighs them', () => {
  expect([g(80.44), g(1450), g(5.456), g(12.5), g(2.385), g(999.96), g(1067.4)].map(round)).toEqual(['80.4 g', '1.45 kg', '5.46 g', '12.5 g', '2.39 g', '1 kg', '1.067 kg'])
  expect(round({ quantity: 7 / 3, unit: 'cup' })).toBe('2⅓ cups')
  expect(round({ quantity: 2.5, unit: 'piece' })).toBe('2½')
  expect(round({ quantity: 1800, unit: 'ml' })).toBe('1.8 l')
})

it('loses nothing of what was typed', () => {
  expect([amount({ quantity: 0.1255, unit: 'l' }), amount({ quantity: 1 / 3, unit: 'cup' }), amount(g(1234.5678))]).toEqual(['0.1255 l', '⅓ cup', '1234.5678 g'])
})

it('writes an amount that lies between two', () => {
  const between = { least: g(180), most: g(190) }
  expect([written({ amount: g(185), between }), amountOrBetween({ amount: g(185), between }), written({ amount: g(33.3333) })]).toEqual(['180–190 g', '180–190 g', '33.33 g'])
  expect(amountOrBetween({ amount: g(900), between: { least: g(800), most: { quantity: 1, unit: 'kg' } } })).toBe('800 g to 1 kg')
})

it('writes money in its currency', () => {
  expect(money(123456, 'EUR')).toBe('€1,234.56')
  expect(money(5, 'GBP')).toBe('£0.05')
})

it('tells what rounding is off, and not what nobody would notice', () => {
  expect([off(0.0123), off(-0.08), off(0.0001), off(0)]).toEqual(['+1.2 %', '−8.0 %', '', ''])
})
