// Plate: how it is built, in order, drawn to scale.
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react'
import { Link } from 'wouter'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { lost, useDish } from '../../api/queries'
import { Undo, useDesk } from '../../parts/Desk'
import { useAddress } from '../../parts/address'
import { useDraft } from '../../parts/draft'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { useSettled } from '../../parts/settled'
import { useStable } from '../../parts/stable'
import { lasts } from '../../parts/words'
import { DishSelect } from '../../parts/DishSelect'
import { Checks } from './Checks'
import { Beside, PickBeside } from './Beside'
import { Drawing } from '../../parts/plate/Drawing'
import { Facts } from './Facts'
import { Announced } from './Announced'
import { Findings } from './Findings'
import { movedTo, toForm, type At, type PlacingForm } from './form'
import { Line } from './Line'
import { useLivePlate } from './live'
import type { Place } from '../../parts/plate/moving'
import { Photo } from './Photo'
import { Patterns, Side, Strip } from '../../parts/plate/Side'
import { SayPlacing } from './SayPlacing'
import { PlacingEditor } from './PlacingEditor'
import { Wares, type Origin } from './WareEditor'

type View = Schemas['DishView']
type Placing = Schemas['Placing']

export function Plate({ id }: { id: string }) {
  const dish = useDish(id)
  if (dish.isPending) return <Waiting what="the plate" />
  if (lost(dish)) return <Failed error={dish.error} again={() => void dish.refetch()} />
  return <Sheet view={dish.data} />
}

function Sheet({ view }: { view: View }) {
  const [params, setParams] = useAddress()
  const desk = useDesk()
  const { dish } = view
  const picked = params.get('placing') ?? ''
  const beside = params.get('beside') ?? ''
  const show = useStable((beside: string) => setParams(beside ? { beside } : {}, { replace: true }))
  const pick = useStable((id: string) => setParams(id ? { placing: id } : {}, { replace: true }))
  const open = dish.plate.placings.find((p) => p.id === picked)
  const now = useMemo<Origin>(() => ({ dish: view.dish, version: view.version }), [view])
  const [busy, setBusy] = useState(false) // one change after the other: each is made from what the last one left
  const saveDish = useStable(async (what: string, value: View['dish'], version: number = view.version) => {
    setBusy(true)
    const ok = await desk.hand({ kind: 'dish', id: dish.id, version, screen: `plate:${dish.id}`, what, value })
    setBusy(false)
    return ok
  })
  const save = (what: string, placings: Placing[], { dish, version } = now) => saveDish(what, { ...dish, plate: { ...dish.plate, placings } }, version)
  const name = useCallback((component: string) => view.components.find((c) => c.component.id === component)?.component.name ?? component, [view])
  const foods = useMemo(() => view.components.map((c) => ({ id: c.component.id, name: c.component.name })), [view])
  const formers = useMemo(() => (view.dish.plate.formers ?? []).map((f) => f.name), [view])
  const others = useMemo(() => view.dish.plate.placings.map((o, i) => ({ id: o.id, name: `${i + 1}, ${view.components.find((c) => c.component.id === o.component)?.component.name ?? o.component}` })).filter((o) => o.id !== picked), [view, picked])
  const saveWare = useStable((spec: View['dish']['plate'], from: Origin) => saveDish('Ware changed', { ...from.dish, plate: spec }, from.version))
  const keepSaid = useStable(async (p: Placing) => {
    if (!(await save(`${name(p.component)} placed`, [...dish.plate.placings, p]))) return false
    pick(p.id)
    return true
  })
  const add = async () => {
    const made = newPlacing(view)
    if (await save('Placing added', [...dish.plate.placings, made])) pick(made.id)
  }
  const form = useDraft<PlacingForm, Origin>(`placing/${dish.id}/${picked}`, toForm(open), now)
  const { plate, placing: live } = useLivePlate(view, open, form.typed ? form.value : undefined)
  const { drawing } = plate
  const numberOf = (id?: string) => dish.plate.placings.findIndex((p) => p.id === id) + 1
  const holds = (p: Placing) => [p.on && `on ${numberOf(p.on)}`, p.leans && `leaning on ${numberOf(p.leans)}`].filter(Boolean).join(', ')
  const before = dish.plate.placings.map((_, i) => dish.plate.placings.slice(0, i).reduce((s, q) => s + q.seconds, 0))
  const soon = useDeferredValue(plate) // the plate under the hand is drawn first, and what follows from it after it
  const still = useSettled(plate)
  const nameAt = useCallback((id: string) => name(view.dish.plate.placings.find((p) => p.id === id)?.component ?? id), [view, name])
  const at = form.value.at ? (JSON.parse(form.value.at) as At) : undefined
  const spot = at && !at.part && !at.between ? { hour: at.hour, distance: at.distance } : undefined
  const move = (id: string, to: Place) => id === picked && form.set(movedTo(form.value, to))
  const acts = {
    put: async (what: string, p: Placing) => {
      if (!(await save(what, dish.plate.placings.map((q) => (q.id === p.id ? p : q))))) return false
      if (p.id === picked) form.drop()
      return true
    },
    // what is being typed goes along: the order was found for it
    order: async (ids: string[]) => {
      const placings = ids.flatMap((id) => (form.typed && live?.id === id ? [live] : dish.plate.placings.filter((p) => p.id === id)))
      if (!(await save('Order changed', placings))) return false
      form.drop()
      return true
    },
    quiet: (code: string) => saveDish('Advice ignored', { ...dish, plate: { ...dish.plate, quiet: [...(dish.plate.quiet ?? []), code] } }),
  }
  const put = useStable(acts.put)
  const order = useStable(acts.order)
  const quiet = useStable(acts.quiet)
  const doable = useMemo(() => ({ pick, put, order, quiet }), [pick, put, order, quiet])
  return (
    <>
      <Head view={view} beside={beside} show={show} save={saveDish} />
      <Patterns />
      {beside && <Beside view={view} beside={beside} show={show} save={saveDish} />}
      {!beside && <div className="plate-screen">
        <div>
          <Drawing drawing={drawing} picked={picked} pick={pick} spot={spot} move={move} />
          <Side drawing={soon.drawing} />
          <Wares dish={dish.id} spec={dish.plate} origin={now} save={saveWare} />
          <Photo dish={dish.id} />
        </div>
        <div>
          <div className="d-flex justify-content-between align-items-baseline mb-2">
            <h2>Build</h2>
            <span className="quiet">
              <span className="clock">{lasts(view.build)}</span>, one cook
            </span>
          </div>
          {dish.plate.placings.length === 0 && <Empty title="Nothing is placed yet">Add the first placing below.</Empty>}
          <ol className="list-unstyled m-0">
            {dish.plate.placings.map((p, i) => (
              <li key={p.id}>
                <Line placing={p} number={i + 1} name={name(p.component)} place={view.plate.drawing.shapes[i]?.place ?? ''} much={view.plate.drawing.shapes[i]?.much ?? ''} holds={holds(p)} build={view.build} before={before[i]} picked={p.id === picked} pick={pick} />
                {p.id === picked && <Findings of={p.id} plate={soon} acts={doable} />}
                {p.id === picked && (
                  <PlacingEditor
                    key={p.id} dish={dish.id} placing={p} place={drawing.shapes[i]?.place ?? ''} draft={form} formers={formers} others={others} components={foods}
                    save={(next) => save(`${name(next.component)} placed`, form.origin.dish.plate.placings.map((q) => (q.id === p.id ? next : q)), form.origin)}
                    close={() => pick('')}
                    first={busy || i === 0} last={busy || i === dish.plate.placings.length - 1}
                    move={(by) => {
                      const list = [...dish.plate.placings]
                      list.splice(i + by, 0, ...list.splice(i, 1))
                      void save(`${name(p.component)} moved`, list)
                    }}
                    remove={async () => {
                      if (await save(`${name(p.component)} deleted`, dish.plate.placings.filter((q) => q.id !== p.id))) pick('')
                    }}
                  />
                )}
              </li>
            ))}
          </ol>
          <SayPlacing dish={dish.id} name={name} keep={keepSaid} />
          <Button variant="outline-dark" size="sm" onClick={() => void add()}>
            Add a placing
          </Button>
          {view.faults.map((f) => (
            <Bracket key={f} what={f} />
          ))}
          <Findings but={picked} plate={soon} acts={doable} />
          {dish.plate.placings.length > 0 && <Facts plate={soon} name={nameAt} />}
          {view.announced && <Announced of={view.announced} />}
          <Strip drawing={still.drawing} />
          <Checks dish={dish.id} />
        </div>
      </div>}
    </>
  )
}

