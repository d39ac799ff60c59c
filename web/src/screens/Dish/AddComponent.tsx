// One more component on a dish: one that the book has, or a new one.
import { useDesk } from '../../parts/Desk'
import { Chooser } from '../../parts/finder/Chooser'
import { newComponentID } from '../../parts/ids'
import type { View } from './types'

export function AddComponent({ view, show }: { view: View; show: (side: string, extra?: Record<string, string>) => void }) {
  const desk = useDesk()
  const screen = `dish:${view.dish.id}`
  const add = async (id: string, name: string) => {
    if (view.dish.parts.some((p) => p.component === id)) return desk.say(`${name} is already on the dish. Place it twice on the plate instead.`)
    if (!(await desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen, what: `${name} on ${view.dish.name}`, value: { ...view.dish, parts: [...view.dish.parts, { component: id }] } }))) return
    show('component', { of: id })
  }
  const make = async (name: string) => {
    const id = await newComponentID(name)
    if (!(await desk.hand({ kind: 'component', id, version: 0, screen, what: `${name}: new`, value: { id, name, yield: { quantity: 1, unit: 'part' }, ingredients: [], methods: [{ id: 'method', name: 'house method', steps: [] }] } }))) return
    await add(id, name)
  }
  return (
    <div className="mt-4">
      <Chooser
        label="Add a component" kinds="component" hint="Add a component, new or from the book"
        choose={(m) => void add(m.id, m.name)}
        extra={(text) => [{ key: 'new', name: `Make “${text}” new`, act: () => void make(text) }]}
      />
    </div>
  )
}
