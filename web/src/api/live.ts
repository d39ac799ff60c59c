// Changes made elsewhere, as the server tells them.
import { useEffect, useState } from 'react'
import { reread } from './queries'

export type Change = { kind: string; id: string; version: number; who: string; what: string; at: string }

/** useLive keeps the event stream open, and says whether it is. */
export function useLive(active: boolean): { joined: boolean; last?: Change } {
  const [joined, setJoined] = useState(false)
  const [last, setLast] = useState<Change>()
  const [round, setRound] = useState(0) // a stream that was refused is begun anew
  useEffect(() => {
    if (!active) return
    let again = 0
    const stream = new EventSource('/api/events')
    stream.addEventListener('ready', () => {
      setJoined(true)
      void reread()
    })
    stream.addEventListener('change', (event) => {
      setLast(JSON.parse((event as MessageEvent<string>).data) as Change)
      void reread()
    })
    stream.onerror = () => {
      setJoined(false)
      if (stream.readyState === EventSource.CLOSED) again = window.setTimeout(() => setRound((n) => n + 1), 1500)
    }
    return () => {
      window.clearTimeout(again)
      stream.close()
    }
  }, [active, round])
  return { joined, last }
}
