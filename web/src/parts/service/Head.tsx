// The head of a service: its name, its day, where it is planned, for how many; and what is done
// with it as a whole.
import { lazy, useState } from 'react'
import { Link } from 'wouter'
import { Acts } from '../Acts'
import { Undo } from '../Desk'
import { Loaded } from '../Loaded'
import { count, day } from '../words'
import { coversOf } from './composing'
import type { View } from './types'

const HeadDialog = lazy(() => import('./HeadDialogs').then((m) => ({ default: m.HeadDialog })))

export type Which = 'edit' | 'copy' | 'keep' | 'delete'

export function ServiceHead({ view, screen }: { view: View; screen: string }) {
  const { service, readOnly } = view
  const [open, setOpen] = useState<'' | Which>('')
  return (
    <>
      <div className="page-head">
        <h1>
          {readOnly ? (
            service.name
          ) : (
            <button className="name-button" onClick={() => setOpen('edit')} title="name, day, kitchen, covers">
              {service.name}
            </button>
          )}
        </h1>
        <span className="quiet">
          {day(service.day)} · {view.kitchen.name} · {guests(view)}
          {view.kept && (
            <>
              {' '}
              · menu <Link to={`/menus/${service.menu}`}>{view.kept}</Link>
              {service.own && ', changed here only'}
            </>
          )}
        </span>
        <div className="tools">
          {!readOnly && <Undo screen={screen} />}
          <Acts
            label="Service …"
            acts={[
              ...(readOnly ? [] : ([['Name, day, kitchen, covers', () => setOpen('edit')]] as [string, () => void][])),
              ['Copy to another day', () => setOpen('copy')],
              ...(view.menu.courses.length > 0 ? ([['Keep as a menu', () => setOpen('keep')]] as [string, () => void][]) : []),
              ['Delete', () => setOpen('delete')],
            ]}
          />
        </div>
      </div>
      {readOnly && (
        <div className="read-only-note">
          <b>Past service:</b> as planned, read only. Copy it to serve it again.
        </div>
      )}
      {open && (
        <Loaded what="the form">
          <HeadDialog which={open} view={view} screen={screen} close={() => setOpen('')} />
        </Loaded>
      )}
    </>
  )
}

/** guests says for how many a service is. */
function guests(view: View): string {
  const tables = view.service.tables ?? []
  if (tables.length === 0) return `${count(coversOf(view.service), 'cover')}`
  return `${count(tables.reduce((sum, t) => sum + t.guests, 0), 'guest')} at ${count(tables.length, 'table')}`
}

