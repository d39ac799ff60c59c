// Two plates side by side: the dish and one of its versions, or two ways of
// building it. What differs is marked, and what follows from it stands below.
import { lost, useVersionPlate, useWayPlate } from '../../api/queries'
import { Bracket, Failed, Waiting } from '../../parts/States'
import { lasts } from '../../parts/words'
import type { Schemas } from '../../api/client'
import { Drawing } from '../../parts/plate/Drawing'
import { differs, type Told } from './differs'
import { SayPlacing } from './SayPlacing'
import { Side } from '../../parts/plate/Side'

type View = Schemas['DishView']
type Placing = Schemas['Placing']
type Other = { title: string; placings: Placing[]; plate: Schemas['Computed']; called: (component: string) => string }

const still = { picked: '', pick: () => {}, move: () => {} }

const nameIn = (view: View) => (component: string) => view.components.find((c) => c.component.id === component)?.component.name ?? component

type Save = (what: string, dish: View['dish']) => Promise<boolean>

export function VersionBeside({ view, version, save }: { view: View; version: string; save: Save }) {
  const other = useVersionPlate(view.dish.id, version)
  const title = view.dish.versions?.find((v) => v.id === version)?.name ?? version
  if (other.isPending) return <Waiting what="the version" />
  if (lost(other)) return <Failed error={other.error} again={() => void other.refetch()} />
  const { spec, computed, names } = other.data
  const called = (component: string) => names[component] ?? nameIn(view)(component)
  return (
    <>
      <Pair view={view} other={{ title, placings: spec.placings, plate: computed, called }} />
      <OwnPlacings view={view} version={version} title={title} called={called} save={save} />
    </>
  )
}

// OwnPlacings are those that only the version has: what is added for these guests
// must stand somewhere.
function OwnPlacings({ view, version, title, called, save }: { view: View; version: string; title: string; called: (component: string) => string; save: Save }) {
  const own = view.dish.versions?.find((v) => v.id === version)?.placings ?? []
  const put = (what: string, placings: Placing[]) => save(what, { ...view.dish, versions: view.dish.versions!.map((v) => (v.id === version ? { ...v, placings: placings.length ? placings : undefined } : v)) })
  return (
    <section className="own-placings" aria-label={`Only on “${title}”`}>
      <h2>Only on “{title}”</h2>
      {own.map((p) => (
        <p key={p.id} className="m-0">
          <b>{called(p.component)}</b> {p.form}{' '}
          <button className="plain-button" onClick={() => void put(`${called(p.component)} removed from “${title}”`, own.filter((o) => o.id !== p.id))}>
            Remove
          </button>
        </p>
      ))}
      <SayPlacing dish={view.dish.id} version={version} name={called} keep={(p) => put(`${called(p.component)} placed on “${title}”`, [...own, p])} />
    </section>
  )
}

export function WayBeside({ view, way }: { view: View; way: Schemas['Way'] }) {
  const computed = useWayPlate(view, way)
  if (computed.isPending) return <Waiting what="the other plating" />
  if (lost(computed)) return <Failed error={computed.error} again={() => void computed.refetch()} />
  return <Pair view={view} named other={{ title: way.name, placings: way.plate.placings, plate: computed.data, called: nameIn(view) }} />
}

// Pair lays the two side by side; where their names stand above already, the
// headings are for the ear alone.
function Pair({ view, other, named }: { view: View; other: Other; named?: boolean }) {
  const here = { title: view.dish.way || 'as built now', placings: view.dish.plate.placings, plate: view.plate, called: nameIn(view) }
  return (
    <div className="plate-compare">
      <One named={named} of={here} against={other} told={{ alone: 'only here', swapped: 'different there' }} />
      <One named={named} of={other} against={here} told={{ alone: 'only here', swapped: 'replaces it' }} />
    </div>
  )
}

function One({ of, against, told, named }: { of: Other; against: Other; told: Told; named?: boolean }) {
  const { plate } = of
  const marks = differs(of.placings, against.placings, told)
  return (
    <section aria-label={of.title}>
      <h2 className={named ? 'visually-hidden' : ''}>{of.title}</h2>
      <Sums of={of} />
      <Drawing drawing={plate.drawing} {...still} />
      <ol className="list-unstyled">
        {of.placings.map((p, i) => {
          const marked = marks[i]
          return (
            <li key={p.id} className={marked ? 'compared changed' : 'compared'}>
              <span className="number">{i + 1}</span> {of.called(p.component)} <span className="quiet small">{plate.drawing.shapes[i]?.words}</span>
              {marked && <b className="small"> {marked}</b>}
            </li>
          )
        })}
      </ol>
      <Side drawing={plate.drawing} />
      {plate.findings.map((f) => (
        <Bracket key={f.code + (f.placing ?? '') + f.what} what={f.what}>
          {f.advice}
        </Bracket>
      ))}
    </section>
  )
}

// Sums are the figures by which one of the two is chosen.
function Sums({ of: { plate, placings, called } }: { of: Other }) {
  const [first] = plate.lives
  const figures: [string, string][] = [
    [lasts(plate.build[0].seconds), 'one cook'],
    [`${plate.atOnce[0].plates}`, `at a time: ${plate.atOnce[0].because}`],
    ...(first ? [[lasts(first.seconds), `${called(placings.find((p) => p.id === first.placing)?.component ?? '')} good for`] as [string, string]] : []),
    [`${Math.round(plate.room.covered * 100)} %`, 'of the well'],
  ]
  return (
    <dl className="sums">
      {figures.map(([figure, words]) => (
        <div key={words}>
          <dt>{figure}</dt>
          <dd>{words}</dd>
        </div>
      ))}
      <div>
        <dt>{plate.contrast.textures.length}</dt>
        <dd>textures: {plate.contrast.textures.map((t) => `${t.count} ${t.name}`).join(', ')}</dd>
      </div>
    </dl>
  )
}
