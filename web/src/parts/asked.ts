// What is asked of the server while somebody types or turns a knob.
import { useEffect, useState } from 'react'
import { useStable } from './stable'

export type Asked<A> = { answer?: A; error?: unknown; settled: boolean }

/**
 * useAsked asks when what is asked about has come to rest, and gives the last answer and
 * whether it is of what stands there now. An answer that comes too late is dropped.
 * Nothing is asked about undefined.
 */
export function useAsked<K, A>(about: K | undefined, ask: (about: K) => Promise<A>, rest = 120): Asked<A> {
  const [heard, setHeard] = useState<{ key?: string; answer?: A; error?: unknown }>({})
  const key = about === undefined ? undefined : JSON.stringify(about)
  const put = useStable(ask)
  useEffect(() => {
    if (key === undefined) return
    let late = false
    const later = window.setTimeout(() => {
      put(JSON.parse(key) as K).then(
        (answer) => !late && setHeard({ key, answer }),
        (error: unknown) => !late && setHeard((h) => ({ key, answer: h.answer, error })),
      )
    }, rest)
    return () => {
      late = true
      window.clearTimeout(later)
    }
  }, [key, put, rest])
  return key === undefined ? { settled: false } : { answer: heard.answer, error: heard.key === key ? heard.error : undefined, settled: heard.key === key }
}
