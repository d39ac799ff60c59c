// Deleting: what hangs on it is told first, and it can be undone.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Modal } from 'react-bootstrap'
import { api, ask } from '../api/client'
import { ofAll, reread } from '../api/queries'
import { useGo } from './address'
import { Wrong } from './EditorActions'
import { FieldError } from './reading'
import { useOnce } from './once'
import { Failed, Waiting } from './States'

export type Deletable = 'dishes' | 'components' | 'ingredients' | 'menus' | 'services' | 'kitchens' | 'suppliers'

type Props = { kind: Deletable; id: string; name: string; screen: string; to?: string; done?: () => void; label?: string; plain?: boolean }

/** Delete is a button that asks, telling what hangs on the thing; once it is gone, it goes elsewhere, or does what is done then. */
export function Delete(props: Props) {
  const [open, setOpen] = useState(false)
  return (
    <>
      {props.plain ? (
        <button type="button" className="plain-button" onClick={() => setOpen(true)}>
          {props.label ?? 'Delete'}
          <span className="visually-hidden"> {props.name}</span>
        </button>
      ) : (
        <Button variant="outline-dark" size="sm" onClick={() => setOpen(true)}>
          {props.label ?? 'Delete'}
        </Button>
      )}
      {open && <Deleting {...props} close={() => setOpen(false)} />}
    </>
  )
}

/** Deleting tells what hangs on a thing, and deletes it. */
export function Deleting({ kind, id, name, screen, to, done, close }: Props & { close: () => void }) {
  const go = useGo()
  const once = useOnce()
  const [wrong, setWrong] = useState<FieldError>()
  const [busy, setBusy] = useState(false)
  const hangs = useQuery({ queryKey: ['hangs', kind, id], queryFn: () => ask(api.GET(`/api/${kind}/{id}/hangs`, { params: { path: { id } } })), staleTime: 0, gcTime: 0 })
  const list = hangs.data?.hangs ?? []
  const stops = list.some((h) => h.stops)
  const remove = async () => {
    setBusy(true)
    try {
      await once({ kind, id }, (key) => ask(api.DELETE(`/api/${kind}/{id}`, { params: { path: { id }, header: { 'Idempotency-Key': key, 'Jointime-Screen': screen } } })))
      close()
      done?.()
      if (to) go(to)
      await reread(ofAll)
    } catch (error) {
      setWrong(new FieldError('', error instanceof Error ? error.message : 'Not deleted.'))
      setBusy(false)
    }
  }
  return (
    <Modal show onHide={close} aria-labelledby="delete-title">
      <Modal.Header>
        <Modal.Title as="h2" id="delete-title">
          Delete {name}?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {hangs.isPending && <Waiting what="what hangs on it" />}
        {hangs.isError && <Failed error={hangs.error} again={() => void hangs.refetch()} />}
        {hangs.data && list.length === 0 && <p className="m-0">Nothing else uses it.</p>}
        {list.map((h) => (
          <div key={h.what} className={h.stops ? 'bracket' : 'mb-2'}>
            <b>{h.what}:</b> {h.names.slice(0, 8).join(', ')}
            {h.names.length > 8 && ` and ${h.names.length - 8} more`}
          </div>
        ))}
        {!stops && hangs.data && <p className="quiet m-0 mt-2">Undo brings it back, with all of this.</p>}
        <Wrong of={{ wrong }} />
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={close}>
          Keep it
        </Button>
        <Button autoFocus disabled={stops || busy || !hangs.data} onClick={() => void remove()}>
          Delete {name}
        </Button>
      </Modal.Footer>
    </Modal>
  )
}
