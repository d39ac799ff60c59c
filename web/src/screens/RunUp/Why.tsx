// Why a step is where it is, as a sum of figures, and how far it could move.
import { Advice } from '../../parts/Advice'
import { Link } from 'wouter'
import { Heat } from '../../parts/heat'
import { Bracket } from '../../parts/States'
import { clock, duration, lasts, spoken } from '../../parts/words'
import { WasAt } from '../../parts/service/MovedLine'
import type { Moved } from '../../parts/service/moved'
import type { Keeping } from './keeping'
import { named, type Bar, type Plan } from './types'
import { holdId, type Wait } from './waits'

export function Why({ plan, moved, bar, wait, keeping, pick }: { plan: Plan; moved: Moved; bar?: Bar; wait?: Wait; keeping: Keeping; pick: (id: string) => void }) {
  if (wait) return <WhyWait plan={plan} wait={wait} />
  if (!bar)
    return (
      <div className="card-plain mt-3 quiet" aria-live="polite">
        Select a step to see why it starts then, and how far it can move.
      </div>
    )
  return (
    <section className="card-plain why" aria-live="polite" aria-label="Why">
      <div>
        <h2>
          Why {named(bar)} at <span className="clock">{clock(bar.start)}</span>?
        </h2>
        <WasAt moved={moved} id={bar.id} />
        <div className="sum">{bar.why.sum}</div>
        {bar.help && (
          <div>
            <b>Help</b>: {bar.help}
          </div>
        )}
        <div className="mt-1">
          <b>Later</b>: {bar.why.later > 0 ? `up to ${spoken(bar.why.later)}, then ` : 'no: '}
          {bar.why.laterTo}. <b>Earlier</b>: {bar.why.earlier > 0 ? `up to ${spoken(bar.why.earlier)}, then ` : 'no: '}
          {bar.why.earlierTo}.
        </div>
        {bar.give < 7 * 86400 && (
          <div>
            <b>To spare</b>: {bar.give > 0 ? spoken(bar.give) : 'nothing: late here is late on the plate'}.
            {(bar.slow ?? 0) > 0 && ` May run ${spoken(bar.slow!)} over.`}
            {bar.early && ' Keeps, so made before the rush.'}
            {bar.leadIn && ' Lead-in, added by the plan.'}
          </div>
        )}
        {after(plan, bar).map((h) => (
          <div key={h.to}>
            <b>Then</b>{' '}
            <button className="plain-button" onClick={() => pick(holdId(plan, h))}>
              Why the {spoken(h.gap)} hold?
            </button>
          </div>
        ))}
        {(bar.mind ?? []).map((m) => (
          <Bracket key={m} what={m} />
        ))}
        {(bar.cautions ?? []).map((c) => (
          <Bracket key={c.text} what={c.text}>
            {c.source}
          </Bracket>
        ))}
      </div>
      <div>
        <div>
          <span className="clock">{duration(bar.to - bar.from)}</span> <span className="working">{bar.working}</span>
        </div>
        <div>
          {bar.with.join(', ')}
          {bar.setting !== undefined && (
            <>
              {' '}
              at <Heat celsius={bar.setting} />
            </>
          )}
        </div>
        {(bar.hands.length > 1 || bar.hands.some((h) => h.assumed)) && bar.step && (
          <ul className="why-hands">
            {bar.hands.map((h) => (
              <li key={h.from}>
                <span className="clock">{clock(h.start)}</span> {[h.what || `${lasts(h.to - h.from)} hands-on`, h.who, h.assumed && 'assumed'].filter(Boolean).join(', ')}
              </li>
            ))}
          </ul>
        )}
        {bar.for.length > 1 && <div>One batch for {bar.for.map((id) => plan.strands.find((s) => s.dish === id)?.dishName ?? id).join(', ')}</div>}
        {bar.cue && <div className="quiet">until: {bar.cue}</div>}
        <Advice words={bar.words} />
        {bar.step && keeping.keep && (
          <div>
            {bar.fixed ? (
              <>
                <b>Pinned at {clock(bar.start)}</b>{' '}
                <button className="plain-button" onClick={() => keeping.letGo?.([bar.id])}>
                  Unpin
                </button>
              </>
            ) : (
              <button className="plain-button" onClick={() => keeping.keep?.(bar, bar.from, bar.cooks[0])}>
                Pin at {clock(bar.start)}
              </button>
            )}
          </div>
        )}
        <div className="small">
          {bar.placing && <Link to={plateOf(bar)}>Open plate</Link>}
          {bar.step && !bar.leadIn && <Link to={`/dish/${itself(bar.dish)}?step=${itself(bar.component)}/${bar.step}`}>Edit step</Link>}
        </div>
      </div>
    </section>
  )
}

// after are the waits after a step, each of which has its own reason.
const after = (plan: Plan, bar: Bar): Wait[] => {
  const seen = new Set<number>()
  return plan.strands.flatMap((s) => s.holds.filter((h) => plan.bars[h.from].id === bar.id && h.gap > 0 && !seen.has(h.to) && seen.add(h.to))).slice(0, 1)
}

function WhyWait({ plan, wait }: { plan: Plan; wait: Wait }) {
  const [from, to] = [plan.bars[wait.from], plan.bars[wait.to]]
  return (
    <section className="card-plain why" aria-live="polite" aria-label="Why">
      <div>
        <h2>
          Why hold <span className="clock">{spoken(wait.gap)}</span> between {from.name} and {to.name}?
        </h2>
        <div className="sum">{wait.why}</div>
        {(wait.over ?? 0) > 0 && <Bracket what={`${spoken(wait.over!)} over the limit.`} />}
      </div>
      <div className="quiet">{wait.text}</div>
    </section>
  )
}

// itself is a dish, or a component, without the version of it.
const itself = (id: string) => id.split('~')[0]

function plateOf(bar: Bar): string {
  const [dish, version] = bar.dish.split('~')
  if (bar.placing === '-wipe') return `/plate/${dish}`
  return version ? `/plate/${dish}?beside=${version}` : `/plate/${dish}?placing=${bar.placing}`
}
