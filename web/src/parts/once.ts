// A request that is asked for again because nobody answered, or because the server could
// not finish it, is the same request: it goes under the same key, and is done once.
import { useCallback, useRef } from 'react'
import { Refused, writeKey } from '../api/client'

/** useOnce sends a request under a key, which stays until it is answered; another request, told by what it asks for, has a key of its own. */
export function useOnce(): <T>(what: unknown, send: (key: string) => Promise<T>) => Promise<T> {
  const last = useRef({ what: '', key: '' })
  return useCallback(async (what, send) => {
    const text = JSON.stringify(what)
    if (last.current.what !== text || !last.current.key) last.current = { what: text, key: writeKey() }
    try {
      const answer = await send(last.current.key)
      last.current.key = ''
      return answer
    } catch (error) {
      if (error instanceof Refused && error.problem.status < 500) last.current.key = ''
      throw error
    }
  }, [])
}
