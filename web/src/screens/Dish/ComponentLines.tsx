// A component on the sheet of a dish: what goes into it, its steps, and a line
// to say more.
import { Fragment } from 'react'
import { round, written } from '../../parts/amounts'
import { useDesk } from '../../parts/Desk'
import { useDraft } from '../../parts/draft'
import type { LineReading } from '../../parts/reading'
import { useHeat } from '../../parts/heat'
import { range, spoken, times } from '../../parts/words'
import type { Part, Pick, View } from './types'
import type { Schemas } from '../../api/client'
import type { Step } from './form'
import { LineField } from './LineField'
import { Sheet } from './Makes'
import { stepIDs, used, withAdded } from './steps'

type Props = { view: View; part: Part; openStep: string; pick: Pick; show: (side: string, extra?: Record<string, string>) => void }

export function ComponentLines({ view, part, openStep, pick, show }: Props) {
  const { component, made, need, said } = part
  const desk = useDesk()
  const typed = useDraft(`line/${component.id}`, '', 0)
  const portion = view.dish.parts.find((p) => p.component === component.id)?.portion
  const steps = used(made)?.steps ?? []
  const hand = (what: string, value: Part['component']) => desk.hand({ kind: 'component', id: component.id, version: part.version, screen: `dish:${view.dish.id}`, what, value })
  const keep = async (r: LineReading) => {
    if (r.about) return desk.hand({ kind: 'component', id: component.id, version: r.about.version, screen: `dish:${view.dish.id}`, what: `${component.name}: ${r.about.said}`, value: r.about.component })
    if (r.step?.waits) return desk.hand({ kind: 'component', id: component.id, version: r.step.waits.version, screen: `dish:${view.dish.id}`, what: `${component.name}: ${r.step.steps[0].then.reason ?? 'hold'} added`, value: r.step.waits.component })
    if (r.step) return hand(`${component.name}: ${r.step.steps[0].name} added`, withAdded(component, r.step.steps))
    const { line, new: first } = r.ingredient!
    if (first && !(await desk.hand({ kind: 'ingredient', id: first.id, version: 0, screen: 'ingredients', what: `${first.name}: new`, value: first }))) return false
    return hand(`${component.name}: ${line!.name} added`, { ...component, ingredients: [...component.ingredients, line!] })
  }
  return (
    <section aria-label={component.name}>
      <div className="component-head">
        <h2>
          <button className="name-button" onClick={() => show('component', { of: component.id })} title="Edit component">
            {component.name}
          </button>
          {part.into && <span className="quiet"> goes into {part.into}</span>}
        </h2>
        <span className="small quiet">
          {component.methods.length > 1 && (
            <button className="plain-button me-3" onClick={() => show('methods')}>
              Method {component.methods.findIndex((m) => m === used(component)) + 1} of {component.methods.length}: {used(component)?.name}
            </button>
          )}
          {part.into ? '' : portion ? need.make.working : <span className="gap">how much on a plate?</span>}
        </span>
      </div>
      <Ingredients part={part} view={view} />
      {part.yielded && (
        <details className="strengths ms-3 small">
          <summary>
            {part.yielded.pieces > 0 ? `${part.yielded.pieces} out of ${part.yielded.from}, offcut ${Math.round(part.yielded.offcut)} %` : part.yielded.makes ? `the list less what it loses: ${round(part.yielded.makes)}` : `no weight known: ${part.yielded.unknown.join(', ')}`}
          </summary>
          {part.yielded.spots.length > 0 && <Sheet y={part.yielded} />}
          <div className="mono">{part.yielded.working}</div>
          <div className="mono">{part.yielded.cutting}</div>
        </details>
      )}
      {part.strengths.length > 0 && (
        <details className="strengths ms-3 small">
          <summary>{part.strengths.map((s) => `${s.of} ${s.percent.toFixed(s.percent < 10 ? 1 : 0)} %`).join(' · ')}</summary>
          {part.strengths.map((s) => (
            <div key={s.of} className="mono">
              {s.of} {s.working}
              {s.unknown.length > 0 && <span className="gap"> not counted: {s.unknown.join(', ')}</span>}
            </div>
          ))}
          <div className="quiet">By weight, of what the list brings. What is poured off takes some along.</div>
        </details>
      )}
      {steps.length === 0 && !used(made)?.bought && <span className="gap ms-3">how is it made?</span>}
      {steps.map((s, i) => (
        <StepLines key={s.id} step={s} said={said[i]} gaps={view.gaps.filter((g) => g.component === component.id && g.step === s.id && g.field !== 'unlisted')} faults={part.takeOuts.filter((t) => t.step === s.id).map((t) => t.what)} open={s.id === openStep} pick={() => pick(component.id, s.id)} />
      ))}
      <Chains component={made} open={() => show('component', { of: component.id })} />
      <div className="ms-3 mt-1">
        <LineField label={`${component.name}: add a line`} hint="Type a step or an ingredient" into={component.id} under ids={[...stepIDs(component), ...component.ingredients.map((l) => l.id ?? '')]} text={typed.value} set={(t) => (t ? typed.set(t) : typed.drop())} keep={keep} action="Add" />
      </div>
    </section>
  )
}

