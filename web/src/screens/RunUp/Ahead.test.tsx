import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { Slots } from './Ahead'
import type { Plan } from './types'

const bar = { id: 'dish/dill/pick', dish: 'dish', component: 'dill', made: 'Dill', name: 'pick', start: '2026-11-28T19:10:00+01:00', from: 4000, to: 4480 }
const slot = (cook: string, from: number, worth: number) => ({ cook, name: cook, from, to: from + 1200, worth, offers: [{ bar: 0, at: from + 600 }] })
const plan = { bars: [bar], slots: [slot('larder', 0, 600), slot('fish', 400, 300), slot('sauce', 800, 500), slot('pastry', 1200, 900)] } as unknown as Plan

afterEach(cleanup) // all tests share one page

it('tells the three best, moves a step into one with a tap, and unfolds the rest', () => {
  const keep = vi.fn()
  render(<Slots plan={plan} keep={keep} pick={() => undefined} />)
  expect(screen.getByText(/Free hands/)).toBeTruthy()
  expect(screen.getAllByRole('listitem', { hidden: true })).toHaveLength(3)
  fireEvent.click(screen.getByLabelText(/^Move Dill: pick to 18:13, larder/))
  expect(keep).toHaveBeenCalledWith(bar, 600, 'larder')
  expect(screen.getAllByText(/leaves 12 min free/)).toHaveLength(3) // 20 min of free hands, 8 of picking
  fireEvent.click(screen.getByText('Show 1 more'))
  expect(screen.getAllByRole('listitem', { hidden: true })).toHaveLength(4)
})
