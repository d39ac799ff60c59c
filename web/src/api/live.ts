// Changes made elsewhere, as the server tells them.
import { useEffect, useState } from 'react'
import { flush } from './outbox'
import { reread } from './queries'

export type Change = { kind: string; id: string; version: number; who: string; what: string; at: string }

/**
 * useLive keeps the event stream open, and says whether it is. A page that is
 * not to be seen has none: a browser opens only six connections to a server,
 * and streams of hidden pages would use them up. Shown again, it catches up.
 */
export function useLive(active: boolean): { joined: boolean; last?: Change } {
  const [joined, setJoined] = useState(false)
  const [last, setLast] = useState<Change>()
  const shown = useShown()
  const [round, setRound] = useState(0) // a stream that was refused is begun anew
  useEffect(() => {
    if (!active || !shown) return
    let again = 0
    const stream = new EventSource('/api/events')
    stream.addEventListener('ready', () => {
      setJoined(true)
      void reread()
      void flush()
    })
    stream.addEventListener('change', (event) => {
      setLast(JSON.parse((event as MessageEvent<string>).data) as Change)
      void reread()
    })
    stream.onerror = () => {
      setJoined(false)
      if (stream.readyState === EventSource.CLOSED) again = window.setTimeout(() => setRound((n) => n + 1), 1500)
    }
    const leave = () => stream.close()
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('pagehide', leave)
      window.clearTimeout(again)
      stream.close()
    }
  }, [active, shown, round])
  return { joined, last }
}

// useShown says whether the page is to be seen.
function useShown(): boolean {
  const [shown, setShown] = useState(() => document.visibilityState === 'visible')
  useEffect(() => {
    const look = () => setShown(document.visibilityState === 'visible')
    window.addEventListener('pageshow', look)
    document.addEventListener('visibilitychange', look)
    return () => {
      window.removeEventListener('pageshow', look)
      document.removeEventListener('visibilitychange', look)
    }
  }, [])
  return shown
}
