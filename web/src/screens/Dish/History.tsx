// Who changed what of a dish, when; and what two revisions differ in.
import { useState } from 'react'
import { lost, useCompare, useHistory } from '../../api/queries'
import { More } from '../../parts/More'
import { Failed, Waiting } from '../../parts/States'
import type { View } from './types'

export function History({ view }: { view: View }) {
  const things: { kind: 'dish' | 'component'; id: string; name: string }[] = [{ kind: 'dish', id: view.dish.id, name: 'Dish' }, ...view.components.map((c) => ({ kind: 'component' as const, id: c.component.id, name: c.component.name }))]
  const [at, setAt] = useState(things.length > 1 ? 1 : 0)
  const thing = things[Math.min(at, things.length - 1)]
  return (
    <section>
      <div className="d-flex gap-3 align-items-baseline mb-2">
        <h2 className="m-0">History</h2>
        <select className="form-select form-select-sm w-auto" aria-label="History of" value={at} onChange={(e) => setAt(Number(e.target.value))}>
          {things.map((t, i) => (
            <option key={t.kind + t.id} value={i}>
              {t.name}
            </option>
          ))}
        </select>
      </div>
      <Revisions key={thing.kind + thing.id} kind={thing.kind} id={thing.id} />
    </section>
  )
}

function Revisions({ kind, id }: { kind: 'dish' | 'component'; id: string }) {
  const history = useHistory(kind, id)
  const [picked, setPicked] = useState(0)
  const revisions = history.data?.pages.flatMap((p) => p.revisions) ?? []
  const newest = revisions[0]?.version ?? 0
  if (history.isPending) return <Waiting what="the history" />
  if (history.isError) return <Failed error={history.error} again={() => void history.refetch()} />
  return (
    <>
      <table className="fire">
        <tbody>
          {revisions.map((r) => (
            <tr key={r.version} aria-current={r.version === picked}>
              <td className="clock">{r.version}</td>
              <td>{new Date(r.at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}</td>
              <td>{r.who}</td>
              <td>{r.what}</td>
              <td>
                {r.version !== newest && (
                  <button className="plain-button" onClick={() => setPicked(picked === r.version ? 0 : r.version)}>
                    {picked === r.version ? 'Hide' : 'Compare with now'}
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <More of={history} />
      {picked > 0 && <Differences kind={kind} id={id} from={picked} to={newest} />}
    </>
  )
}

function Differences({ kind, id, from, to }: { kind: 'dish' | 'component'; id: string; from: number; to: number }) {
  const compared = useCompare(kind, id, from, to)
  if (compared.isPending) return <Waiting what="both revisions" />
  if (lost(compared)) return <Failed error={compared.error} />
  return (
    <table className="fire mt-3" aria-label={`Revision ${from} and ${to}`}>
      <thead>
        <tr>
          <th>field</th>
          <th>revision {from}</th>
          <th>revision {to}</th>
        </tr>
      </thead>
      <tbody>
        {compared.data.changes.map((c) => (
          <tr key={c.where}>
            <td>{c.where}</td>
            <td>{c.was || '–'}</td>
            <td>{c.is || '–'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
