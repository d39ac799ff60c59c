// Changes made elsewhere, as the server tells them.
import { useEffect, useState } from 'react'
import { flush } from './outbox'
import { client, ofKitchens, ofPlans, ofTicks, reread } from './queries'

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
    let pending = 0
    const soon = new Set<'ticked' | 'changed'>()
    // What many change at once is read again once.
    const news = () => {
      pending = 0
      void (soon.has('changed') ? reread() : reread(ofTicks))
      soon.clear()
    }
    const stream = new EventSource('/api/events')
    stream.addEventListener('ready', () => {
      setJoined(true)
      void reread(ofKitchens) // nobody knows what was missed
      void flush()
    })
    stream.addEventListener('change', (event) => {
      const change = JSON.parse((event as MessageEvent<string>).data) as Change
      if (change.kind === 'plan') return void reread(ofPlans(change.id))
      setLast(change)
      if (change.kind === 'kitchen') void client.invalidateQueries({ queryKey: ['heats'] })
      soon.add(change.kind === 'tick' ? 'ticked' : 'changed')
      pending ||= window.setTimeout(news, change.kind === 'tick' ? 250 : 50)
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
      window.clearTimeout(pending)
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
