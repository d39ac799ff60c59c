// What has moved in a plan since somebody saw it: a plan is bettered, or made anew, while
// it is looked at.
import { useSyncExternalStore } from 'react'

/** Placed is a step as a plan has it. */
export type Placed = { id: string; start: string; who: string[] }

/** Before is where a step stood. */
export type Before = { start: string; who: string[] }

export type Moved = {
  steps: Map<string, Before> // by id
  since: string // when the plan was seen, as the clock says it
}

const none: Moved = { steps: new Map(), since: '' }
const seen = new Map<string, { steps: Map<string, Before>; at: Date }>() // by service
const now = new Map<string, { list: Placed[]; moved: Moved }>()
const told = new Set<() => void>()

// least is by how much a start has to differ, in milliseconds: a few seconds nobody goes by.
const least = 30_000

/** movedIn compares a plan with the one that was seen. What is new in it has not moved. */
export function movedIn(before: Map<string, Before>, list: Placed[]): Map<string, Before> {
  const out = new Map<string, Before>()
  for (const step of list) {
    const was = before.get(step.id)
    if (was && (Math.abs(Date.parse(was.start) - Date.parse(step.start)) >= least || was.who.join() !== step.who.join())) out.set(step.id, was)
  }
  return out
}

/** see says that what stands now has been seen: nothing has moved since. */
export function see(service: string) {
  const at = now.get(service)
  if (at) seen.set(service, { steps: new Map(at.list.map((s) => [s.id, s])), at: new Date() })
  now.delete(service)
  told.forEach((tell) => tell())
}

/** useMoved tells what of a plan has moved since it was first shown here, or seen; list stays the same while the plan does. */
export function useMoved(service: string, list: Placed[]): Moved {
  return useSyncExternalStore(watch, () => look(service, list))
}

function watch(tell: () => void) {
  told.add(tell)
  return () => void told.delete(tell)
}

export function look(service: string, list: Placed[]): Moved {
  if (list.length === 0) return none
  const known = now.get(service)
  if (known?.list === list) return known.moved
  const before = seen.get(service)
  if (!before) {
    seen.set(service, { steps: new Map(list.map((s) => [s.id, s])), at: new Date() })
    now.set(service, { list, moved: none })
    return none
  }
  const moved = { steps: movedIn(before.steps, list), since: `${String(before.at.getHours()).padStart(2, '0')}:${String(before.at.getMinutes()).padStart(2, '0')}` }
  now.set(service, { list, moved })
  return moved
}
