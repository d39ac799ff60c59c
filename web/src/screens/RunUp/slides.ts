// A better plan slides in: what has moved goes to its new place before the eye. Nothing else does.
import { useEffect, useState } from 'react'

const long = 400 // milliseconds, in which it is done

/** useSlides tells whether a plan has just taken the place of another one. */
export function useSlides(plan: unknown): boolean {
  const [was, setWas] = useState(plan)
  useEffect(() => {
    if (was === plan) return
    const done = setTimeout(() => setWas(plan), long)
    return () => clearTimeout(done)
  }, [plan, was])
  return was !== plan
}
