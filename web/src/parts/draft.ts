// What is being typed outlives a reload: it is kept in this browser until it
// is saved or given up.
import { useCallback, useState } from 'react'

const store = {
  read<T>(key: string): T | undefined {
    try {
      const text = window.localStorage.getItem('draft:' + key)
      return text === null ? undefined : (JSON.parse(text) as T)
    } catch {
      return undefined
    }
  },
  write(key: string, value: unknown) {
    try {
      if (value === undefined) window.localStorage.removeItem('draft:' + key)
      else window.localStorage.setItem('draft:' + key, JSON.stringify(value))
    } catch {
      // a full or forbidden storage only costs the comfort
    }
  },
}

/** useDraft holds what is typed over a base; undefined gives the base back. */
export function useDraft<T>(key: string, base: T): { value: T; typed: boolean; set: (next: T) => void; drop: () => void } {
  const [held, setHeld] = useState<{ key: string; value?: T }>(() => ({ key, value: store.read<T>(key) }))
  const current = held.key === key ? held.value : store.read<T>(key)
  const set = useCallback(
    (value: T) => {
      store.write(key, value)
      setHeld({ key, value })
    },
    [key],
  )
  const drop = useCallback(() => {
    store.write(key, undefined)
    setHeld({ key })
  }, [key])
  return { value: current ?? base, typed: current !== undefined, set, drop }
}
