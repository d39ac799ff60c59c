import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Ledger } from './Ledger'

afterEach(cleanup)

const g = (quantity: number) => ({ quantity, unit: 'g' as const })
const entry = (more: Partial<Schemas['LeftOver']>): Schemas['LeftOver'] => ({ component: 'crown', byProduct: 'bones', name: 'bones', from: 'Crown, joint', given: g(540), have: g(0), taken: g(600), left: g(0), short: g(60), takers: [{ name: 'Gravy', amount: g(600), working: '600 g × 1 = 600 g' }], couldUse: [], bought: [], ...more })

it('shows what is short between brackets, and how much of it is there', () => {
  const { container } = render(<Ledger dish="fowl" list={[entry({})]} />)
  expect(screen.getByText('60 g short').className).toContain('gap')
  expect((container.querySelector('.taken') as HTMLElement).style.width).toBe('90%')
  expect((container.querySelector('.short') as HTMLElement).style.width).toBe('10%')
  fireEvent.click(screen.getByRole('button'))
  expect(screen.getByText('600 g × 1 = 600 g')).toBeTruthy()
})

it('shows what nobody takes, and what could use it', () => {
  const { container } = render(<Ledger dish="fowl" list={[entry({ taken: g(135), left: g(405), short: g(0), couldUse: ['Broth'] })]} />)
  expect(screen.getByText('405 g left')).toBeTruthy()
  expect((container.querySelector('.left') as HTMLElement).style.width).toBe('75%')
  expect(screen.getByText('Could go into Broth')).toBeTruthy()
})

it('says when all is taken, and nothing where nothing is left over', () => {
  render(<Ledger dish="fowl" list={[entry({ taken: g(540), short: g(0) })]} />)
  expect(screen.getByText('all used')).toBeTruthy()
  cleanup()
  expect(render(<Ledger dish="fowl" list={[]} />).container.textContent).toBe('')
})

it('offers what is left over in place of what is bought under the same name', () => {
  const gap = { component: 'stock', line: 'Bones', field: 'link' as const, group: 'check' as const, title: 'Stock: Bones', question: 'Is it what Crown leaves?', holdsUp: 'cannotBeJudged' as never, of: 'crown/bones' }
  const { container } = render(<Ledger dish="fowl" list={[entry({ from: 'Crown', taken: g(0), left: g(540), short: g(0), bought: [{ name: 'Stock', amount: g(296), gap }] })]} />)
  expect(container.textContent).toContain('Bones: 296 g bought for Stock, 540 g left over from Crown.')
  expect(screen.getByRole('button', { name: 'Use what is left over' })).toBeTruthy()
})
