// Changes that follow one another fast: each begins when the one before is kept, on what stands
// then.
import { useCallback, useRef } from 'react'

export function useInOrder(): (act: () => Promise<boolean>) => Promise<boolean> {
  const last = useRef(Promise.resolve(true))
  return useCallback((act) => {
    const next = last.current.then(act, act)
    last.current = next.catch(() => false)
    return next
  }, [])
}
