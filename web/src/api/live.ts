// Changes made elsewhere, as the server tells them.
import { useEffect, useState } from 'react'
import { flush } from './outbox'
import { askWhoIsHere, ofAll, ofChange, reread } from './queries'

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
    const soon = new Map<string, Change>() // by what they change, each once
    // What many change at once is read again once.
    const news = () => {
      pending = 0
      const changed = [...soon.values()].map((c) => ofChange(c.kind, c.id))
      soon.clear()
      void reread((q) => changed.some((ours) => ours(q)))
    }
    const stream = new EventSource('/api/events')
    stream.addEventListener('ready', () => {
      setJoined(true)
      void reread(ofAll) // nobody knows what was missed
      void flush()
    })
    stream.addEventListener('change', (event) => {
      const change = read((event as MessageEvent<string>).data)
      if (!change) return void reread(ofAll)
      setLast(change)
      soon.set(`${change.kind} ${change.id}`, change)
      pending ||= window.setTimeout(news, change.kind === 'tick' ? 250 : 50)
    })
    stream.onerror = () => {
      setJoined(false)
      if (stream.readyState !== EventSource.CLOSED) return // it begins again by itself
      void askWhoIsHere()
      again = window.setTimeout(() => setRound((n) => n + 1), 1500)
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

// read reads what is told; nothing where it is not understood.
function read(text: string): Change | undefined {
  try {
    const change = JSON.parse(text) as Partial<Change>
    return typeof change.kind === 'string' && typeof change.id === 'string' ? (change as Change) : undefined
  } catch {
    return undefined
  }
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
