// Run-up: who does what when, and why each step is at its minute.
import { memo, useCallback, useMemo, useState } from 'react'
import { Button } from 'react-bootstrap'
import { lost, useRunUp } from '../../api/queries'
import { Undo } from '../../parts/Desk'
import { Planning } from '../../parts/Planning'
import { Bracket, Empty, Failed } from '../../parts/States'
import { useAddress } from '../../parts/address'
import { useStable } from '../../parts/stable'
import { MovedLine } from '../../parts/service/MovedLine'
import { useMoved, type Moved, type Placed } from '../../parts/service/moved'
import { count, day, upper } from '../../parts/words'
import { FireList } from './FireList'
import { useKeeping } from './keeping'
import { Lanes } from './Lanes'
import { Loads } from './Loads'
import { Methods } from './Methods'
import { kinds, none, openedOf, shortOf, type Filter } from './shown'
import { EveningSheet } from './EveningSheet'
import { Side } from './Side'
import type { Evening, Opening, Plan } from './types'
import { waitOf } from './waits'
import { Why } from './Why'
import { Zoom } from '../../parts/Zoom'
import { Decides } from '../../parts/Decides'

const views = [
  ['evening', 'Evening'],
  ['lanes', 'Cooks and equipment'],
  ['list', 'Fire list'],
  ['loads', 'Load'],
  ['methods', 'Methods'],
] as const

export function RunUp({ id }: { id: string }) {
  const runUp = useRunUp(id)
  if (runUp.isPending) return <Planning id={id} />
  if (lost(runUp)) return <Failed error={runUp.error} again={() => void runUp.refetch()} />
  if (runUp.data.planning && runUp.data.runUp.bars.length === 0) return <Planning id={id} />
  return <Sheet planning={runUp.data.planning ?? false} plan={runUp.data.runUp} evening={runUp.data.evening} faults={runUp.data.faults} told={runUp.data.told} readOnly={runUp.data.readOnly} changed={runUp.data.changed} />
}

function Sheet({ plan, evening, planning, faults, told, readOnly, changed }: { plan: Plan; evening: Evening; planning: boolean; faults: string[]; told: string[]; readOnly: boolean; changed: string[] }) {
  const [params, setParams] = useAddress()
  const view = params.get('view') ?? 'evening'
  const filter = useMemo(() => Object.fromEntries(Object.keys(none).map((key) => [key, params.get(key) ?? ''])) as Filter, [params])
  const wide = Number(params.get('wide')) || 1
  const [picked, setPicked] = useState('')
  const [open, setOnly] = useState(false)
  const only = open || Object.values(filter).some(Boolean)
  const set = useCallback(
    (name: string, value: string) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now)
          if (value) next.set(name, value)
          else next.delete(name)
          return next
        },
        { replace: true },
      ),
    [setParams],
  )
  const cleared = (now: URLSearchParams) => {
    setOnly(false)
    return new URLSearchParams([...now].filter(([key]) => !(key in none)))
  }
  const selected = plan.bars.find((b) => b.id === picked)
  const keeping = useKeeping(plan, readOnly)
  const moved = useMoved(plan.service, useMemo(() => placed(plan), [plan]))
  const drawn = view === 'lanes' || view === 'list'
  const opening = useMemo(() => openedOf(plan, evening, filter), [plan, evening, filter])
  const openIt = useStable((kind: Opening['kind'], id: string) => setParams((now) => new URLSearchParams([...[...now].filter(([key]) => !(key in none)), [kind, id]]), { replace: true }))
  const list = useMemo(() => (view === 'evening' ? shortOf(plan, evening.shortfalls, opening) : evening.shortfalls), [view, plan, evening, opening])
  const side = <Side plan={plan} list={list} told={told} faults={faults} keep={keeping.keep} letGo={keeping.letGo} pick={setPicked} />
  const why = <Why plan={plan} moved={moved} bar={selected} wait={waitOf(plan, picked)} keeping={keeping} pick={setPicked} />
  return (
    <div className="run-up">
      <div className="page-head">
        <h1>{plan.name}</h1>
        <Summary plan={plan} readOnly={readOnly} />
        <div className="tools">
          {!readOnly && <Undo hides screen={`run-up:${plan.service}`} />}
          {drawn && (
            <Button variant="outline-dark" size="sm" aria-expanded={only} onClick={() => (only ? setParams(cleared, { replace: true }) : setOnly(true))}>
              {only ? 'Clear filter' : 'Filter'}
            </Button>
          )}
          {view === 'lanes' && <Zoom wide={wide} set={(n) => set('wide', n === 1 ? '' : String(n))} />}
          <div className="choices" role="group" aria-label="View">
            {views.map(([key, label]) => (
              <button key={key} aria-pressed={view === key} onClick={() => set('view', key === 'evening' ? '' : key)}>
                {label}
              </button>
            ))}
          </div>
        </div>
      </div>
      <div className="plan-state">
        <MovedLine service={plan.service} moved={moved} next={() => setPicked(after(plan, moved, picked))} />
        {!readOnly && <Planning id={plan.service} shown={!planning} />}
      </div>
      {changed.length > 0 && <Bracket what={`Out of date: ${changed.join(', ')} changed since.`} />}
      {drawn && only && <Filters evening={evening} filter={filter} set={set} />}
      {plan.message && <Bracket what={plan.message} />}
      <Promises list={plan.promises} kept={plan.onPlan} />
      {plan.bars.length === 0 ? (
        <>
          {side}
          <NoSteps plan={plan} />
        </>
      ) : view === 'evening' ? (
        <EveningSheet plan={plan} evening={evening} opening={opening} open={openIt} filter={filter} moved={moved} wide={wide} widen={(n) => set('wide', n === 1 ? '' : String(n))} picked={picked} pick={setPicked} side={side} why={why} />
      ) : (
        <>
          {view !== 'methods' && view !== 'loads' && side}
          {view === 'lanes' && <Lanes plan={plan} moved={moved} filter={filter} wide={wide} picked={picked} pick={setPicked} />}
          {view === 'list' && <FireList plan={plan} moved={moved} filter={filter} picked={picked} pick={setPicked} />}
          {view === 'methods' && <Methods service={plan.service} />}
          {view === 'loads' && <Loads plan={plan} />}
          {drawn && why}
        </>
      )}
      {(plan.presses.length > 0 || plan.bars.some((b) => (b.cautions?.length ?? 0) > 0)) && <Decides />}
      <p className="small quiet mt-3 tools">
        <a href={`/api/services/${encodeURIComponent(plan.service)}/problem.json`}>Export problem (JSON)</a> ·{' '}
        <a href={`/api/services/${encodeURIComponent(plan.service)}/plan.json`}>Export plan (JSON)</a>
      </p>
    </div>
  )
}

