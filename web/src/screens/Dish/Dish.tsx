// Dish: what it is made of, which steps, and what is still open.
import { useNavigate, useSearchParams } from 'react-router'
import { Button } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useDish, useDishes } from '../../api/queries'
import { TakeBack, useDesk } from '../../parts/Desk'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { lasts, spoken } from '../../parts/words'
import { useDraft } from '../../parts/draft'
import { toForm, type Step } from './form'
import { Lead } from './Lead'
import { StepEditor } from './StepEditor'

type View = Schemas['DishView']
type Part = View['components'][number]

export function Dish({ id }: { id: string }) {
  const dish = useDish(id)
  if (dish.isPending) return <Waiting what="the dish" />
  if (dish.isError) return <Failed error={dish.error} again={() => void dish.refetch()} />
  return <Sheet view={dish.data} />
}

function Sheet({ view }: { view: View }) {
  const [params, setParams] = useSearchParams()
  const [component, step] = (params.get('step') ?? '').split('/')
  const part = view.components.find((c) => c.component.id === component)
  const open = part?.component.steps.find((s) => s.id === step)
  const pick = (c: string, s: string, field = '') => setParams(c ? { step: `${c}/${s}`, ...(field ? { field } : {}) } : {}, { replace: true })
  const must = Math.max(0, ...view.components.map((c) => c.lead.must))
  const hands = view.components.reduce((sum, c) => sum + c.lead.hands, 0)
  return (
    <>
      <div className="page-head">
        <DishSelect id={view.dish.id} name={view.dish.name} screen="dish" />
        <span className="quiet">
          {view.components.length} components · for {view.plates} {view.plates === 1 ? 'plate' : 'plates'} · must be begun {spoken(must)} before · hands <span className="clock">{lasts(Math.round(hands / Math.max(view.plates, 1)))}</span> a plate
        </span>
        <div className="tools">
          <TakeBack screen={`dish:${view.dish.id}`} />
        </div>
      </div>
      <div className="dish-screen">
        <div>
          {view.components.length === 0 && <Empty title="No components yet">A dish is made of components.</Empty>}
          {view.components.map((c) => (
            <ComponentLines key={c.component.id} view={view} part={c} openStep={part === c ? step : ''} pick={pick} />
          ))}
        </div>
        <div>
          {part && open ? (
            <OpenStep key={`${component}/${step}`} view={view} part={part} step={open} focus={params.get('field') ?? ''} pick={pick} />
          ) : (
            <>
              <Lead view={view} pick={pick} />
              <Gaps view={view} pick={pick} />
            </>
          )}
        </div>
      </div>
    </>
  )
}

/** DishSelect is the title of a screen about one dish, and the way to another. */
export function DishSelect({ id, name, screen }: { id: string; name: string; screen: string }) {
  const dishes = useDishes()
  const go = useNavigate()
  return (
    <div className="d-flex gap-3 align-items-baseline">
      <h1>{name}</h1>
      <select className="form-select form-select-sm w-auto" aria-label="Dish" value={id} onChange={(e) => void go(`/${screen}/${e.target.value}`)}>
        {(dishes.data?.dishes ?? [{ id, name }]).map((d) => (
          <option key={d.id} value={d.id}>
            {d.name}
          </option>
        ))}
      </select>
    </div>
  )
}

function Gaps({ view, pick }: { view: View; pick: (c: string, s: string, field?: string) => void }) {
  const graver = view.gaps.filter((g) => !g.lesser)
  const lesser = view.gaps.filter((g) => g.lesser)
  return (
    <section className="mt-4">
      <h2>{graver.length ? 'Gaps that hold this dish up' : 'Nothing holds this dish up'}</h2>
      {graver.map((g) => (
        <Bracket key={g.component + g.step + g.field} what={g.title}>
          {g.question} It {g.holdsUp}. {g.step && <button className="plain-button" onClick={() => pick(g.component, g.step!, g.field === 'setting' ? '' : g.field)}>decide</button>}
        </Bracket>
      ))}
      {lesser.length > 0 && (
        <p className="small quiet">
          On the heat with a time and no cue, planned but not to be judged:{' '}
          {lesser.map((g, i) => (
            <span key={g.component + g.step}>
              {i > 0 && ', '}
              <button className="plain-button" onClick={() => pick(g.component, g.step!, 'cue')}>
                {g.title}
              </button>
            </span>
          ))}
        </p>
      )}
    </section>
  )
}

function ComponentLines({ view, part, openStep, pick }: { view: View; part: Part; openStep: string; pick: (c: string, s: string) => void }) {
  const { component, need, said } = part
  const save = useComponentSave(view, part)
  const portion = view.dish.parts.find((p) => p.component === component.id)?.portion
  const add = async () => {
    const step = newStep(component.steps)
    if (await save(`${component.name}: a step added`, [...component.steps, step])) pick(component.id, step.id)
  }
  return (
    <section aria-label={component.name}>
      <div className="component-head">
        <h3>{component.name}</h3>
        <span className="small quiet">{portion ? need.make.working : <span className="gap">how much on a plate?</span>}</span>
      </div>
      {component.steps.length === 0 && <span className="gap ms-3">how is it made?</span>}
      {component.steps.map((s, i) => (
        <StepLines key={s.id} step={s} said={said[i]} gaps={view.gaps.filter((g) => g.component === component.id && g.step === s.id)} open={s.id === openStep} pick={() => pick(component.id, s.id)} />
      ))}
      <button className="plain-button small ms-3" onClick={() => void add()}>
        add a step
      </button>
    </section>
  )
}

