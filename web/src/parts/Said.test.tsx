import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { Said } from './Said'

afterEach(cleanup)

it('underlines what was understood, and leaves the rest as it was typed', () => {
  const { container } = render(<Said text="½ lemon – juice" spans={[{ from: 0, to: 1, as: 'amount' }, { from: 2, to: 7, as: 'item' }]} />)
  expect(container.textContent).toBe('½ lemon – juice')
  expect([...container.querySelectorAll('u')].map((u) => u.textContent)).toEqual(['½', 'lemon'])
})

it('marks a doubt and says why', () => {
  render(<Said text="1 packet yeast" spans={[]} doubt why={['How much is in one?']} />)
  expect(screen.getByText('How much is in one?').parentElement!.className).toContain('doubt')
})

it('is not led astray by marks that overlap or lie outside', () => {
  const { container } = render(<Said text="abc" spans={[{ from: 0, to: 2, as: 'x' }, { from: 1, to: 3, as: 'y' }, { from: 2, to: 9, as: 'z' }]} />)
  expect(container.textContent).toBe('abc')
  expect(container.querySelectorAll('u')).toHaveLength(1)
})
