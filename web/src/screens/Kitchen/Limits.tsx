// The published limits that the kitchen holds to, with their sources.
import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { useHeat } from '../../parts/heat'
import { spoken } from '../../parts/words'

export function Limits({ chosen, set, children }: { chosen: string[]; set: (ids: string[]) => void; children: ReactNode }) {
  const heat = useHeat()
  const sets = useQuery({ queryKey: ['limits'], queryFn: () => ask(api.GET('/api/limits')), staleTime: Infinity })
  const known = sets.data?.sets ?? []
  const held = chosen.length > 0 ? chosen : known.slice(0, 1).map((s) => s.id)
  return (
    <fieldset>
      <legend>published limits</legend>
      {known.map((s) => (
        <Form.Check key={s.id} id={`limits-${s.id}`} label={`${s.name}, ${s.edition}`} checked={held.includes(s.id)} onChange={(e) => set(e.target.checked ? [...held, s.id] : held.filter((id) => id !== s.id))} />
      ))}
      <details className="limits">
        <summary>what they say</summary>
        <table className="fire">
          <tbody>
            {known
              .filter((s) => held.includes(s.id))
              .flatMap((s) =>
                s.limits.map((l) => (
                  <tr key={s.id + l.kind + l.what}>
                    <td>{l.what}</td>
                    <td className="clock">{l.celsius !== undefined && heat(l.celsius)}</td>
                    <td>
                      {l.for ? `for ${spoken(l.for)}` : ''} {l.within ? `within ${spoken(l.within)}` : ''}
                    </td>
                    <td className="small quiet">{l.source}</td>
                  </tr>
                )),
              )}
          </tbody>
        </table>
      </details>
      <div className="pair">{children}</div>
      <p className="small quiet">The figures are from memory of the documents: hold them against the edition that applies. Local food law, the kitchen’s own safety plan and trained people decide.</p>
    </fieldset>
  )
}
