// Dish: what it is made of, which steps, and what is still open.
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { lost, useDish } from '../../api/queries'
import { Undo, useDesk } from '../../parts/Desk'
import { DishSelect } from '../../parts/DishSelect'
import { Gone } from '../../parts/Gone'
import { Serve } from '../../parts/Serve'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { useAddress, useGo } from '../../parts/address'
import { count, lasts, spoken } from '../../parts/words'
import { useDraft } from '../../parts/draft'
import { AddComponent } from './AddComponent'
import { Ahead } from './Ahead'
import { ComponentLines } from './ComponentLines'
import { ComponentEditor } from './ComponentEditor'
import { Contents } from './Contents'
import { DishEditor } from './DishEditor'
import { toForm, type Step } from './form'
import { Gaps } from './Gaps'
import { History } from './History'
import { Lead } from './Lead'
import { LineField } from './LineField'
import { Methods } from './Methods'
import { reduces, Reductions } from './Reductions'
import { StepEditor } from './StepEditor'
import { methodOf, newStep, others, saidAgain, tiedTo, withSteps } from './steps'
import type { Part, Pick, View } from './types'
import { VersionEditor } from './VersionEditor'
import { Decides } from '../../parts/Decides'

export function Dish({ id }: { id: string }) {
  const dish = useDish(id)
  if (dish.isPending) return <Waiting what="the dish" />
  if (lost(dish)) return <Failed error={dish.error} again={() => void dish.refetch()} />
  return <Sheet view={dish.data} />
}

const sides = ['before the plate', 'gaps', 'allergens', 'methods', 'reductions', 'history'] as const

// useSide is what the address says is open beside the components.
function useSide() {
  const [params, setParams] = useAddress()
  const [component, step] = (params.get('step') ?? '').split('/')
  const side = params.get('side') ?? sides[0]
  const kept: Record<string, string> = (sides as readonly string[]).includes(side) && side !== sides[0] ? { side } : {}
  const pick: Pick = (c, s, field = '') => setParams(c ? { ...kept, step: `${c}/${s}`, ...(field ? { field } : {}) } : kept, { replace: true })
  const show = (name: string, extra: Record<string, string> = {}) => setParams({ side: name, ...extra }, { replace: true })
  return { params, component, step, side, pick, show, setParams }
}

function Sheet({ view }: { view: View }) {
  const [serving, setServing] = useState(false)
  const { component, step, pick, show } = useSide()
  const must = Math.max(0, ...view.components.map((c) => c.lead.must))
  const hands = view.components.reduce((sum, c) => sum + c.lead.hands, 0)
  return (
    <>
      <div className="page-head">
        <DishSelect id={view.dish.id} name={view.dish.name} screen="dish" open={() => show('dish')} />
        <span className="quiet">
          For {count(view.plates, 'plate')} · starts {spoken(must)} before the plate · <span className="clock">{lasts(Math.round(hands / Math.max(view.plates, 1)))}</span> hands-on a plate
        </span>
        <div className="tools">
          <Button size="sm" variant="outline-dark" onClick={() => setServing(true)}>
            Plan a service
          </Button>
          <Undo screen={`dish:${view.dish.id}`} />
        </div>
      </div>
      {serving && <Serve title={`Plan a service: ${view.dish.name}`} named={view.dish.name} dishes={[view.dish.id]} to="run-up" act="Plan the run-up" close={() => setServing(false)} />}
      {view.faults.map((f) => (
        <Bracket key={f} what={f} />
      ))}
      <div className="dish-screen">
        <div>
          {view.components.length === 0 && <Empty title="No components yet">Add the first one below.</Empty>}
          {view.components.map((c) => (
            <ComponentLines key={c.component.id} view={view} part={c} openStep={c.component.id === component ? step : ''} pick={pick} show={show} />
          ))}
          {view.gaps.some((g) => g.group === 'assumed') && (
            <p className="small mt-3 mb-0">
              <button className="plain-button" onClick={() => show('gaps')}>
                <span className="facts assumed-fact">dotted</span>: assumed, right until you say otherwise
              </button>
            </p>
          )}
          <AddComponent view={view} show={show} />
          {view.components.some((c) => c.made.methods.some((m) => m.steps.some((s) => (s.cautions?.length ?? 0) > 0))) && <Decides />}
          <AlsoSaid about={view.dish.about} />
          <p className="mt-3">
            <a href={`/api/dishes/${view.dish.id}/recipe.jsonld`}>Export as schema.org Recipe</a>
          </p>
        </div>
        <div>
          <Side view={view} />
        </div>
      </div>
    </>
  )
}

// AlsoSaid are the lines of a pasted recipe that are neither an ingredient nor a step.
function AlsoSaid({ about }: { about: View['dish']['about'] }) {
  const lines = (about?.alsoSaid ?? []) as string[]
  if (lines.length === 0) return null
  return (
    <section className="mt-3" aria-label="Also in the recipe">
      <h3>Also in the recipe</h3>
      {lines.map((l) => (
        <p key={l} className="m-0">
          {l}
        </p>
      ))}
    </section>
  )
}

