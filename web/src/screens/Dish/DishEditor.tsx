// A dish itself: its name, and its components in their order.
import { useState, type FormEvent } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Delete } from '../../parts/Delete'
import { useDesk } from '../../parts/Desk'
import type { View } from './types'

const told: ['card' | 'brief' | 'story' | 'cutlery' | 'atTable' | 'with', string, string][] = [
  ['card', 'words of the menu card', 'Roast hake, crushed swede, shrimp butter'],
  ['brief', 'parts that a brief imposes', ''],
  ['story', 'story, one line', ''],
  ['cutlery', 'cutlery', 'fish knife and fork, spoon for the broth'],
  ['atTable', 'done at the table', ''],
  ['with', 'drinks and sides', ''],
]

export function DishEditor({ view, close }: { view: View; close: () => void }) {
  const desk = useDesk()
  const [name, setName] = useState(view.dish.name)
  const [room, setRoom] = useState(view.dish.room ?? {})
  const hand = (what: string, dish: Partial<View['dish']>) => desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen: `dish:${view.dish.id}`, what, value: { ...view.dish, ...dish } })
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const told = Object.fromEntries(Object.entries(room).filter(([, text]) => text?.trim()))
    const what = name.trim() === view.dish.name ? 'for the room' : `Renamed ${name.trim()}`
    if (name.trim() && (await hand(what, { name: name.trim(), room: Object.keys(told).length > 0 ? told : undefined }))) close()
  }
  const { parts } = view.dish
  const nameOf = (id: string) => view.components.find((c) => c.component.id === id)?.component.name ?? id
  const move = (i: number, by: number) => {
    const next = [...parts]
    next.splice(i + by, 0, ...next.splice(i, 1))
    void hand(`${nameOf(parts[i].component)} moved`, { parts: next })
  }
  return (
    <Form className="editor" onSubmit={(e) => void submit(e)} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="The dish">
      <Form.Group controlId="dish-name">
        <Form.Label>name</Form.Label>
        <Form.Control value={name} maxLength={120} onChange={(e) => setName(e.target.value)} autoComplete="off" />
      </Form.Group>
      <fieldset>
        <legend>on the plate</legend>
        {parts.map((p, i) => (
          <div key={p.component} className="written-row">
            <span className="flex-grow-1">{nameOf(p.component)}</span>
            <button type="button" className="plain-button" disabled={i === 0} onClick={() => move(i, -1)}>
              Move up
            </button>
            <button type="button" className="plain-button" disabled={i === parts.length - 1} onClick={() => move(i, 1)}>
              Move down
            </button>
            <button type="button" className="plain-button" onClick={() => void hand(`${nameOf(p.component)} removed`, { parts: parts.filter((x) => x !== p) })}>
              Remove
            </button>
          </div>
        ))}
      </fieldset>
      <fieldset>
        <legend>for the room</legend>
        {told.map(([key, label, hint]) => (
          <Form.Group key={key} controlId={`room-${key}`}>
            <Form.Label>{label}</Form.Label>
            <Form.Control value={room[key] ?? ''} placeholder={hint} maxLength={key === 'card' || key === 'brief' ? 400 : 200} onChange={(e) => setRoom({ ...room, [key]: e.target.value })} autoComplete="off" />
          </Form.Group>
        ))}
      </fieldset>
      <div className="editor-actions">
        <Button type="submit">Save the dish</Button>
        <Button variant="outline-dark" onClick={close}>
          Close
        </Button>
        <Delete kind="dishes" id={view.dish.id} name={view.dish.name} screen="book" to="/book" label="Delete the dish" />
      </div>
    </Form>
  )
}
