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
      desk.say(error instanceof Refused ? error.message : 'The kitchen’s server cannot be reached. The photograph was not taken in.')
    }
    await client.invalidateQueries({ queryKey: ['photo', dish] })
    setBusy(false)
  }
  const path = (key: string) => ({ params: { path: { id: dish }, header: { 'Idempotency-Key': key } } })
  if (!photo.data) return null
  const { there, takenOff, address, who, at } = photo.data
  return (
    <figure className="plate-photo" aria-label="Photograph">
      {there && <img src={address} alt="The plate, photographed" />}
      <figcaption className="small">
        {there && (
          <span className="quiet">
            {who}, {at?.slice(0, 10)}{' '}
          </span>
        )}
        <label className="plain-button">
          {busy ? 'one moment …' : there ? 'another photograph' : 'add a photograph'}
          <input
            type="file" className="visually-hidden" accept="image/jpeg,image/png" aria-label="Photograph of the plate" disabled={busy}
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) void act(`${file.name} ${file.size} ${file.lastModified}`, (key) => handIn(dish, file, key))
              e.target.value = ''
            }}
          />
        </label>
        {there && (
          <button className="plain-button ms-3" disabled={busy} onClick={() => void act('off', (key) => ask(api.DELETE('/api/dishes/{id}/photo', path(key)).then(nothing)))}>
            take it off
          </button>
        )}
        {takenOff && (
          <button className="plain-button ms-3" disabled={busy} onClick={() => void act('back', (key) => ask(api.POST('/api/dishes/{id}/photo/back', path(key)).then(nothing)))}>
            put the last one back
          </button>
        )}
      </figcaption>
    </figure>
  )
})