// Side is what is opened beside the components: a step, an editor, or what is to be known.
function Side({ view }: { view: View }) {
  const { params, component, step, side, pick, show, setParams } = useSide()
  const go = useGo()
  const part = view.components.find((c) => c.component.id === component)
  const open = part?.made.methods.flatMap((m) => m.steps).find((s) => s.id === step)
  const close = () => setParams({}, { replace: true })
  const of = params.get('of') ?? ''
  if (part && open) return <OpenStep key={`${component}/${step}`} view={view} part={part} step={open} focus={params.get('field') ?? ''} pick={pick} />
  if (side === 'component' || (component && !part)) {
    const edited = view.components.find((c) => c.component.id === (component || of))
    if (edited) return <ComponentEditor key={of} view={view} part={edited} close={close} />
    return (
      <>
        <Gone missing={{ kind: 'components', id: component || of }} otherwise="This component is not on the dish any more." />
        <button className="plain-button mt-2" onClick={close}>
          Close
        </button>
      </>
    )
  }
  if (side === 'dish') return <DishEditor view={view} close={close} />
  if (side === 'version') return <VersionEditor key={of} view={view} id={of} close={() => show('allergens')} />
  const grave = view.gaps.filter((g) => g.group === 'plan').length
  const openGap = (g: View['gaps'][number]) => (g.step ? pick(g.component!, g.step, '') : g.component ? show('component', { of: g.component }) : go(`/plate/${view.dish.id}`))
  return (
    <>
      <div className="choices mb-3" role="group" aria-label="Views">
        {sides.filter((s) => s !== 'reductions' || reduces(view)).map((s) => (
          <button key={s} aria-pressed={s === side} onClick={() => show(s)}>
            {s === 'gaps' && grave > 0 ? count(grave, 'gap') : s}
          </button>
        ))}
      </div>
      {side === 'before the plate' && (
        <>
          <Lead view={view} pick={pick} />
          <Gaps view={view} open={openGap} graveOnly />
          <Ahead view={view} />
        </>
      )}
      {side === 'gaps' && <Gaps view={view} open={openGap} />}
      {side === 'allergens' && <Contents view={view} edit={(id) => show('version', { of: id })} />}
      {side === 'methods' && <Methods view={view} />}
      {side === 'reductions' && <Reductions view={view} />}
      {side === 'history' && <History view={view} />}
    </>
  )
}

// Origin is the component that a change was made from.
type Origin = { component: Part['component']; version: number }

function OpenStep({ view, part, step, focus, pick }: { view: View; part: Part; step: Step; focus: string; pick: Pick }) {
  const desk = useDesk()
  const { component, version } = part
  const form = useDraft(`step/${component.id}/${step.id}`, toForm(step), { component, version } as Origin)
  const line = useDraft(`said/${component.id}/${step.id}`, step.said ?? '', 0)
  const steps = methodOf(component, step.id)?.steps ?? []
  const at = steps.findIndex((s) => s.id === step.id)
  const save = (what: string, next: Step[], from: Origin = part) =>
    desk.hand({ kind: 'component', id: component.id, version: from.version, screen: `dish:${view.dish.id}`, what, value: withSteps(from.component, step.id, next) })
  const move = (by: number) => {
    const next = [...steps]
    next.splice(at + by, 0, ...next.splice(at, 1))
    void save(`${component.name}: ${step.name} moved`, next)
  }
  const remove = async () => {
    const also = tiedTo(component, step.id)
    if (await save(`${component.name}: ${step.name} deleted${also.length ? `, and ${also.join(', ')}` : ''}`, steps.filter((s) => s.id !== step.id))) pick('', '')
  }
  const below = async () => {
    const made = newStep(component)
    if (await save(`${component.name}: step added`, steps.toSpliced(at + 1, 0, made))) pick(component.id, made.id)
  }
  if (at < 0) return <Bracket what={`This step belongs to ${view.components.find((c) => c.component.id === component.variant?.of)?.component.name ?? 'the master formula'}.`}>Edit it there, or add a method to this variant.</Bracket>
  const began = methodOf(form.origin.component, step.id)?.steps ?? steps
  return (
    <>
      <h2>
        {component.name}: {step.name}
      </h2>
      <LineField
        label="the step in one line" hint="Retype the step in one line" as="step" into={component.id} ids={steps.filter((s) => s.id !== step.id).map((s) => s.id)} text={line.value} set={(t) => (t ? line.set(t) : line.drop())} action="Replace step"
        keep={async (r) => {
          if (!(await save(`${component.name}: ${step.name} retyped`, steps.flatMap((s) => (s.id === step.id ? saidAgain(step, r.step!.steps) : [s]))))) return false
          form.drop()
          return true
        }}
      />
      <StepEditor
        step={step} steps={others(view, component.id)} kitchen={view.kitchen} focus={focus} draft={form} stale={form.typed && form.origin.version !== version}
        save={(next) => save(`${component.name}: ${next.name}`, began.map((s) => (s.id === step.id ? next : s)), form.origin)}
        close={() => pick('', '')}
        actions={
          <>
            <Button variant="outline-dark" size="sm" disabled={at === 0} onClick={() => move(-1)}>
              Move up
            </Button>
            <Button variant="outline-dark" size="sm" disabled={at === steps.length - 1} onClick={() => move(1)}>
              Move down
            </Button>
            <Button variant="outline-dark" size="sm" onClick={() => void below()}>
              Add step below
            </Button>
            <Button variant="outline-danger" size="sm" onClick={() => void remove()}>
              Delete
            </Button>
          </>
        }
      />
      {(step.cautions ?? []).map((c) => (
        <Bracket key={c.text} what={c.text}>
          {c.source}
        </Bracket>
      ))}
    </>
  )
}
