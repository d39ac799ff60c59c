// Tablets: which browsers have joined, when each was here last, and a tap that puts one
// out. One's own name is changed here too.
import { useState, type FormEvent } from 'react'
import { Button, FormControl } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { client, lost, useTablets } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { useOnce } from '../../parts/once'
import { Failed, Waiting } from '../../parts/States'
import { ago } from '../../parts/words'

export function Tablets() {
  const tablets = useTablets()
  if (tablets.isPending) return <Waiting what="the tablets" />
  if (lost(tablets)) return <Failed error={tablets.error} again={() => void tablets.refetch()} />
  const { tablets: list, codes, now } = tablets.data
  return (
    <>
      <div className="page-head">
        <h1>Tablets</h1>
        <span className="quiet">{codes ? 'Each has joined once with the code that the start printed.' : 'This machine needs no code. Others cannot join: start with serve and --listen.'}</span>
      </div>
      <table className="tablets" aria-label="Tablets">
        <thead>
          <tr>
            <th>who</th>
            <th>last here</th>
            {codes && <th>joined</th>}
            <td />
          </tr>
        </thead>
        <tbody>
          {list.map((t) => (
            <Line key={t.id} tablet={t} now={Date.parse(now)} codes={codes} />
          ))}
        </tbody>
      </table>
    </>
  )
}

function Line({ tablet, now, codes }: { tablet: Schemas['TabletView']; now: number; codes: boolean }) {
  const desk = useDesk()
  const [sure, setSure] = useState(false)
  const once = useOnce()
  const putOut = async () => {
    try {
      await once(tablet.id, (key) => ask(api.DELETE('/api/tablets/{id}', { params: { path: { id: tablet.id }, header: { 'Idempotency-Key': key } } }).then((a) => ({ ...a, data: a.data ?? {} }))))
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'It was not put out.')
    }
    await client.invalidateQueries({ queryKey: ['tablets'] })
  }
  return (
    <tr>
      <td>
        <b>{tablet.name || 'no name yet'}</b>
        {tablet.own && <span className="quiet"> · this one</span>}
      </td>
      <td>{ago(tablet.last, now)}</td>
      {codes && <td className="quiet">{tablet.since ? ago(tablet.since, now) : ''}</td>}
      <td>
        {tablet.own ? (
          <Rename name={tablet.name} />
        ) : sure ? (
          <span className="d-flex gap-2">
            <Button variant="danger" onClick={() => void putOut()} autoFocus>
              Put {tablet.name || 'it'} out
            </Button>
            <Button variant="outline-dark" onClick={() => setSure(false)}>
              Keep
            </Button>
          </span>
        ) : (
          <Button variant="outline-dark" onClick={() => setSure(true)}>
            Put out
          </Button>
        )}
      </td>
    </tr>
  )
}

// Rename changes one's own name.
function Rename({ name }: { name: string }) {
  const desk = useDesk()
  const [text, setText] = useState(name)
  const save = async (event: FormEvent) => {
    event.preventDefault()
    try {
      await ask(api.PUT('/api/session', { body: { name: text } }))
      await client.invalidateQueries()
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'It was not kept.')
    }
  }
  return (
    <form className="d-flex gap-2" onSubmit={(e) => void save(e)}>
      <FormControl aria-label="your name" value={text} onChange={(e) => setText(e.target.value)} maxLength={40} autoComplete="off" />
      <Button type="submit" variant="outline-dark" disabled={text.trim() === '' || text.trim() === name}>
        Change the name
      </Button>
    </form>
  )
}
