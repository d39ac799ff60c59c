// Two plates side by side: the dish and one of its versions, or two ways of
// building it. What differs is marked, and what follows from it stands below.
import { useVersionPlate, useWayPlate } from '../../api/queries'
import { Bracket, Failed, Waiting } from '../../parts/States'
import { lasts } from '../../parts/words'
import type { Schemas } from '../../api/client'
import { Drawing } from './Drawing'
import { Side } from './Side'

type View = Schemas['DishView']
type Placing = Schemas['Placing']
type Other = { title: string; placings: Placing[]; plate: Schemas['Computed']; called: (component: string) => string }

const still = { picked: '', pick: () => {}, place: () => undefined, move: () => {} }

const nameIn = (view: View) => (component: string) => view.components.find((c) => c.component.id === component)?.component.name ?? component

export function VersionBeside({ view, version }: { view: View; version: string }) {
  const other = useVersionPlate(view.dish.id, version)
  const title = view.dish.versions?.find((v) => v.id === version)?.name ?? version
  if (other.isPending) return <Waiting what="the version" />
  if (other.isError) return <Failed error={other.error} again={() => void other.refetch()} />
  const { spec, computed, names } = other.data
  return <Pair view={view} other={{ title, placings: spec.placings, plate: computed, called: (component) => names[component] ?? nameIn(view)(component) }} />
}

export function WayBeside({ view, way }: { view: View; way: Schemas['Way'] }) {
  const computed = useWayPlate(view, way)
  if (computed.isPending) return <Waiting what="the other way" />
  if (computed.isError) return <Failed error={computed.error} again={() => void computed.refetch()} />
  return <Pair view={view} other={{ title: way.name, placings: way.plate.placings, plate: computed.data, called: nameIn(view) }} />
}

function Pair({ view, other }: { view: View; other: Other }) {
  const here = { title: view.dish.way || 'as it stands', placings: view.dish.plate.placings, plate: view.plate, called: nameIn(view) }
  return (
    <div className="plate-compare">
      <One of={here} against={other} told="not in the other" />
      <One of={other} against={here} told="in its place" />
    </div>
  )
}

// marks says what is otherwise than in the other: another thing, another place
// in the order, or built otherwise.
function mark(of: Other, against: Other, at: number, told: string): string {
  const p = of.placings[at]
  const i = against.placings.findIndex((q) => q.id === p.id)
  const q = against.placings[i]
  if (!q || q.component !== p.component) return q ? 'in its place' : told
  if (i !== at) return `${i + 1} in the other`
  return JSON.stringify({ ...p, note: '' }) === JSON.stringify({ ...q, note: '' }) ? '' : 'built otherwise'
}

function One({ of, against, told }: { of: Other; against: Other; told: string }) {
  const { plate } = of
  return (
    <section aria-label={of.title}>
      <h2>{of.title}</h2>
      <Drawing drawing={plate.drawing} {...still} />
      <Side drawing={plate.drawing} />
      <ol className="list-unstyled">
        {of.placings.map((p, i) => {
          const marked = mark(of, against, i, told)
          return (
            <li key={p.id} className={marked ? 'compared changed' : 'compared'}>
              <span className="number">{i + 1}</span> {of.called(p.component)} <span className="quiet small">{plate.drawing.shapes[i]?.words}</span>
              {marked && <b className="small"> {marked}</b>}
            </li>
          )
        })}
      </ol>
      <p className="small m-0">
        <b className="clock">{lasts(plate.build[0].seconds)}</b> alone · <b>{plate.atOnce[0].plates}</b> at once, {plate.atOnce[0].because} · <b>{Math.round(plate.room.covered * 100)} %</b> of the well · {plate.contrast.textures.map((t) => `${t.count} ${t.name}`).join(', ')}
        {plate.lives[0] && (
          <>
            {' '}
            · {of.called(of.placings.find((p) => p.id === plate.lives[0].placing)?.component ?? '')} has <b className="clock">{lasts(plate.lives[0].seconds)}</b>
          </>
        )}
      </p>
      {plate.findings.map((f) => (
        <Bracket key={f.code + (f.placing ?? '') + f.what} what={f.what}>
          {f.advice}
        </Bracket>
      ))}
    </section>
  )
}
