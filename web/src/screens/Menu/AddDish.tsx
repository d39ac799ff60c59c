// A dish onto the menu: one of the book by a few letters, one that is new, or one that is pasted
// as it was written.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { reread } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { Chooser } from '../../parts/finder/Chooser'
import { useOnce } from '../../parts/once'
import { count } from '../../parts/words'

type Pasted = Schemas['Pasted']

type Props = { label: string; hint: string; autoFocus?: boolean; add: (dish: string, name: string) => Promise<boolean>; leave?: () => void }

export function AddDish({ label, hint, autoFocus, add, leave }: Props) {
  const desk = useDesk()
  const once = useOnce()
  const [pasted, setPasted] = useState<Pasted>()
  const make = async (dish: Pasted) => {
    try {
      const made = await once(dish, (key) => ask(api.POST('/api/dishes', { params: { header: { 'Idempotency-Key': key } }, body: dish })))
      await reread()
      if (await add(made.id, dish.name)) setPasted(undefined)
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not saved. What you pasted is kept.')
    }
  }
  const read = async (text: string) => {
    try {
      setPasted((await ask(api.POST('/api/read/paste', { body: { text } }))).pasted)
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Could not read it.')
    }
  }
  if (pasted) return <Review pasted={pasted} set={setPasted} keep={() => void make(pasted)} />
  return (
    <Chooser
      label={label} kinds="dish" hint={hint} autoFocus={autoFocus} leave={leave} paste={(text) => void read(text)}
      choose={(m) => void add(m.id, m.name)}
      extra={(text) => [{ key: 'new', name: `Make “${text}” new`, act: () => void make({ name: text, components: [] }) }]}
    />
  )
}

// Review shows what a paste was taken for, before it is kept.
function Review({ pasted, set, keep }: { pasted: Pasted; set: (p?: Pasted) => void; keep: () => void }) {
  const lines = pasted.components.flatMap((c) => c.lines)
  const doubts = lines.filter((l) => l.as === 'skip' || (l.step ?? l.ingredient)?.doubt)
  return (
    <form
      className="pasted"
      onSubmit={(e) => {
        e.preventDefault()
        keep()
      }}
    >
      <Form.Control aria-label="Name of the dish" placeholder="Name of the dish" value={pasted.name} autoFocus maxLength={120} onChange={(e) => set({ ...pasted, name: e.target.value })} />
      <p className="small m-0">
        {pasted.components.map((c) => c.name).join(' · ')}
        <span className="quiet">
          {' '}
          · {count(lines.filter((l) => l.as === 'ingredient').length, 'ingredient')}, {count(lines.filter((l) => l.as === 'step').length, 'step')}
        </span>
      </p>
      {doubts.length > 0 && (
        <p className="small m-0 wrong">
          {count(doubts.length, 'line')} not understood, kept as typed: {doubts.slice(0, 3).map((l) => `“${l.text}”`).join(', ')}
          {doubts.length > 3 && ' …'}
        </p>
      )}
      <div className="d-flex gap-2">
        <Button type="submit" size="sm" disabled={!pasted.name.trim()}>
          Save and add
        </Button>
        <Button size="sm" variant="outline-dark" onClick={() => set(undefined)}>
          Discard
        </Button>
      </div>
    </form>
  )
}
