import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Costs } from './Costs'
import { Making } from './Making'
import { added, balance } from './Order'

afterEach(cleanup)

const g = (quantity: number) => ({ quantity, unit: 'g' as const })

const buy = { name: 'swede', ingredient: 'swede', amount: g(900), text: '900 g', lost: g(180), used: g(100), have: g(250), past: g(0), missing: g(550), still: '550 g', takers: [], also: [], parts: [] }

it('writes what is missing as a line of sums', () => {
  expect(balance(buy)).toBe('900 g − 100 g already used − 250 g in stock = 550 g')
  expect(balance({ ...buy, used: g(0), have: g(900), missing: g(0), still: '' })).toBe('900 g − 900 g in stock = nothing to order')
})

const made = (more: Partial<Schemas['Made']>): Schemas['Made'] => ({ component: 'mash', name: 'Mash', need: g(200), have: g(0), make: g(400), done: g(0), missing: g(200), surplus: g(200), short: g(0), ways: [], times: 0.8, batches: 1, takers: [], gone: [], weigh: [], couldUse: [], working: '200 g ÷ 500 g', figure: '400 g', ...more })

it('adds each part of a thing by itself: the same lemons give both', () => {
  const one = (quantity: number) => ({ quantity, unit: 'piece' as const })
  const part = (name: string, wanted: number, decides?: boolean) => ({ name, each: { quantity: 40, unit: 'ml' as const }, wanted: { quantity: wanted, unit: 'ml' as const }, left: { quantity: 0, unit: 'ml' as const }, couldUse: [], decides })
  const lemon = { ...buy, amount: one(2.89), used: one(0), have: one(0), missing: one(2.89), still: '3 (2.89 needed)', parts: [part('zest', 40), part('juice', 115.6, true)], takers: [{ name: 'Cream: zest', part: 'zest', amount: one(1), working: '' }, { name: 'Butter: juice', part: 'juice', amount: one(1.89), working: '' }, { name: 'Sorbet: juice', part: 'juice', amount: one(1), working: '' }] }
  expect(added(lemon)).toEqual(['zest: 1', 'juice: 1.89 + 1 = 2.89, the most'])
  expect(balance(lemon)).toBe('2.89, so 3')
})

it('names a surplus and offers it', () => {
  render(<Making list={[made({ couldUse: ['Soup'] })]} />)
  expect(screen.getByText('Mash: 200 g surplus')).toBeTruthy()
  expect(screen.getByText(/Could go into Soup/)).toBeTruthy()
  cleanup()
  render(<Making list={[made({ surplus: g(0), done: g(150), missing: g(50), weigh: [{ line: 'swede', id: 's', amount: g(80.6), text: '81 g', off: 0.005, working: '100 g × 0.8' }] })]} />)
  expect(screen.getByText('50 g still to make')).toBeTruthy()
  fireEvent.click(screen.getByText('Mash'))
  expect(screen.getByText('(rounded, +0.5 %)')).toBeTruthy()
})

it('shows what a portion costs, and what has no price', () => {
  render(<Costs currency="EUR" costs={[{ dish: 'd', name: 'Fowl', portion: 512, lines: [{ name: 'guinea fowl', cost: 500, working: '2 ÷ 4 covers, from 1' }, { name: 'salt', cost: 12, working: '' }], open: ['thyme'] }]} />)
  expect(screen.getByText('€5.12')).toBeTruthy()
  expect(screen.getByText('no price: thyme').className).toContain('gap')
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('guinea fowl €5.00, salt €0.12')
})

it('tells what is short of a pot that is what it is, and the ways out', () => {
  render(<Making list={[made({ need: g(1150), make: g(900), figure: '900 g', surplus: g(0), short: g(250), ways: ['make it twice: 1.8 kg, 650 g over', 'take 21.7 % less: Fowl 900 g instead of 1.15 kg'] })]} />)
  expect(screen.getByText('Mash: 250 g short')).toBeTruthy()
  expect(screen.getByText(/1.15 kg needed, 900 g made. Make it twice: 1.8 kg, 650 g over; or take 21.7 % less/)).toBeTruthy()
})
