// Two ingredients that are the same thing are made one: what changes is told first.
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Button, Modal } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { ofAll, reread } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { useDesk } from '../../parts/Desk'
import { Chooser } from '../../parts/finder/Chooser'
import { useOnce } from '../../parts/once'
import { upper } from '../../parts/words'

export function Merge({ id, name }: { id: string; name: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="outline-dark" onClick={() => setOpen(true)}>
        Merge
      </Button>
      {open && <Dialog id={id} name={name} close={() => setOpen(false)} />}
    </>
  )
}

function Dialog({ id, name, close }: { id: string; name: string; close: () => void }) {
  const desk = useDesk()
  const once = useOnce()
  const [, setParams] = useAddress()
  const [into, setInto] = useState<{ id: string; name: string }>()
  const changes = useQuery({ queryKey: ['merge', id, into?.id], queryFn: () => ask(api.GET('/api/ingredients/{id}/merge', { params: { path: { id }, query: { into: into!.id } } })), enabled: Boolean(into), gcTime: 0 })
  const merge = async () => {
    try {
      await once({ id, into }, (key) => ask(api.POST('/api/ingredients/{id}/merge', { params: { path: { id }, header: { 'Idempotency-Key': key, 'Jointime-Screen': 'ingredients' } }, body: { into: into!.id } })))
      close()
      setParams({ of: into!.id }, { replace: true })
      await reread(ofAll)
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not merged.')
    }
  }
  return (
    <Modal show onHide={close} aria-labelledby="merge-title">
      <Modal.Header>
        <Modal.Title as="h2" id="merge-title">
          {upper(name)} is the same as …
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <Chooser label="The ingredient that stays" kinds="ingredient" hint="the ingredient that stays" value={into?.name} autoFocus choose={(m) => m.id !== id && setInto(m)} />
        {into && changes.data && (
          <div className="mt-3">
            {changes.data.hangs.map((h) => (
              <div key={h.what} className="mb-2">
                <b>{h.what}:</b> {h.names.join(', ')}
              </div>
            ))}
            <p className="quiet m-0">
              {upper(into.name)} is found as “{name}” from then on. Undo parts them again.
            </p>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-dark" onClick={close}>
          Close
        </Button>
        <Button disabled={!into || !changes.data} onClick={() => void merge()}>
          {into ? `Merge into ${into.name}` : 'Merge'}
        </Button>
      </Modal.Footer>
    </Modal>
  )
}
