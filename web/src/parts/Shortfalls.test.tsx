import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import { Shortfalls } from './Shortfalls'

type Shortfall = Schemas['Overview']['shortfalls'][number]

const effect = (say: string, bar = 0) => ({ say, short: `${say} over`, why: [`${say} because`], advice: 'Put someone else on one.', times: 7, plates: 33, over: 1200, strict: false, course: 0, bar })
const cause = (say: string, courses: number[], ...effects: string[]) => ({ say, short: say, plates: 33, over: 1200, strict: false, courses, effects: effects.map((e) => effect(e)) }) as Shortfall
const list = [cause('Fish cook short', [1], 'Gravy', 'Crown'), cause('Oven full', [0], 'Hake'), cause('', [], 'Pinned at 9:00, now gone.'), cause('Commis short', [1], 'Barley')]

afterEach(cleanup)

it('tells a cause once with what hangs on it, and opens into what was found', () => {
  const pick = vi.fn()
  render(<Shortfalls list={list} step={(bar) => <button onClick={() => pick(bar)}>Show step</button>} />)
  expect(screen.getAllByText(/short|full/).map((e) => e.textContent)).toEqual(['Fish cook short', 'Oven full'])
  expect(screen.getAllByText('33 plates, 20 min over')).toHaveLength(3)
  expect(screen.queryByText('Gravy because')).toBeNull()
  fireEvent.click(screen.getByText('Fish cook short'))
  expect(screen.getByText('Gravy because')).toBeTruthy()
  fireEvent.click(screen.getAllByText('Show step')[0])
  expect(pick).toHaveBeenCalledWith(0)
  fireEvent.click(screen.getByText('1 more cause'))
  expect(screen.getByText('Commis short')).toBeTruthy()
})
