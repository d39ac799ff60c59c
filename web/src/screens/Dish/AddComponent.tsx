// One more component on a dish: one that the book has, or a new one.
import { useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { useIngredients } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { newID } from '../../parts/ids'
import type { View } from './types'

export function AddComponent({ view, show }: { view: View; show: (side: string, extra?: Record<string, string>) => void }) {
  const book = useIngredients()
  const desk = useDesk()
  const [name, setName] = useState('')
  const made = book.data?.components ?? []
  const screen = `dish:${view.dish.id}`
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const words = name.trim()
    if (!words) return
    const known = made.find((c) => c.name.toLowerCase() === words.toLowerCase())
    if (known && view.dish.parts.some((p) => p.component === known.id)) return desk.say(`${known.name} is already on the dish. Place it twice on the plate instead.`)
    const id = known?.id ?? (await newID(words, made.map((c) => c.id)))
    if (!known && !(await desk.hand({ kind: 'component', id, version: 0, screen, what: `${words}: new`, value: { id, name: words, yield: { quantity: 1, unit: 'part' }, ingredients: [], methods: [{ id: 'method', name: 'house method', steps: [] }] } }))) return
    if (!(await desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen, what: `${words} on ${view.dish.name}`, value: { ...view.dish, parts: [...view.dish.parts, { component: id }] } }))) return
    setName('')
    show('component', { of: id })
  }
  return (
    <form className="d-flex gap-2 mt-4" onSubmit={(e) => void submit(e)}>
      <Form.Control aria-label="Add a component" placeholder="Add a component, new or from the book" list="made" value={name} maxLength={120} onChange={(e) => setName(e.target.value)} autoComplete="off" />
      <datalist id="made">
        {made.map((c) => (
          <option key={c.id} value={c.name} />
        ))}
      </datalist>
      {name.trim() && (
        <Button type="submit" variant="outline-dark" size="sm">
          Add
        </Button>
      )}
    </form>
  )
}
