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

type Held<T, O> = { value: T; origin?: O }

/** Draft is what is typed; rebase has it begin from the base as it is now, for what it began from has been saved. */
export type Draft<T, O> = { value: T; typed: boolean; origin: O; set: (next: T) => void; rebase: () => void; drop: () => void }

/**
 * useDraft holds what is typed over a base. The origin, the document and the
 * version that typing began from, is kept with it: saved from there, a change
 * that somebody else made meanwhile is seen and not overwritten.
 */
export function useDraft<T, O>(key: string, base: T, origin: O): Draft<T, O> {
  const [held, setHeld] = useState<{ key: string; draft?: Held<T, O> }>(() => ({ key, draft: store.read<Held<T, O>>(key) }))
  const draft = held.key === key ? held.draft : store.read<Held<T, O>>(key)
  const began = draft?.origin ?? origin
  const set = useCallback(
    (value: T) => {
      const next = { value, origin: began }
      store.write(key, next)
      setHeld({ key, draft: next })
    },
    [key, began],
  )
  const drop = useCallback(() => {
    store.write(key, undefined)
    setHeld({ key })
  }, [key])
  const value = draft?.value
  const rebase = useCallback(() => {
    if (value === undefined) return
    store.write(key, { value })
    setHeld({ key, draft: { value } })
  }, [key, value])
  return { value: draft ? draft.value : base, typed: draft !== undefined, origin: began, set, rebase, drop }
}
