// Plates that are stopped: a guest must not have what is in them, or may be.
import type { Schemas } from '../../api/client'

export type Table = NonNullable<Schemas['Service']['tables']>[number]
export type Need = NonNullable<Table['needs']>[number]
export type Served = NonNullable<Need['served']>[number]

export type StoppedPlate = { table: Table; need: Need; served: Served; guest: string; dish: string; course: string }

/** guest is who has a need: the table, and the seat where it is known. */
export const guest = (t: Table, n: Need) => (n.seat ? `${t.name}, seat ${n.seat}` : t.name)

/** stopped lists the plates that nobody may plan or send until the answer is named. */
export function stopped(view: Schemas['ServiceView']): StoppedPlate[] {
  const rows = new Map(view.rows.map((r) => [r.course, r]))
  return (view.service.tables ?? []).flatMap((table) =>
    (table.needs ?? []).flatMap((need) =>
      (need.served ?? []).filter((s) => s.stopped).map((served) => {
        const row = rows.get(served.course)
        return { table, need, served, guest: guest(table, need), course: row?.name ?? served.course, dish: row?.dishes.find((d) => d.dish === served.dish)?.name ?? row?.name ?? '' }
      }),
    ),
  )
}
