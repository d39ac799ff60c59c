// The title of a screen about one dish, and the way to another.
import { useGo } from './address'
import { Chooser } from './finder/Chooser'

export function DishSelect({ id, name, screen, open }: { id: string; name: string; screen: string; open?: () => void }) {
  const go = useGo()
  return (
    <div className="d-flex gap-3 align-items-baseline flex-wrap">
      <h1>
        {open ? (
          <button className="name-button" onClick={open} title="its name, the order of its components">
            {name}
          </button>
        ) : (
          name
        )}
      </h1>
      <Chooser key={id} label="Another dish" hint="another dish" kinds="dish" choose={(m) => go(`/${screen}/${m.id}`)} />
    </div>
  )
}
