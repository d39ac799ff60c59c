// Plate: how it is built, in order, drawn to scale.
import { useDeferredValue, useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { Button } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { useDish } from '../../api/queries'
import { TakeBack, useDesk } from '../../parts/Desk'
import { useDraft } from '../../parts/draft'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { lasts, placed } from '../../parts/words'
import { DishSelect } from '../Dish/Dish'
import { Checks } from './Checks'
import { Beside, PickBeside } from './Beside'
import { Drawing } from './Drawing'
import { Facts } from './Facts'
import { Findings } from './Findings'
import type { Place } from './moving'
import { Photo } from './Photo'
import { Patterns, Side, Strip } from './Side'
import { SayPlacing } from './SayPlacing'
import { PlacingEditor, placeForm, read, toForm, type PlacingForm } from './PlacingEditor'

type View = Schemas['DishView']
type Placing = Schemas['Placing']

// Origin is the dish that a change was made from.
type Origin = { dish: View['dish']; version: number }

export function Plate({ id }: { id: string }) {
  const dish = useDish(id)
  if (dish.isPending) return <Waiting what="the plate" />
  if (dish.isError) return <Failed error={dish.error} again={() => void dish.refetch()} />
  return <Sheet view={dish.data} />
}

function Sheet({ view }: { view: View }) {
  const [params, setParams] = useSearchParams()
  const desk = useDesk()
  const { dish } = view
  const picked = params.get('placing') ?? ''
  const beside = params.get('beside') ?? ''
  const show = (beside: string) => setParams(beside ? { beside } : {}, { replace: true })
  const pick = (id: string) => setParams(id ? { placing: id } : {}, { replace: true })
  const open = dish.plate.placings.find((p) => p.id === picked)
  const now: Origin = { dish, version: view.version }
  const [busy, setBusy] = useState(false) // one change after the other: each is made from what the last one left
  const saveDish = async (what: string, value: View['dish'], version = view.version) => {
    setBusy(true)
    const ok = await desk.hand({ kind: 'dish', id: dish.id, version, screen: `plate:${dish.id}`, what, value })
    setBusy(false)
    return ok
  }
  const save = (what: string, placings: Placing[], { dish, version } = now) => saveDish(what, { ...dish, plate: { ...dish.plate, placings } }, version)
  const name = (component: string) => view.components.find((c) => c.component.id === component)?.component.name ?? component
  const add = async () => {
    const made = newPlacing(view)
    if (await save('a placing added', [...dish.plate.placings, made])) pick(made.id)
  }
  const form = useDraft<PlacingForm, Origin>(`placing/${dish.id}/${picked}`, toForm(open), now)
  const { plate, placing: live } = useLivePlate(view, open, form.typed ? form.value : undefined)
  const { drawing } = plate
  const soon = useDeferredValue(drawing) // the plate under the hand is drawn first, and the strip after it
  const nameAt = (id: string) => name(dish.plate.placings.find((p) => p.id === id)?.component ?? id)
  const place = (id: string): Place | undefined => (id !== picked ? undefined : form.value.hour ? { hour: Number(form.value.hour), distance: Number(form.value.distance) } : live)
  const move = (id: string, to: Place) => id === picked && form.set({ ...form.value, ...placeForm(to) })
  const acts = {
    plate, pick,
    put: async (what: string, p: Placing) => {
      if (!(await save(what, dish.plate.placings.map((q) => (q.id === p.id ? p : q))))) return false
      if (p.id === picked) form.drop()
      return true
    },
    // what is being typed goes along: the order was found for it
    order: async (ids: string[]) => {
      const placings = ids.flatMap((id) => (form.typed && live?.id === id ? [live] : dish.plate.placings.filter((p) => p.id === id)))
      if (!(await save('built in another order', placings))) return false
      form.drop()
      return true
    },
    quiet: (code: string) => saveDish('advice turned off', { ...dish, plate: { ...dish.plate, quiet: [...(dish.plate.quiet ?? []), code] } }),
  }
  return (
    <>
      <div className="page-head">
        <DishSelect id={dish.id} name={dish.name} screen="plate" />
        <span className="quiet">
          {[`on the ${dish.plate.ware.name}`, dish.plate.ware.note, dish.way].filter(Boolean).join(', ')} · revision {view.version}
        </span>
        <div className="tools">
          <PickBeside dish={dish} beside={beside} show={show} save={saveDish} />
          <a className="btn btn-outline-dark btn-sm" href={`/api/dishes/${dish.id}/card.svg`} target="_blank" rel="noreferrer">
            Card for the wall
          </a>
          <Link className="btn btn-outline-dark btn-sm" to={`/card/${dish.id}`}>
            Build it
          </Link>
          <TakeBack screen={`plate:${dish.id}`} />
        </div>
      </div>
      <Patterns />
      {beside && <Beside view={view} beside={beside} show={show} save={saveDish} />}
      {!beside && <div className="plate-screen">
        <div>
          <Drawing drawing={drawing} picked={picked} pick={pick} place={place} move={move} />
          <Side drawing={drawing} />
          <Photo dish={dish.id} />
        </div>
        <div>
          <div className="d-flex justify-content-between align-items-baseline mb-2">
            <h2>Build</h2>
            <span className="quiet">
              <span className="clock">{lasts(view.build)}</span> alone
            </span>
          </div>
          {dish.plate.placings.length === 0 && <Empty title="Nothing is placed yet">Add the first placing below.</Empty>}
          <ol className="list-unstyled m-0">
            {dish.plate.placings.map((p, i) => (
              <li key={p.id}>
                <Line placing={p} number={i + 1} name={name(p.component)} build={view.build} before={dish.plate.placings.slice(0, i).reduce((s, q) => s + q.seconds, 0)} picked={p.id === picked} pick={() => pick(p.id === picked ? '' : p.id)} />
                {p.id === picked && <Findings of={p.id} {...acts} />}
                {p.id === picked && (
                  <PlacingEditor
                    key={p.id} placing={p} form={form} others={dish.plate.placings.filter((o) => o.id !== p.id).map((o) => ({ id: o.id, name: `${dish.plate.placings.indexOf(o) + 1}, ${name(o.component)}` }))} components={view.components.map((c) => ({ id: c.component.id, name: c.component.name }))}
                    save={(next) => save(`${name(next.component)} placed`, form.origin.dish.plate.placings.map((q) => (q.id === p.id ? next : q)), form.origin)}
                    close={() => pick('')}
                    first={busy || i === 0} last={busy || i === dish.plate.placings.length - 1}
                    move={(by) => {
                      const list = [...dish.plate.placings]
                      list.splice(i + by, 0, ...list.splice(i, 1))
                      void save(`${name(p.component)}: another order`, list)
                    }}
                    remove={async () => {
                      if (await save(`${name(p.component)}: taken off`, dish.plate.placings.filter((q) => q.id !== p.id))) pick('')
                    }}
                  />
                )}
              </li>
            ))}
          </ol>
          <SayPlacing
            dish={dish.id} name={name}
            keep={async (p) => {
              if (!(await save(`${name(p.component)} placed`, [...dish.plate.placings, p]))) return false
              pick(p.id)
              return true
            }}
          />
          <Button variant="outline-dark" size="sm" onClick={() => void add()}>
            Add a placing
          </Button>
          {view.faults.map((f) => (
            <Bracket key={f} what={f} />
          ))}
          <Findings but={picked} {...acts} />
          {dish.plate.placings.length > 0 && <Facts plate={plate} name={nameAt} />}
          <Strip drawing={soon} />
          <Checks dish={dish.id} />
        </div>
      </div>}
    </>
  )
}

// useLivePlate computes what is being typed or moved, as soon as it can be read.
function useLivePlate(view: View, open: Placing | undefined, typed: PlacingForm | undefined) {
  const [live, setLive] = useState<{ plate: View['plate']; placing: Placing }>()
  const { plate } = view.dish
  useEffect(() => {
    if (!open || !typed) return
    let over = false
    const draw = async () => {
      try {
        const next = await read(typed, open)
        const computed = await ask(api.POST('/api/dishes/{id}/plate', { params: { path: { id: view.dish.id } }, body: { ...plate, placings: plate.placings.map((p) => (p.id === open.id ? next : p)) } }))
        if (!over) setLive({ plate: computed, placing: next })
      } catch {
        // what cannot be read yet is not drawn yet
      }
    }
    void draw()
    return () => {
      over = true
    }
  }, [open, typed, plate, view.dish.id])
  return typed && live && live.placing.id === open?.id ? live : { plate: view.plate, placing: open }
}

function Line({ placing, number, name, build, before, picked, pick }: { placing: Placing; number: number; name: string; build: number; before: number; picked: boolean; pick: () => void }) {
  const total = Math.max(build, 1)
  return (
    <button className="placing" aria-current={picked} onClick={pick}>
      <span className="number">{number}</span>
      <span>
        <span className="name">{name}</span>
        <div className="small quiet">
          {placing.form}
          {placing.note && `, ${placing.note}`}
        </div>
      </span>
      <span>
        <b>{placing.amount ? words(placing.amount) : <span className="gap">?</span>}</b>
        <div className="strip">
          <i style={{ left: `${(100 * before) / total}%`, width: `${(100 * placing.seconds) / total}%` }} />
        </div>
      </span>
      <span className="small">
        {placed(placing)}
        <div className="quiet">{placing.tool}</div>
      </span>
      <span className="mono text-end">{placing.seconds} s</span>
    </button>
  )
}

const signs: Record<string, string> = { '0.5': '½', '0.25': '¼', '0.75': '¾', '1.5': '1½' }

function words(a: Schemas['Amount']) {
  return a.unit === 'piece' ? (signs[String(a.quantity)] ?? String(a.quantity)) : `${a.quantity} ${a.unit}`
}

function newPlacing(view: View): Placing {
  const { placings } = view.dish.plate
  let n = placings.length + 1
  while (placings.some((p) => p.id === `placing-${n}`)) n++
  const unplaced = view.components.find((c) => !placings.some((p) => p.component === c.component.id)) ?? view.components[0]
  const portion = view.dish.parts.find((p) => p.component === unplaced?.component.id)?.portion
  return { id: `placing-${n}`, component: unplaced?.component.id ?? '', ...(portion ? { amount: portion } : {}), form: 'mound', hour: 12, distance: 0, length: 40, texture: 'soft', colour: '#d9cba3', seconds: 5 }
}
