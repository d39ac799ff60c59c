// What a dish leaves open, with what it holds up: decided one after another,
// or filled for now with the kitchen's own defaults.
import { api, ask } from '../../api/client'
import { useDesk } from '../../parts/Desk'
import { Bracket } from '../../parts/States'
import type { Pick, View } from './types'
import { methodOf, withSteps } from './steps'

type Gap = View['gaps'][number]

export function Gaps({ view, pick, graveOnly }: { view: View; pick: Pick; graveOnly?: boolean }) {
  const graver = view.gaps.filter((g) => !g.lesser)
  const lesser = view.gaps.filter((g) => g.lesser)
  return (
    <section className="mt-2">
      <h2>{graver.length ? 'Gaps: the plan stops here' : 'No gaps'}</h2>
      {graver.map((g) => (
        <OneGap key={g.component + g.step + g.field + g.line} view={view} gap={g} pick={pick} />
      ))}
      {!graveOnly && lesser.length > 0 && (
        <>
          <h3 className="mt-4">To check, planned anyway</h3>
          {lesser.map((g) => (
            <OneGap key={g.component + g.step + g.field + g.line + g.question} view={view} gap={g} pick={pick} />
          ))}
        </>
      )}
    </section>
  )
}

const fields: Record<string, 'time' | 'setting' | 'cue'> = { time: 'time', setting: 'setting', cue: 'cue' }

function OneGap({ view, gap, pick }: { view: View; gap: Gap; pick: Pick }) {
  const desk = useDesk()
  const part = view.components.find((c) => c.component.id === gap.component)
  const step = part && gap.step ? methodOf(part.component, gap.step)?.steps.find((s) => s.id === gap.step) : undefined
  const field = fields[gap.field]
  const fill = async () => {
    if (!part || !step || !field) return
    const filled = await ask(api.POST('/api/read/fill', { body: { step, field } }))
    const steps = methodOf(part.component, step.id)!.steps.map((s) => (s.id === step.id ? filled : s))
    await desk.hand({ kind: 'component', id: part.component.id, version: part.version, screen: `dish:${view.dish.id}`, what: `${gap.title}: default used`, value: withSteps(part.component, step.id, steps) })
  }
  return (
    <Bracket what={gap.title}>
      {gap.question} {gap.holdsUp}{' '}
      {step && (
        <button className="plain-button me-3" onClick={() => pick(gap.component, gap.step!, gap.field === 'setting' || gap.field === 'twice' ? '' : gap.field)}>
          Decide
        </button>
      )}
      {step && field && (
        <button className="plain-button" onClick={() => void fill()}>
          {gap.default ? `Use ${gap.default} for now` : 'Use the usual cue'}
        </button>
      )}
    </Bracket>
  )
}
