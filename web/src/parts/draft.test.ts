import { act, renderHook } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import { useDraft } from './draft'

beforeEach(() => window.localStorage.clear())

it('keeps what is typed over a reload, until it is dropped', () => {
  const first = renderHook(() => useDraft('a', 'base', 1))
  expect(first.result.current).toMatchObject({ value: 'base', typed: false })
  act(() => first.result.current.set('typed'))
  first.unmount()

  const second = renderHook(() => useDraft('a', 'base', 2))
  expect(second.result.current).toMatchObject({ value: 'typed', typed: true, origin: 1 })
  act(() => second.result.current.drop())
  expect(second.result.current).toMatchObject({ value: 'base', typed: false, origin: 2 })
  expect(window.localStorage.length).toBe(0)
})

it('follows its base while nothing is typed, and its key', () => {
  const { result, rerender } = renderHook(({ k, b }) => useDraft(k, b, 0), { initialProps: { k: 'a', b: 'one' } })
  rerender({ k: 'a', b: 'two' })
  expect(result.current.value).toBe('two')
  act(() => result.current.set('typed'))
  rerender({ k: 'b', b: 'other' })
  expect(result.current.value).toBe('other')
})

it('passes over a draft that cannot be read', () => {
  window.localStorage.setItem('draft:a', '{')
  expect(renderHook(() => useDraft('a', 'base', 0)).result.current.value).toBe('base')
})
