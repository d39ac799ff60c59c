// The title of a screen about one dish, and the way to another.
import { useDishes } from '../api/queries'
import { useGo } from './address'

export function DishSelect({ id, name, screen, open }: { id: string; name: string; screen: string; open?: () => void }) {
  const dishes = useDishes()
  const go = useGo()
  return (
    <div className="d-flex gap-3 align-items-baseline">
      <h1>
        {open ? (
          <button className="name-button" onClick={open} title="its name, the order of its components">
            {name}
          </button>
        ) : (
          name
        )}
      </h1>
      <select className="form-select form-select-sm another" aria-label="Dish" value={id} onChange={(e) => go(`/${screen}/${e.target.value}`)}>
        {(dishes.data?.dishes ?? [{ id, name }]).map((d) => (
          <option key={d.id} value={d.id}>
            {d.name}
          </option>
        ))}
      </select>
    </div>
  )
}
