// Something that was deleted: by whom and when, and how it comes back.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../api/client'
import { ofAll, reread } from '../api/queries'
import { Wrong } from './EditorActions'
import { useOnce } from './once'
import { FieldError } from './reading'
import { Bracket } from './States'
import { ago, day, upper } from './words'

type Missing = Schemas['Missing']

/** Gone says who deleted something, and lets anybody bring it back; where it was never there, it says only that. */
export function Gone({ missing: { kind, id }, otherwise }: { missing: Missing; otherwise: string }) {
  const once = useOnce()
  const [wrong, setWrong] = useState<FieldError>()
  const [clashes, setClashes] = useState(false)
  const deleted = useQuery({ queryKey: ['deleted', kind, id], queryFn: () => ask(api.GET(`/api/${kind}/{id}/deleted`, { params: { path: { id } } })), staleTime: 0, retry: false })
  if (!deleted.data) return <Bracket what={otherwise} alert />
  const { name, who, how, at, ...of } = deleted.data
  const what = of.day ? `${name}, ${day(of.day, true)}` : name
  const since = ago(at, deleted.dataUpdatedAt)
  const restore = async (alone: boolean) => {
    try {
      await once({ kind, id, alone }, (key) => ask(api.POST(`/api/${kind}/{id}/restore`, { params: { path: { id }, header: { 'Idempotency-Key': key, 'Jointime-Screen': `back:${kind}` } }, body: { alone } })))
      await reread(ofAll)
    } catch (error) {
      setClashes(error instanceof Refused && error.problem.status === 409)
      setWrong(new FieldError('', error instanceof Error ? error.message : 'Not brought back.'))
    }
  }
  return (
    <Bracket what={how ? `${upper(how)}, by ${who}.` : `${who} deleted ${what}.`} alert>
      <p>{since === 'now' ? 'Just now' : upper(since)}. What you typed here is kept on this tablet.</p>
      <Wrong of={{ wrong }} />
      <div className="d-flex gap-2">
        <Button onClick={() => void restore(false)}>Bring it back</Button>
        {clashes && (
          <Button variant="outline-dark" onClick={() => void restore(true)}>
            Bring back {name} alone
          </Button>
        )}
      </div>
    </Bracket>
  )
}