function StepLines({ step, said, gaps, open, pick }: { step: Step; said: string; gaps: View['gaps']; open: boolean; pick: () => void }) {
  const gap = gaps.find((g) => !g.lesser)
  const facts = [said, hands(step), step.equipment.map((e) => e.kind + (e.setting === undefined ? '' : ` ${e.setting} °C`)).join(', '), step.by && `by ${step.by.clock}${step.by.daysBefore ? (step.by.daysBefore === 1 ? ' the day before' : `, ${step.by.daysBefore} days before`) : ''}`]
  const wait = waitWords(step)
  return (
    <>
      <button className="step-line" aria-current={open} onClick={pick}>
        <span className="name">{step.name}</span>
        <span>
          {gap && <span className="gap me-2">{gap.question}</span>}
          <span className="facts">{facts.filter(Boolean).join(', ')}</span>
        </span>
        {step.cue && <span className="cue">until {step.cue.split(';')[0]}</span>}
        {(step.cautions ?? []).map((c) => (
          <span key={c.text} className="care">
            {c.text}
          </span>
        ))}
      </button>
      {wait && (
        <button className="step-line wait" onClick={pick} tabIndex={-1}>
          <span className="name">{step.then.reason || 'wait'}</span>
          <span>
            <span className="facts">{wait}</span>
          </span>
        </button>
      )}
    </>
  )
}

function hands(step: Step) {
  if (step.hands.work === 'none') return ''
  if (step.hands.work === 'all') return 'hands throughout'
  return `hands ${step.hands.slices?.length} × (${(step.hands.slices ?? []).map((s) => lasts(s.for)).join(', ')})`
}

function waitWords(step: Step) {
  const { least = 0, most, place, soft } = step.then
  if (!least && most === undefined) return ''
  const span = most === undefined ? `at least ${spoken(least)}` : least ? `${spoken(least)} to ${spoken(most)}` : `at most ${spoken(most)}`
  return span + (place ? `, ${place.kind}` : '') + (soft ? ', a little longer if need be' : '')
}

// others are the steps of the other components, as an id and a name.
const others = (view: View, own: string): [string, string][] =>
  view.components.filter((c) => c.component.id !== own).flatMap((c) => c.component.steps.map((s): [string, string] => [`${c.component.id}/${s.id}`, `${c.component.name}, ${s.name}`]))

function newStep(steps: Step[]): Step {
  let n = steps.length + 1
  while (steps.some((s) => s.id === `step-${n}`)) n++
  return { id: `step-${n}`, name: 'new step', hands: { work: 'all' }, equipment: [], then: {} }
}

// Origin is the component that a change was made from.
type Origin = { component: Part['component']; version: number }

function useComponentSave(view: View, part: Origin) {
  const desk = useDesk()
  return (what: string, steps: Step[], from = part) =>
    desk.hand({ kind: 'component', id: from.component.id, version: from.version, screen: `dish:${view.dish.id}`, what, value: { ...from.component, steps } })
}

function OpenStep({ view, part, step, focus, pick }: { view: View; part: Part; step: Step; focus: string; pick: (c: string, s: string) => void }) {
  const save = useComponentSave(view, part)
  const { component, version } = part
  const form = useDraft(`step/${component.id}/${step.id}`, toForm(step), { component, version } as Origin)
  const at = component.steps.findIndex((s) => s.id === step.id)
  const move = (by: number) => {
    const steps = [...component.steps]
    steps.splice(at + by, 0, ...steps.splice(at, 1))
    void save(`${component.name}, ${step.name}: moved`, steps)
  }
  const remove = async () => {
    if (await save(`${component.name}, ${step.name}: deleted`, component.steps.filter((s) => s.id !== step.id))) pick('', '')
  }
  const below = async () => {
    const made = newStep(component.steps)
    if (await save(`${component.name}: a step added`, component.steps.toSpliced(at + 1, 0, made))) pick(component.id, made.id)
  }
  return (
    <>
      <h2>
        {component.name}, {step.name}
      </h2>
      <StepEditor
        step={step} steps={others(view, component.id)} kitchen={view.kitchen} focus={focus} form={form} stale={form.typed && form.origin.version !== version}
        save={(next) => save(`${component.name}, ${next.name}`, form.origin.component.steps.map((s) => (s.id === step.id ? next : s)), form.origin)}
        close={() => pick('', '')}
        actions={
          <>
            <span className="flex-grow-1" />
            <Button variant="outline-dark" size="sm" disabled={at === 0} onClick={() => move(-1)}>
              Earlier
            </Button>
            <Button variant="outline-dark" size="sm" disabled={at === component.steps.length - 1} onClick={() => move(1)}>
              Later
            </Button>
            <Button variant="outline-dark" size="sm" onClick={() => void below()}>
              Add a step after
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
