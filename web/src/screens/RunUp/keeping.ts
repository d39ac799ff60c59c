// Steps that the chef keeps at their time: they are a part of the service.
import { useCallback } from 'react'
import type { Schemas } from '../../api/client'
import { useService } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { local } from '../../parts/words'
import type { Bar, Plan } from './types'

type Fixed = Schemas['Fixed']

export type Keeping = {
  keep?: (bar: Bar, at: number, cook?: string) => void // absent: it cannot be changed
  letGo?: (ids: string[]) => void
}

/** fixedAt is a step kept at a time, in seconds from the origin of its plan, by a cook. */
export function fixedAt(day: string, bar: Bar, at: number, cook?: string): Fixed {
  const [date, clock] = local(bar.start, at - bar.from).split('T')
  return { id: bar.id, daysBefore: Math.round((Date.parse(day) - Date.parse(date)) / 86_400_000), clock: clock.endsWith(':00') ? clock.slice(0, 5) : clock, cook }
}

export function useKeeping(plan: Plan, readOnly: boolean): Keeping {
  const { data: service, refetch } = useService(plan.service)
  const desk = useDesk()
  // the list is changed as it is now: one tap may follow on another before the page has read again
  const change = useCallback(
    async (what: string, edit: (list: Fixed[]) => Fixed[]) => {
      const now = (await refetch()).data
      if (now) await desk.hand({ kind: 'service', id: now.service.id, version: now.version, screen: `run-up:${now.service.id}`, what, value: { ...now.service, fixed: edit(now.service.fixed ?? []) } })
    },
    [refetch, desk],
  )
  const keep = useCallback((bar: Bar, at: number, cook?: string) => void change(`${bar.name} kept at its time`, (list) => [...list.filter((f) => f.id !== bar.id), fixedAt(plan.day, bar, at, cook)]), [change, plan.day])
  const letGo = useCallback((ids: string[]) => void change('let go', (list) => list.filter((f) => !ids.includes(f.id))), [change])
  return readOnly || !service ? {} : { keep, letGo }
}
