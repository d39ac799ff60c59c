// What it would do if a service went first, before it does.
import { useQuery } from '@tanstack/react-query'
import { Button, Modal } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { useService } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { Searched } from '../../parts/Searched'
import { Bracket, Failed } from '../../parts/States'
import { count, listed, spoken } from '../../parts/words'
import type { Served } from './Day'

type Summary = Schemas['Summary']

export function GoesFirst({ s, screen, close }: { s: Served; screen: string; close: () => void }) {
  const effect = useQuery({ queryKey: ['goes-first', s.id], queryFn: () => ask(api.POST('/api/services/{id}/first', { params: { path: { id: s.id } } })), enabled: !s.first, gcTime: 0, retry: false })
  const service = useService(s.id)
  const desk = useDesk()
  const act = async () => {
    const now = (await service.refetch()).data
    if (now && (await desk.hand({ kind: 'service', id: s.id, version: now.version, screen, what: s.first ? 'no longer first' : 'goes first', value: { ...now.service, first: !s.first || undefined } }))) close()
  }
  const others = effect.data?.services.slice(1) ?? []
  return (
    <Modal show onHide={close} size="lg" aria-labelledby="goes-first">
      <Modal.Header>
        <Modal.Title as="h2" id="goes-first">
          {s.first ? `${s.name} no longer goes first?` : `Let ${s.name} go first?`}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {s.first && <p>The next time it is planned, it keeps clear of what the other services have by then.</p>}
        {!s.first && effect.isPending && <p role="status">Trying it out …</p>}
        {effect.isError && <Failed error={effect.error} again={() => void effect.refetch()} />}
        {effect.data && (
          <>
            <p>{others.length === 0 ? 'No other service has to move.' : `${listed(others.map((o) => o.name))} ${others.length === 1 ? 'has' : 'have'} to move.`}</p>
            <table className="fire">
              <thead>
                <tr>
                  <td />
                  <th>now</th>
                  <th>if {s.name} goes first</th>
                </tr>
              </thead>
              <tbody>
                {effect.data.services.map((o) => (
                  <tr key={o.id}>
                    <td>
                      <b>{o.name}</b>
                    </td>
                    <td>{holds(o.now)}</td>
                    <td>{holds(o.now) === holds(o.then) ? holds(o.then) : <b>{holds(o.then)}</b>}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {effect.data.services.flatMap((o) => o.then.clashes.filter((c) => !o.now.clashes.includes(c)).slice(0, 2).map((c) => <Bracket key={o.id + c} what={`${o.name}: ${c}`} />))}
            <Searched seconds={effect.data.searched} />
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={close}>
          Leave it
        </Button>
        <Button disabled={!service.data || (!s.first && !effect.data)} onClick={() => void act()}>
          {s.first ? 'No longer first' : 'Let it go first'}
        </Button>
      </Modal.Footer>
    </Modal>
  )
}

// holds says how a plan holds, in few words.
function holds(s: Summary): string {
  if (!s.planned) return 'no plan'
  const late = s.lates > 0 ? [`${count(s.lates, 'wave')} late, by ${spoken(s.late)} at most`] : []
  const early = s.early > 0 ? [`${count(s.early, 'wave')} early`] : []
  const limits = s.clashes.length > 0 ? [`${count(s.clashes.length, 'limit')} over`] : []
  return [...late, ...early, ...limits].join('; ') || 'all kept'
}
