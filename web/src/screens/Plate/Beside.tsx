// What is laid beside the plate: a version for guests, or another way of
// building it, which can be named, built from now on, or dropped.
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useDraft } from '../../parts/draft'
import { VersionBeside, WayBeside } from './Compare'

type View = Schemas['DishView']
type Dish = View['dish']
type Save = (what: string, dish: Dish) => Promise<boolean>

const another = '+'

type PickProps = { dish: Dish; beside: string; show: (beside: string) => void; save: Save }

/** PickBeside chooses what is laid beside it, and keeps another way of building. */
export function PickBeside({ dish, beside, show, save }: PickProps) {
  const choose = async (value: string) => {
    if (value !== another) return show(value)
    const made = wayFrom(dish)
    if (await save('Alternative saved', { ...dish, ways: [...(dish.ways ?? []), made] })) show(made.id)
  }
  return (
    <select className="form-select form-select-sm w-auto" aria-label="Compare with" value={beside} onChange={(e) => void choose(e.target.value)}>
      <option value="">Compare with …</option>
      {(dish.versions ?? []).length > 0 && (
        <optgroup label="versions">
          {dish.versions!.map((v) => (
            <option key={v.id} value={v.id}>
              {v.name}
            </option>
          ))}
        </optgroup>
      )}
      <optgroup label="platings">
        {(dish.ways ?? []).map((w) => (
          <option key={w.id} value={w.id}>
            {w.name}
          </option>
        ))}
        {(dish.ways ?? []).length < 6 && <option value={another}>Save as another plating</option>}
      </optgroup>
    </select>
  )
}

function wayFrom(dish: Dish): Schemas['Way'] {
  const taken = [...(dish.ways ?? []), ...(dish.versions ?? [])].map((w) => w.id)
  let n = 2
  while (taken.includes(`way-${n}`)) n++
  return { id: `way-${n}`, name: `plating ${n}`, plate: dish.plate }
}

/** Beside shows the plate and what was chosen, side by side. */
export function Beside({ view, beside, show, save }: { view: View; beside: string; show: (beside: string) => void; save: Save }) {
  const way = view.dish.ways?.find((w) => w.id === beside)
  if (!way) return <VersionBeside view={view} version={beside} save={save} />
  return (
    <>
      <WayActs key={way.id} dish={view.dish} way={way} show={show} save={save} />
      <WayBeside view={view} way={way} />
    </>
  )
}

function WayActs({ dish, way, show, save }: { dish: Dish; way: Schemas['Way']; show: (beside: string) => void; save: Save }) {
  const named = useDraft(`way/${dish.id}/${way.id}`, { here: dish.way ?? '', there: way.name }, 0)
  const { here, there } = named.value
  const ways = dish.ways ?? []
  const called = { here: here.trim() || undefined, there: there.trim() || way.name }
  const keep = async (what: string, next: Dish) => {
    const ok = await save(what, next)
    if (ok) named.drop()
    return ok
  }
  // the two change places: what was built is kept as the other way
  const build = () => keep(`Now built as “${called.there}”`, { ...dish, plate: way.plate, way: called.there, ways: ways.map((w) => (w.id === way.id ? { ...w, name: called.here ?? 'previous', plate: dish.plate } : w)) })
  const rename = () => {
    if (called.here !== dish.way || called.there !== way.name) void keep('Renamed', { ...dish, way: called.here, ways: ways.map((w) => (w.id === way.id ? { ...w, name: called.there } : w)) })
  }
  const drop = async () => {
    if (await keep(`“${way.name}” deleted`, { ...dish, ways: ways.filter((w) => w.id !== way.id) })) show('')
  }
  return (
    <Form
      className="way-acts"
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && rename()}
      onSubmit={(e) => {
        e.preventDefault()
        rename()
      }}
    >
      <Form.Control aria-label="Name of this plating" placeholder="as built now" maxLength={60} value={here} onChange={(e) => named.set({ here: e.target.value, there })} />
      <div className="d-flex gap-2">
        <Form.Control aria-label="Name of the other plating" maxLength={60} value={there} onChange={(e) => named.set({ here, there: e.target.value })} />
        <Button type="button" className="text-nowrap" onClick={() => void build()}>
          Use this
        </Button>
        <Button type="button" variant="outline-danger" onClick={() => void drop()}>
          Delete
        </Button>
      </div>
    </Form>
  )
}
