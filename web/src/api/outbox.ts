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
let tries = 0
let trouble: string | undefined // why the server, which answers, does not take what waits
let unkept = false // the storage takes nothing
const watchers = new Set<() => void>()

function load(): Held[] {
  try {
    const list: unknown = JSON.parse(window.localStorage.getItem(place) ?? '[]')
    return Array.isArray(list) ? (list as Held[]) : empty
  } catch {
    return empty
  }
}

// keep changes the list as it stands now: another tab may have put something into it since.
function keep(change: (list: Held[]) => Held[]) {
  held = change(unkept ? held : load())
  try {
    window.localStorage.setItem(place, JSON.stringify(held))
    unkept = false
  } catch {
    unkept = true // a full or forbidden storage: it is kept as long as the page is open
  }
  watchers.forEach((w) => w())
}

/** tick puts something ticked off into the outbox, and sends it. */
export function tick(service: string, what: Pick<Tick, 'task' | 'act' | 'amount' | 'of'>) {
  keep((list) => [...list, { service, tick: { ...what, id: writeKey(), at: new Date().toISOString() } }])
  void flush()
}

/** drop gives up a tick that the server refused. */
export const drop = (id: string) => keep((list) => list.filter((h) => h.tick.id !== id))

const waits = (h: Held) => !h.refused

/**
 * flush sends what waits, in one tab at a time. Where nobody answers, it is tried again:
 * at once when the connection is back, and otherwise every few seconds, ever more seldom
 * where the server answers and cannot take it.
 */
export function flush(): Promise<void> {
  running ??= alone(send).finally(() => {
    running = undefined
    if (held.some(waits) && !again) again = window.setTimeout(retry, trouble ? Math.min(60_000, 2000 * 2 ** tries++) : 2000)
  })
  return running
}

function retry() {
  again = 0
  void flush()
}

// Only pages of localhost and of https have locks; without them two tabs may send the same
// twice, and the server counts it once.
const alone = async (work: () => Promise<void>): Promise<void> => {
  await (navigator.locks ? navigator.locks.request(place, work) : work())
}

async function send() {
  held = unkept ? held : load()
  let now: string | undefined
  for (const service of new Set(held.filter(waits).map((h) => h.service))) {
    const batch = held.filter((h) => waits(h) && h.service === service).slice(0, 200)
    now = (await deliver(service, batch)) ?? now
  }
  if (!now) tries = 0
  if (now !== trouble) {
    trouble = now
    watchers.forEach((w) => w())
  }
}

// deliver sends what waits for one service, and says why that cannot be done now; nothing
// where it could, or where nobody answers. What the server refuses for good is marked, and
// where it is among several it is looked for, so that it holds nothing else up.
async function deliver(service: string, batch: Held[]): Promise<string | undefined> {
  const ids = new Set(batch.map((h) => h.tick.id))
  try {
    await ask(api.POST('/api/services/{id}/ticks', { params: { path: { id: service } }, body: { ticks: batch.map((h) => h.tick) } }))
    keep((list) => list.filter((h) => !ids.has(h.tick.id)))
    await reread(ofTicks)
    return undefined
  } catch (error) {
    if (!(error instanceof Refused)) return undefined // nobody answers
    if (![404, 422].includes(error.problem.status)) return error.message // later
    if (batch.length === 1) {
      keep((list) => list.map((h) => (ids.has(h.tick.id) ? { ...h, refused: error.message } : h)))
      return undefined
    }
  }
  let now: string | undefined
  for (const h of batch) now = (await deliver(service, [h])) ?? now
  return now
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

/** useTrouble says why the server, which answers, does not take what waits. */
export const useTrouble = (): string | undefined => useSyncExternalStore(watch, () => trouble)

/** reload reads the outbox again as a new page would; for tests. */
export function reload() {
  held = load()
  watchers.forEach((w) => w())
}
