// Run-up: who does what when, and why each step is at its minute.
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useProgress, useRunUp } from '../../api/queries'
import { Clashes } from '../../parts/Clashes'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { day, lasts, spoken } from '../../parts/words'
import { FireList } from './FireList'
import { Lanes } from './Lanes'
import { Strands } from './Strands'
import { Why } from './Why'

export type Plan = Schemas['RunUp']
export type Bar = Plan['bars'][number]

const views = [
  ['strands', 'Strands'],
  ['lanes', 'Cooks and equipment'],
  ['list', 'By the clock'],
] as const

export function RunUp({ id }: { id: string }) {
  const runUp = useRunUp(id)
  if (runUp.isPending) return <Planning id={id} />
  if (runUp.isError) return <Failed error={runUp.error} again={() => void runUp.refetch()} />
  return <Sheet plan={runUp.data.runUp} faults={runUp.data.faults} readOnly={runUp.data.readOnly} />
}

// Planning shows what the search has come to, where it takes its time.
function Planning({ id }: { id: string }) {
  const { data } = useProgress(id)
  if (!data?.planning || data.found === 0) return <Waiting what="the run-up" />
  return (
    <p className="waiting" role="status">
      Planning since <span className="clock">{lasts(data.seconds)}</span>: {data.found} plans so far, the best{' '}
      {data.violation === 0 ? 'keeps every limit' : `passes limits by ${spoken(data.violation)}`}.
    </p>
  )
}

function Sheet({ plan, faults, readOnly }: { plan: Plan; faults: string[]; readOnly: boolean }) {
  const [params, setParams] = useSearchParams()
  const view = params.get('view') ?? 'strands'
  const focus = params.get('dish') ?? ''
  const [picked, setPicked] = useState('')
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(params)
    if (value) next.set(name, value)
    else next.delete(name)
    setParams(next, { replace: true })
  }
  const dishes = [...new Map(plan.strands.map((s) => [s.dish, s.dishName]))]
  const selected = plan.bars.find((b) => b.id === picked)
  return (
    <div className="run-up">
      <div className="page-head">
        <h1>Run-up</h1>
        <Summary plan={plan} readOnly={readOnly} />
        <div className="tools">
          {dishes.length > 1 && (
            <select className="form-select form-select-sm w-auto" aria-label="Dish" value={focus} onChange={(e) => set('dish', e.target.value)}>
              <option value="">all dishes</option>
              {dishes.map(([id, name]) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          )}
          <div className="choices" role="group" aria-label="View">
            {views.map(([key, label]) => (
              <button key={key} aria-pressed={view === key} onClick={() => set('view', key === 'strands' ? '' : key)}>
                {label}
              </button>
            ))}
          </div>
        </div>
      </div>
      {plan.message && <Bracket what={plan.message} />}
      {faults.map((f) => (
        <Bracket key={f} what={f} />
      ))}
      <Clashes list={plan.clashes}>
        {(c) => (
          <>
            {c.advice}
            {c.bar !== undefined && (
              <>
                {' · '}
                <button className="plain-button" onClick={() => setPicked(plan.bars[c.bar!].id)}>
                  show the step
                </button>
              </>
            )}
          </>
        )}
      </Clashes>
      {plan.bars.length === 0 ? (
        <Empty title="Nothing to plan">Give a dish some plates on the menu, or decide its gaps.</Empty>
      ) : (
        <>
          {view === 'strands' && <Strands plan={plan} focus={focus} picked={picked} pick={setPicked} />}
          {view === 'lanes' && <Lanes plan={plan} focus={focus} picked={picked} pick={setPicked} />}
          {view === 'list' && <FireList plan={plan} focus={focus} picked={picked} pick={setPicked} />}
          <Why plan={plan} bar={selected} />
        </>
      )}
      <p className="small quiet mt-3 tools">
        <a href={`/api/services/${encodeURIComponent(plan.service)}/problem.json`}>Save the problem</a> ·{' '}
        <a href={`/api/services/${encodeURIComponent(plan.service)}/plan.json`}>Save the plan</a> as files; solve with seed {plan.seed}, rounds {plan.rounds}
      </p>
    </div>
  )
}

function Summary({ plan, readOnly }: { plan: Plan; readOnly: boolean }) {
  const starts = plan.bars.map((b) => b.start).sort()
  return (
    <span className="quiet">
      {plan.name}, {day(plan.day)}
      {starts.length > 0 && ` · begins ${day(starts[0].slice(0, 10), true)} ${starts[0].slice(11, 16)}`}
      {readOnly && ' · past, as it was planned'}
    </span>
  )
}
