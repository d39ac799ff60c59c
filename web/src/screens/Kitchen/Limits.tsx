// The published limits that the kitchen holds to, with their sources, and where its
// own plan is stricter.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { useHeat } from '../../parts/heat'
import { spoken } from '../../parts/words'
import { Decides } from '../../parts/Decides'

type Props = { chosen: string[]; own: Record<string, string>; wrong?: string; set: (part: { limits?: string[]; own?: Record<string, string> }) => void }

export function Limits({ chosen, own, wrong, set }: Props) {
  const sets = useQuery({ queryKey: ['limits'], queryFn: () => ask(api.GET('/api/limits')), staleTime: Infinity })
  const known = sets.data?.sets ?? []
  const held = chosen.length > 0 ? chosen : known.slice(0, 1).map((s) => s.id)
  const [open, setOpen] = useState(() => Object.values(own).some((text) => text.trim()))
  return (
    <fieldset>
      <legend>food safety limits</legend>
      {known.map((s) => (
        <Form.Check key={s.id} id={`limits-${s.id}`} label={`${s.name}, ${s.edition}`} checked={held.includes(s.id)} onChange={(e) => set({ limits: e.target.checked ? [...held, s.id] : held.filter((id) => id !== s.id) })} />
      ))}
      <details className="limits" open={open || wrong?.startsWith('own.')} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>Show limits, set stricter ones</summary>
        <table className="fire">
          <thead>
            <tr>
              <th>limit</th>
              <th>published</th>
              <th>ours, if stricter</th>
              <th>source</th>
            </tr>
          </thead>
          <tbody>
            {known
              .filter((s) => held.includes(s.id))
              .flatMap((s) => s.limits)
              .map((l) => (
                <tr key={l.id}>
                  <td>{l.what}</td>
                  <td>
                    <Published limit={l} />
                  </td>
                  <td>
                    <Form.Control size="sm" aria-label={`Ours, ${l.what}`} placeholder={l.within ? '90 min' : '65 °C'} value={own[l.id] ?? ''} isInvalid={wrong === `own.${l.id}`} onChange={(e) => set({ own: { ...own, [l.id]: e.target.value } })} autoComplete="off" />
                  </td>
                  <td className="small quiet">{l.source}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </details>
      <Decides>Check these figures against the current edition before you rely on them.</Decides>
    </fieldset>
  )
}

function Published({ limit: l }: { limit: Schemas['Limit'] }) {
  const heat = useHeat()
  return (
    <>
      {l.celsius !== undefined && heat(l.celsius)} {l.for ? `for ${spoken(l.for)}` : ''} {l.within ? `within ${spoken(l.within)}` : ''}
      {(l.instead ?? []).length > 0 && (
        <details>
          <summary className="small">or colder for longer</summary>
          {l.instead!.map((h) => (
            <div key={h.celsius} className="small">
              {heat(h.celsius)} for {spoken(h.for)}
            </div>
          ))}
        </details>
      )}
    </>
  )
}
