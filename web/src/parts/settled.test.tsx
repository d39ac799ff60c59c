import { act, cleanup, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useSettled } from './settled'

function Follows({ value }: { value: string }) {
  return <p>{useSettled(value, 250)}</p>
}

beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  cleanup()
  vi.useRealTimers()
})

it('follows when the value has come to rest, and not before', () => {
  const { rerender } = render(<Follows value="a" />)
  for (const value of ['b', 'c', 'd']) {
    rerender(<Follows value={value} />)
    act(() => void vi.advanceTimersByTime(200))
    expect(screen.getByText('a')).toBeTruthy()
  }
  act(() => void vi.advanceTimersByTime(250))
  expect(screen.getByText('d')).toBeTruthy()
})
