// A whole book, from a file: what it would change is shown before anything is.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../../api/client'
import { reread } from '../../api/queries'
import { useGo } from '../../parts/address'
import { useOnce } from '../../parts/once'

type Item = Schemas['Item']

const send = (text: string, apply: boolean, key = '') =>
  ask(api.POST('/api/book/import', { params: { query: { apply }, header: key ? { 'Idempotency-Key': key } : {} }, body: text, bodySerializer: (b: unknown) => b as string, headers: { 'Content-Type': 'application/json' } } as never)) as Promise<{ items: Item[]; applied: boolean }>

export function TakeIn() {
  const go = useGo()
  const [text, setText] = useState('')
  const [items, setItems] = useState<Item[]>()
  const [wrong, setWrong] = useState('')
  const once = useOnce()
  const tell = (error: unknown) => setWrong(error instanceof Refused ? error.message : 'The server cannot be reached. Nothing was changed.')
  const look = async (file?: File) => {
    if (!file) return
    setItems(undefined)
    setWrong('')
    const read = await file.text()
    setText(read)
    try {
      setItems((await send(read, false)).items)
    } catch (error) {
      tell(error)
    }
  }
  const take = async () => {
    try {
      await once(text, (key) => send(text, true, key))
      await reread()
      go('/book')
    } catch (error) {
      tell(error)
    }
  }
  const of = (what: Item['what']) => items?.filter((i) => i.what === what) ?? []
  return (
    <>
      <div className="page-head">
        <h1>Take a book in</h1>
        <span className="quiet">{items ? `${of('new').length} new, ${of('changed').length} changed, ${of('same').length} the same` : 'nothing is changed before you say so'}</span>
        <div className="tools">{items && of('new').length + of('changed').length > 0 && <Button onClick={() => void take()}>Take it in</Button>}</div>
      </div>
      <Form.Group controlId="book-file" className="mb-3">
        <Form.Label>a book that was saved from Jointime</Form.Label>
        <Form.Control type="file" accept=".json,application/json" onChange={(e) => void look((e.target as HTMLInputElement).files?.[0])} />
      </Form.Group>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {items && of('new').length + of('changed').length === 0 && <p>All of it is in the book already, just so.</p>}
      {[...of('changed'), ...of('new')].map((i) => (
        <div key={i.kind + i.id} className="order-line">
          <strong>{i.name}</strong> <span className="quiet">{i.kind}, {i.what}</span>
          {i.differences?.map((d) => (
            <div key={d.where} className="small">
              {d.where}: {d.was || '–'} → {d.is || '–'}
            </div>
          ))}
        </div>
      ))}
    </>
  )
}
