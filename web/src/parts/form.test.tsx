import { act, renderHook } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { Unreachable } from '../api/client'
import { useForm } from './form'
import { FieldError } from './reading'

beforeEach(() => window.localStorage.clear())

// A save that ends when the test says so.
function slow() {
  const ends: ((done: boolean) => void)[] = []
  const save = vi.fn((typed: string, from: number) => new Promise<boolean>((done) => void ends.push(done)).then((ok) => (void [typed, from], ok)))
  return { save, end: (ok: boolean) => act(async () => void ends.shift()!(ok)) }
}

it('saves what was typed while another save ran, and from what that one left', async () => {
  const { save, end } = slow()
  const saved = vi.fn()
  const { result, rerender } = renderHook(({ version }) => useForm<string, number>('f', 'base', version, save, saved), { initialProps: { version: 1 } })
  act(() => result.current.put('one'))
  act(() => result.current.submit())
  act(() => result.current.put('two'))
  act(() => result.current.submit())
  expect(save.mock.calls).toEqual([['one', 1]])
  rerender({ version: 2 }) // the first save is read again
  await end(true)
  expect(save.mock.calls).toEqual([['one', 1], ['two', 2]])
  expect(result.current.typed).toBe(true)
  await end(true)
  expect(result.current).toMatchObject({ typed: false, busy: false, value: 'base' })
  expect(saved).toHaveBeenCalledOnce()
})

it('saves once where a field is left after Enter, and does not insist on what was refused', async () => {
  const { save, end } = slow()
  const { result } = renderHook(() => useForm<string, number>('f', 'base', 1, save))
  act(() => result.current.put('one'))
  act(() => result.current.submit())
  act(() => result.current.submit())
  await end(false)
  expect(save).toHaveBeenCalledOnce()
  expect(result.current).toMatchObject({ value: 'one', typed: true, busy: false })
})

it('saves what was entered last also when the form has gone', async () => {
  const { save, end } = slow()
  const { result, unmount } = renderHook(() => useForm<string, number>('f', 'base', 1, save))
  act(() => result.current.put('lots'))
  act(() => result.current.submit())
  act(() => result.current.put('1 kg'))
  act(() => result.current.submit())
  unmount()
  await end(false)
  expect(save).toHaveBeenLastCalledWith('1 kg', 1)
  await end(true)
  expect(window.localStorage.length).toBe(0)
})

it('closes nothing that was opened after it has gone', async () => {
  const { save, end } = slow()
  const saved = vi.fn()
  const { result, unmount } = renderHook(() => useForm<string, number>('f', 'base', 1, save, saved))
  act(() => result.current.put('one'))
  act(() => result.current.submit())
  unmount()
  await end(true)
  expect(saved).not.toHaveBeenCalled()
  expect(window.localStorage.length).toBe(0)
})

it('tells what is wrong at its field, and keeps what was typed', async () => {
  const { result } = renderHook(() => useForm('f', { name: '', far: '' }, 1, () => Promise.reject(new FieldError('far', 'no number'))))
  act(() => result.current.set({ far: 'very' }))
  await act(async () => result.current.submit())
  expect(result.current.wrong).toMatchObject({ field: 'far', message: 'no number' })
  expect(result.current.value).toEqual({ name: '', far: 'very' })
  await act(async () => void (await result.current.check(async () => 'fine')))
  expect(result.current.wrong).toBeUndefined()
})

it('says that the server cannot be reached', async () => {
  const { result } = renderHook(() => useForm('f', 'base', 1, () => Promise.reject(new Unreachable())))
  await act(async () => result.current.submit())
  expect(result.current.wrong?.message).toContain('What you typed is kept')
})
