// The plate of a version beside the dish itself: what is not on it, what takes
// its place, and what follows from that.
import { useVersionPlate } from '../../api/queries'
import { Bracket, Failed, Waiting } from '../../parts/States'
import { lasts } from '../../parts/words'
import type { Schemas } from '../../api/client'
import { Drawing } from './Drawing'
import { Side } from './Side'

type View = Schemas['DishView']

const still = { picked: '', pick: () => {}, place: () => undefined, move: () => {} }

export function Compare({ view, version }: { view: View; version: string }) {
  const other = useVersionPlate(view.dish.id, version)
  const name = view.dish.versions?.find((v) => v.id === version)?.name ?? version
  if (other.isPending) return <Waiting what="the version" />
  if (other.isError) return <Failed error={other.error} again={() => void other.refetch()} />
  const { spec, computed, names } = other.data
  const called = (component: string) => names[component] ?? view.components.find((c) => c.component.id === component)?.component.name ?? component
  const gone = view.dish.plate.placings.filter((p) => !spec.placings.some((q) => q.id === p.id))
  return (
    <div className="plate-compare">
      <One title="as it stands" plate={view.plate} placings={view.dish.plate.placings} called={called} marked={(p) => gone.includes(p)} />
      <One title={name} plate={computed} placings={spec.placings} called={called} marked={(p) => view.dish.plate.placings.find((q) => q.id === p.id)?.component !== p.component} />
    </div>
  )
}

type OneProps = { title: string; plate: Schemas['Computed']; placings: Schemas['Placing'][]; called: (component: string) => string; marked: (p: Schemas['Placing']) => boolean }

function One({ title, plate, placings, called, marked }: OneProps) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <Drawing drawing={plate.drawing} {...still} />
      <Side drawing={plate.drawing} />
      <ol className="list-unstyled">
        {placings.map((p, i) => (
          <li key={p.id} className={marked(p) ? 'compared changed' : 'compared'}>
            <span className="number">{i + 1}</span> {called(p.component)} <span className="quiet small">{plate.drawing.shapes[i]?.words}</span>
            {marked(p) && <b className="small"> {title === 'as it stands' ? 'not in the other' : 'in its place'}</b>}
          </li>
        ))}
      </ol>
      <p className="small m-0">
        <b className="clock">{lasts(plate.build[0].seconds)}</b> alone · <b>{plate.atOnce[0].plates}</b> at once · <b>{Math.round(plate.room.covered * 100)} %</b> of the well · {plate.contrast.textures.map((t) => `${t.count} ${t.name}`).join(', ')}
      </p>
      {plate.findings.map((f) => (
        <Bracket key={f.code + (f.placing ?? '') + f.what} what={f.what}>
          {f.advice}
        </Bracket>
      ))}
    </section>
  )
}
