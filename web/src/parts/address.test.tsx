import { act, renderHook } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import { useAddress, useGo } from './address'

beforeEach(() => window.history.replaceState(null, '', '/dish/hake?side=gaps'))

const here = () => window.location.pathname + window.location.search

it('closes what was saved, and goes to what was made', () => {
  const { result } = renderHook(() => ({ address: useAddress(), go: useGo() }))
  expect(result.current.address[0].get('side')).toBe('gaps')
  act(() => result.current.address[1]({ side: 'history' }))
  expect(here()).toBe('/dish/hake?side=history')
  act(() => result.current.go('/run-up/supper'))
  expect(here()).toBe('/run-up/supper')
})

it('moves nobody who has left meanwhile', () => {
  const { result } = renderHook(() => ({ address: useAddress(), go: useGo() }))
  const late = result.current
  act(() => window.history.pushState(null, '', '/menu/supper'))
  act(() => late.address[1]({}))
  act(() => late.go('/dish/hake'))
  expect(here()).toBe('/menu/supper')
})
