import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useAsked } from './asked'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

const rest = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms))

it('asks when typing has come to rest, and drops an answer that comes too late', async () => {
  const answers: Record<string, (a: string) => void> = {}
  const ask = vi.fn((text: string) => new Promise<string>((done) => void (answers[text] = done)))
  const { result, rerender } = renderHook(({ text }: { text?: string }) => useAsked(text, ask), { initialProps: { text: 'a' } as { text?: string } })
  rerender({ text: 'ab' })
  await rest(120)
  expect(ask.mock.calls).toEqual([['ab']])
  rerender({ text: 'abc' })
  await rest(120)
  await act(async () => answers.ab('late'))
  expect(result.current).toEqual({ answer: undefined, error: undefined, settled: false })
  await act(async () => answers.abc('now'))
  expect(result.current).toEqual({ answer: 'now', error: undefined, settled: true })
  rerender({ text: undefined })
  expect(result.current).toEqual({ settled: false })
})

it('keeps the last answer beside an error', async () => {
  const { result, rerender } = renderHook(({ text }) => useAsked(text, (t) => (t === 'b' ? Promise.reject(new Error('no')) : Promise.resolve(t))), { initialProps: { text: 'a' } })
  await rest(120)
  rerender({ text: 'b' })
  await rest(120)
  expect(result.current).toMatchObject({ answer: 'a', settled: true, error: new Error('no') })
})