// placed is where each step stands, and with whom.
function placed(plan: Plan): Placed[] {
  const names = new Map(plan.lanes.map((l) => [l.id, l.name]))
  return plan.bars.map((b) => ({ id: b.id, start: b.start, who: b.cooks.map((c) => names.get(`cook.${c}`) ?? c) }))
}

// Promises are how much of what matters is kept, in the order in which it does.
const Promises = memo(function Promises({ list, kept }: { list: Plan['promises']; kept: boolean }) {
  const some = list.filter((p) => p.of > 0)
  if (some.length === 0) return null
  return (
    <ol className="promises" aria-label="What is kept, the most important first">
      {kept && <li className="all-kept">On plan</li>}
      {some.map((p) => (
        <li key={p.name} className={p.kept < p.of ? 'not-kept' : ''} title={p.what}>
          <b>
            {p.kept} of {p.of}
          </b>{' '}
          {p.name}
        </li>
      ))}
    </ol>
  )
})

// after is the next step that has moved after one, in the order of the clock.
function after(plan: Plan, moved: Moved, picked: string): string {
  const list = plan.bars.filter((b) => moved.steps.has(b.id)).sort((a, b) => a.from - b.from)
  return (list[list.findIndex((b) => b.id === picked) + 1] ?? list[0]).id
}

// NoSteps is a service of which nothing could be planned: for nothing is served, for all its
// strands stop at a gap, or for the reason that is told above.
function NoSteps({ plan }: { plan: Plan }) {
  const gaps = plan.stops.filter((s) => s.gap)
  if (!plan.courses.some((c) => c.plates > 0)) return <Empty title="Nothing to plan">Nobody is served yet. Enter plates on Menu.</Empty>
  if (plan.message || gaps.length === 0) return null
  return (
    <Empty title="No step can be planned yet">
      {count(gaps.length, 'gap')}: {gaps.slice(0, 5).map((s) => `${s.name}, ${s.why}`).join('; ')}
      {gaps.length > 5 && ' …'}. Close them on Dish.
    </Empty>
  )
}

// Filters say what of the plan is to be seen.
const Filters = memo(function Filters({ evening, filter, set }: { evening: Evening; filter: Filter; set: (name: string, value: string) => void }) {
  return (
    <div className="filters tools">
      {kinds.map(([kind, called]) => {
        const list = evening.opens.filter((o) => o.kind === kind)
        return (
          list.length > 1 && (
            <select key={kind} className="form-select form-select-sm" aria-label={upper(kind)} data-on={filter[kind] !== ''} value={filter[kind]} onChange={(e) => set(kind, e.target.value)}>
              <option value="">all {called}</option>
              {list.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
            </select>
          )
        )
      })}
    </div>
  )
})

const Summary = memo(function Summary({ plan, readOnly }: { plan: Plan; readOnly: boolean }) {
  const starts = plan.bars.map((b) => b.start).sort()
  return (
    <span className="quiet">
      {day(plan.day)}
      {starts.length > 0 && ` · starts ${day(starts[0].slice(0, 10), true)} ${starts[0].slice(11, 16)}`}
      {readOnly && ' · past, as planned'}
    </span>
  )
})