// Ingredients are one paragraph, as on a card; what is open in it is marked.
function Ingredients({ part, view }: { part: Part; view: View }) {
  const lines = part.made.ingredients
  if (lines.length === 0) return null
  const gap = (name: string) => view.gaps.find((g) => g.component === part.component.id && g.line === name && !g.step)
  return (
    <p className="lines">
      {lines.map((l, i) => (
        <span key={l.id ?? l.name}>
          {i > 0 && ' · '}
          {l.amount ? <span className="amount">{written(l)}{l.either && <span className="gap"> or {written({ amount: l.either })}?</span>}{tie(l, lines)} </span> : gap(l.name)?.field === 'amount' && <span className="gap">how much?</span>}
          {l.name}
          {l.byProduct && <span className="quiet"> (by-product)</span>}
          {l.note && <span className="quiet">, {l.note}</span>}
          {!l.ingredient && !l.component && <span className="quiet"> (not in the book)</span>}
        </span>
      ))}
    </p>
  )
}

// tie says to what a line is tied.
function tie(l: Part['made']['ingredients'][number], lines: Part['made']['ingredients']) {
  if (!l.per) return ''
  const to = l.per.to ? (lines.find((x) => x.id === l.per!.to)?.name ?? l.per.to) : 'all of it'
  return l.per.each ? ` to ${written({ amount: l.per.each })} of ${to}` : ` of ${to}`
}

