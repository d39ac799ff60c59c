// A plate while one of its placings is typed or moved: computed by the server as
// soon as the placing can be read, and drawn before it is saved.
import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'
import { api, ask, type Schemas } from '../../api/client'
import { read, type PlacingForm } from './form'

type View = Schemas['DishView']
type Placing = Schemas['Placing']

export function useLivePlate(view: View, open: Placing | undefined, typed: PlacingForm | undefined) {
  const [live, setLive] = useState<{ plate: View['plate']; placing: Placing }>()
  const { plate } = view.dish
  useEffect(() => {
    if (!open || !typed) return
    let over = false
    const draw = async () => {
      try {
        const next = await read(view.dish.id, typed, open)
        const computed = await ask(api.POST('/api/dishes/{id}/plate', { params: { path: { id: view.dish.id } }, body: { ...plate, placings: plate.placings.map((p) => (p.id === open.id ? next : p)) } }))
        if (!over) flushSync(() => setLive({ plate: computed, placing: next })) // at once: a hand waits for it
      } catch {
        // what cannot be read yet is not drawn yet
      }
    }
    void draw()
    return () => {
      over = true
    }
  }, [open, typed, plate, view.dish.id])
  return typed && live && live.placing.id === open?.id ? live : { plate: view.plate, placing: open }
}
