import { renderHook } from '@testing-library/react'
import { expect, it } from 'vitest'
import { Refused, Unreachable } from '../api/client'
import { useOnce } from './once'

const refused = (status: number) => new Refused({ title: '', detail: 'no', status })

it('keeps the key of what was not answered, and of that alone', async () => {
  const once = renderHook(() => useOnce()).result.current
  const keys: string[] = []
  const send = (fault?: Error) => (key: string) => {
    keys.push(key)
    return fault ? Promise.reject(fault) : Promise.resolve('done')
  }
  await expect(once('a', send(new Unreachable()))).rejects.toThrow()
  await expect(once('a', send(refused(502)))).rejects.toThrow()
  await once('a', send())
  expect(new Set(keys).size).toBe(1)
  await once('a', send()) // it was done: this is another one
  await expect(once('a', send(refused(422)))).rejects.toThrow()
  await once('a', send()) // it was refused, and so is another one too
  await expect(once('a', send(new Unreachable()))).rejects.toThrow()
  await once('b', send()) // something else
  expect(new Set(keys).size).toBe(6)
})
