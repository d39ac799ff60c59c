// A whole book, from a file: what it would change is shown before anything is, and how far
// it is while it is long.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Form, ProgressBar } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../../api/client'
import { reread } from '../../api/queries'
import { useGo } from '../../parts/address'
import { useOnce } from '../../parts/once'
import { count } from '../../parts/words'

type Item = Schemas['Item']

const send = (text: string, apply: boolean, key = '') =>
  ask(api.POST('/api/book/import', { params: { query: { apply }, header: key ? { 'Idempotency-Key': key } : {} }, body: text, bodySerializer: (b: unknown) => b as string, headers: { 'Content-Type': 'application/json' } } as never)) as Promise<{ items: Item[]; applied: boolean }>

const most = 200 // entries that are listed; the rest is counted

export function Import() {
  const go = useGo()
  const [text, setText] = useState('')
  const [items, setItems] = useState<Item[]>()
  const [wrong, setWrong] = useState('')
  const [doing, setDoing] = useState<{ what: string; key?: string }>()
  const once = useOnce()
  const tell = (error: unknown) => setWrong(error instanceof Refused ? error.message : 'No connection. Nothing was changed: try again.')
  const look = async (file?: File) => {
    if (!file) return
    setItems(undefined)
    setWrong('')
    setDoing({ what: `Checking ${file.name} …` })
    try {
      const read = await file.text()
      setText(read)
      setItems((await send(read, false)).items)
    } catch (error) {
      tell(error)
    }
    setDoing(undefined)
  }
  const take = async () => {
    setWrong('')
    try {
      await once(text, (key) => {
        setDoing({ what: 'Importing …', key })
        return send(text, true, key)
      })
      await reread()
      go('/book')
    } catch (error) {
      tell(error)
    }
    setDoing(undefined)
  }
  const of = (what: Item['what']) => items?.filter((i) => i.what === what) ?? []
  const changes = [...of('changed'), ...of('new')]
  return (
    <>
      <div className="page-head">
        <h1>Import a book</h1>
        <span className="quiet">{items ? `${of('new').length} new, ${of('changed').length} changed, ${of('same').length} the same` : 'Nothing changes until you import.'}</span>
        <div className="tools">
          {changes.length > 0 && (
            <Button disabled={doing !== undefined} onClick={() => void take()}>
              Import
            </Button>
          )}
        </div>
      </div>
      <Form.Group controlId="book-file" className="mb-3">
        <Form.Label>Jointime book file</Form.Label>
        <Form.Control type="file" accept=".json,application/json" disabled={doing !== undefined} onChange={(e) => void look((e.target as HTMLInputElement).files?.[0])} />
      </Form.Group>
      {doing && <Doing what={doing.what} of={doing.key} />}
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {items && changes.length === 0 && <p>Nothing to import: the book has all of it.</p>}
      {changes.slice(0, most).map((i) => (
        <div key={i.kind + i.id} className="order-line">
          <strong>{i.name}</strong> <span className="quiet">{i.kind}, {i.what}</span>
          {i.differences?.map((d) => (
            <div key={d.where} className="small">
              {d.where}: {d.was || '–'} → {d.is || '–'}
            </div>
          ))}
        </div>
      ))}
      {changes.length > most && <p className="quiet">and {count(changes.length - most, 'more entry')}</p>}
    </>
  )
}

// Doing is how far the server is: how much of it is in.
function Doing({ what, of: key = '' }: { what: string; of?: string }) {
  const far = useQuery({ queryKey: ['import', key], queryFn: () => ask(api.GET('/api/book/import', { params: { query: { key } } })), enabled: key !== '', refetchInterval: 200, staleTime: 0 })
  const { done = 0, of = 0 } = far.data ?? {}
  return (
    <div className="waiting" role="status">
      {what} {of > 0 && `${done} of ${of}`}
      <ProgressBar className="mt-2" aria-label={what} animated={of === 0} now={of > 0 ? (100 * done) / of : 100} />
    </div>
  )
}
