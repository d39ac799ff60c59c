// The photograph beside the drawing: handed in, taken off, put back.
import { memo, useState } from 'react'
import { api, ask, Refused, type Problem } from '../../api/client'
import { client, usePhoto } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { useOnce } from '../../parts/once'

const nothing = <T extends object>(answer: T) => ({ ...answer, data: {} })

async function handIn(dish: string, file: File, key: string) {
  const answer = await fetch(`/api/dishes/${encodeURIComponent(dish)}/photo.jpg`, { method: 'PUT', body: file, headers: { 'Idempotency-Key': key } })
  if (!answer.ok) throw new Refused((await answer.json()) as Problem)
}

export const Photo = memo(function Photo({ dish }: { dish: string }) {
  const photo = usePhoto(dish)
  const desk = useDesk()
  const [busy, setBusy] = useState(false)
  const once = useOnce()
  const act = async (what: string, doing: (key: string) => Promise<unknown>) => {
    setBusy(true)
    try {
      await once(what, doing)
      desk.say('')
    } catch (error) {
      desk.say(error instanceof Refused ? error.message : 'No connection. Photo not saved: choose it again.')
    }
    await client.invalidateQueries({ queryKey: ['photo', dish] })
    setBusy(false)
  }
  const path = (key: string) => ({ params: { path: { id: dish }, header: { 'Idempotency-Key': key } } })
  if (!photo.data) return null
  const { there, takenOff, address, who, at } = photo.data
  return (
    <figure className="plate-photo" aria-label="Photo">
      {there && <img src={address} alt="Photo of the plate" />}
      <figcaption className="small">
        {there && (
          <span className="quiet">
            {who}, {at?.slice(0, 10)}{' '}
          </span>
        )}
        <label className="plain-button">
          {busy ? 'Uploading …' : there ? 'Replace photo' : 'Add photo'}
          <input
            type="file" className="visually-hidden" accept="image/jpeg,image/png" aria-label="Photo of the plate" disabled={busy}
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) void act(`${file.name} ${file.size} ${file.lastModified}`, (key) => handIn(dish, file, key))
              e.target.value = ''
            }}
          />
        </label>
        {there && (
          <button className="plain-button ms-3" disabled={busy} onClick={() => void act('off', (key) => ask(api.DELETE('/api/dishes/{id}/photo', path(key)).then(nothing)))}>
            Remove photo
          </button>
        )}
        {takenOff && (
          <button className="plain-button ms-3" disabled={busy} onClick={() => void act('back', (key) => ask(api.POST('/api/dishes/{id}/photo/back', path(key)).then(nothing)))}>
            Restore last photo
          </button>
        )}
      </figcaption>
    </figure>
  )
})
