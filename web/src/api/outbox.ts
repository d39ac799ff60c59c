// What is ticked off waits here until the server has it: it outlives a reload
// and a lost connection. Every tick has an id of its own, so that one that is
// sent again is there once.
import { useSyncExternalStore } from 'react'
import { api, ask, Refused, writeKey, type Schemas } from './client'
import { ofTicks, reread } from './queries'

export type Tick = Schemas['Tick']
export type Held = { service: string; tick: Tick; refused?: string }

const place = 'outbox'
const empty: Held[] = []
let held: Held[] = load()
let running: Promise<void> | undefined
let again = 0
const watchers = new Set<() => void>()

function load(): Held[] {
  try {
    const list: unknown = JSON.parse(window.localStorage.getItem(place) ?? '[]')
    return Array.isArray(list) ? (list as Held[]) : empty
  } catch {
    return empty
  }
}

function keep(next: Held[]) {
  held = next
  try {
    window.localStorage.setItem(place, JSON.stringify(held))
  } catch {
    // a full or forbidden storage: it is kept as long as the page is open
  }
  watchers.forEach((w) => w())
}

/** tick puts something ticked off into the outbox, and sends it. */
export function tick(service: string, what: Pick<Tick, 'task' | 'act' | 'amount' | 'of'>) {
  keep([...held, { service, tick: { ...what, id: writeKey(), at: new Date().toISOString() } }])
  void flush()
}

/** drop gives up a tick that the server refused. */
export const drop = (id: string) => keep(held.filter((h) => h.tick.id !== id))

const waits = (h: Held) => !h.refused

/**
 * flush sends what waits. Where nobody answers, it is tried again, at once when
 * the connection is back, and otherwise every few seconds.
 */
export function flush(): Promise<void> {
  running ??= send().finally(() => {
    running = undefined
    if (held.some(waits) && !again) again = window.setTimeout(retry, 2000)
  })
  return running
}

function retry() {
  again = 0
  void flush()
}

async function send() {
  for (const service of new Set(held.filter(waits).map((h) => h.service))) {
    const batch = held.filter((h) => waits(h) && h.service === service).slice(0, 200)
    const ids = new Set(batch.map((h) => h.tick.id))
    try {
      await ask(api.POST('/api/services/{id}/ticks', { params: { path: { id: service } }, body: { ticks: batch.map((h) => h.tick) } }))
      keep(held.filter((h) => !ids.has(h.tick.id)))
      await reread(ofTicks)
    } catch (error) {
      if (!(error instanceof Refused) || ![404, 422].includes(error.problem.status)) return // later
      if (batch.length === 1) keep(held.map((h) => (ids.has(h.tick.id) ? { ...h, refused: error.message } : h)))
      else await oneByOne(batch)
    }
  }
}

// oneByOne finds the tick that is refused among several, so that it holds
// nothing else up.
async function oneByOne(batch: Held[]) {
  for (const h of batch) {
    try {
      await ask(api.POST('/api/services/{id}/ticks', { params: { path: { id: h.service } }, body: { ticks: [h.tick] } }))
      drop(h.tick.id)
    } catch (error) {
      if (!(error instanceof Refused) || ![404, 422].includes(error.problem.status)) return
      keep(held.map((x) => (x.tick.id === h.tick.id ? { ...x, refused: error.message } : x)))
    }
  }
  await reread(ofTicks)
}

window.addEventListener('online', () => void flush())
window.addEventListener('storage', (event) => {
  if (event.key !== place) return
  held = load()
  watchers.forEach((w) => w())
})

const watch = (w: () => void) => {
  watchers.add(w)
  return () => watchers.delete(w)
}

/** useOutbox is what waits, and what was refused. */
export const useOutbox = (): Held[] => useSyncExternalStore(watch, () => held)

/** reload reads the outbox again as a new page would; for tests. */
export function reload() {
  held = load()
  watchers.forEach((w) => w())
}
