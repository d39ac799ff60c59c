import { act, cleanup, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useSlides } from './slides'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  cleanup()
  vi.useRealTimers()
})

it('slides when a plan takes the place of another, and at nothing else', () => {
  const { result, rerender } = renderHook(({ plan }) => useSlides(plan), { initialProps: { plan: 'first' } })
  expect(result.current).toBe(false)
  rerender({ plan: 'first' })
  expect(result.current).toBe(false)
  rerender({ plan: 'better' })
  expect(result.current).toBe(true)
  act(() => void vi.advanceTimersByTime(500))
  expect(result.current).toBe(false)
})