type HeadProps = { view: View; beside: string; show: (beside: string) => void; save: (what: string, value: View['dish']) => Promise<boolean> }

const Head = memo(function Head({ view, beside, show, save }: HeadProps) {
  const { dish } = view
  return (
    <div className="page-head">
      <DishSelect id={dish.id} name={dish.name} screen="plate" />
      <span className="quiet">
        {[dish.way, `revision ${view.version}`].filter(Boolean).join(' · ')}
      </span>
      <div className="tools">
        <PickBeside dish={dish} beside={beside} show={show} save={save} />
        <a className="btn btn-outline-dark btn-sm" href={`/api/dishes/${dish.id}/card.svg`} target="_blank" rel="noreferrer">
          Wall card
        </a>
        <Link className="btn btn-outline-dark btn-sm" to={`/card/${dish.id}`}>
          Build card
        </Link>
        <Undo screen={`plate:${dish.id}`} />
      </div>
    </div>
  )
})

function newPlacing(view: View): Placing {
  const { placings } = view.dish.plate
  let n = placings.length + 1
  while (placings.some((p) => p.id === `placing-${n}`)) n++
  const unplaced = view.components.find((c) => !placings.some((p) => p.component === c.component.id)) ?? view.components[0]
  const portion = view.dish.parts.find((p) => p.component === unplaced?.component.id)?.portion
  return { id: `placing-${n}`, component: unplaced?.component.id ?? '', ...(portion ? { amount: portion } : {}), form: 'mound', hour: 12, distance: 0, length: 40, texture: 'soft', colour: '#d9cba3', seconds: 5 }
}