function StepLines({ step, said, gaps, faults, open, pick }: { step: Step; said: string; gaps: View['gaps']; faults: string[]; open: boolean; pick: () => void }) {
  const heat = useHeat()
  const gap = gaps.find((g) => !g.lesser)
  const twice = gaps.find((g) => g.field === 'twice')
  const ours = (field: string) => (step.ours ?? []).includes(field)
  const facts: [string | false | undefined, boolean?][] = [
    [said, ours('time')],
    [hands(step), ours('hands')],
    [step.equipment.map((e) => e.kind + (e.setting === undefined ? '' : ` ${heat(e.setting)}`)).join(', '), ours('setting')],
    [step.eachWave && !step.name.includes('to order') && 'each wave'],
    [step.notBefore && `not before ${hour(step.notBefore)}`],
    [step.by && `by ${hour(step.by)}`],
    [step.equipment.flatMap((e) => (e.flame ? [`${e.flame} heat`] : [])).join(', ')],
    [step.ceiling !== undefined && `not over ${heat(step.ceiling)}`],
    [step.optional && 'optional'],
    [step.unbroken && 'do not leave'],
    [step.short && `take out early: ${step.short}`],
    [step.pan?.clean && 'clean pan'],
    [step.left !== undefined && `reduce to ${Math.round(step.left * 100)} %`],
    [step.until && `reduce to ${written({ amount: step.until })}`],
  ]
  const wait = waitWords(step)
  const cue = (step.cues ?? []).find((c) => c.right)
  return (
    <>
      <button className="step-line" aria-current={open} onClick={pick}>
        <span className="name">{step.name}</span>
        <span>
          {gap && <span className="gap me-2">{gap.question}</span>}
          {facts.filter(([text]) => text).map(([text, assumed], i) => (
            <Fragment key={i}>
              {i > 0 && ', '}
              <span className={assumed ? 'facts assumed-fact' : 'facts'}>
                {text}
                {assumed && <span className="visually-hidden"> (assumed)</span>}
              </span>
            </Fragment>
          ))}
        </span>
        {step.note && <span className="cue">{step.note}</span>}
        {cue && (
          <span className="cue">
            until {cue.right!.split(';')[0]}
            {cue.more ? `; not yet: ${spoken(cue.more)} more` : ''}
          </span>
        )}
        {[...faults, ...(twice ? [twice.question] : []), ...(step.cautions ?? []).map((c) => c.text)].map((text) => (
          <span key={text} className="care">
            {text}
          </span>
        ))}
      </button>
      {wait && (
        <button className="step-line wait" onClick={pick} tabIndex={-1}>
          <span className="name">{step.then.reason || 'hold'}</span>
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
  if (step.hands.work === 'all') return 'hands-on'
  const slices = step.hands.slices ?? []
  const doing = [...new Set(slices.flatMap((s) => (s.what ? [s.what] : [])))].join(', ')
  return `hands-on ${slices.length > 4 ? `${slices.length} times` : times(slices.map((s) => s.for))}${doing ? ` (${doing})` : ''}`
}

function waitWords(step: Step) {
  const { moved, ...wait } = step.then
  const first = held(wait)
  if (!first) return ''
  const then = moved && `, then ${moved.reason || moved.place?.kind || 'moved'} ${held(moved)}`.trimEnd()
  return first + (then ?? '')
}

/** held is how long something waits, and on what. */
function held({ least = 0, best, most, place, soft }: { least?: number; best?: number; most?: number; place?: Schemas['Needed']; soft?: boolean }) {
  if (!least && most === undefined) return ''
  if (most === 0 && !least) return 'no hold'
  const span = most === undefined ? `${spoken(least)} or more` : least ? range(least, most) : `up to ${spoken(most)}`
  return span + (best === undefined ? '' : `, best ${spoken(best)}`) + (place ? `, ${place.kind}` : '') + (soft ? ', can run over' : '')
}

/** hour is an hour that the book asks for, with its reason. */
function hour({ clock, daysBefore, reason }: NonNullable<Step['by']>) {
  const day = daysBefore === 1 ? ' the day before' : daysBefore ? `, ${daysBefore} days before` : ''
  return clock + day + (reason ? ` (${reason})` : '')
}

/** Chains are the waits over several steps of the method that is used, and the orders that it keeps. */
function Chains({ component, open }: { component: Part['component']; open: () => void }) {
  const m = used(component)
  const name = (id: string) => (id === 'plate' ? 'the plate' : (m?.steps.find((s) => s.id === id)?.name ?? id))
  const moment = (p: Schemas['Point']) => `${p.at ? `${spoken(p.at)} ${p.end ? 'before the end' : 'into'} ` : p.end ? 'the end of ' : p.step === 'plate' ? '' : 'the start of '}${name(p.step)}`
  const lines = [
    ...(m?.chains ?? []).map((k) => [k.reason || 'in all', `${held(k)}, from ${moment(k.from)} to ${moment(k.to)}`]),
    ...(m?.orders ?? []).map((o) => ['always', `${name(o.first)} before ${name(o.then)}${o.reason ? `: ${o.reason}` : ''}`]),
  ]
  return lines.map(([what, text], i) => (
    <button key={i} className="step-line wait" onClick={open} tabIndex={-1}>
      <span className="name">{what}</span>
      <span className="facts">{text}</span>
    </button>
  ))
}
