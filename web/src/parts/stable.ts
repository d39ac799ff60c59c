// A function that stays the same one while what it does changes: what is handed
// to drawn things that are only drawn anew when something about them changed.
import { useCallback, useLayoutEffect, useRef } from 'react'

export function useStable<A extends unknown[], R>(act: (...args: A) => R): (...args: A) => R {
  const now = useRef(act)
  useLayoutEffect(() => {
    now.current = act
  })
  return useCallback((...args: A) => now.current(...args), [])
}
