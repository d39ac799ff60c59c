// What a portion of each dish costs to buy: bars to the same scale, each part
// of a bar an ingredient.
import type { Schemas } from '../../api/client'
import { money } from '../../parts/amounts'
import { Opens } from '../../parts/Opens'
import { Empty } from '../../parts/States'

type Cost = Schemas['Cost']

export function Costs({ costs, currency }: { costs: Cost[]; currency: string }) {
  if (costs.length === 0) return <Empty title="Nothing served yet">Enter plates on Menu.</Empty>
  const most = Math.max(...costs.map((c) => c.portion), 1)
  return (
    <section aria-label="Costs">
      <h2>ingredient cost per portion</h2>
      <p className="small quiet">Includes trim loss and surplus; by-products cost nothing more. Cheapest pack per unit.</p>
      {costs.map((c) => (
        <Opens
          key={c.name}
          name={c.name}
          figure={money(c.portion, currency)}
          under={
            <>
              <span className="cost-bar" style={{ width: `${(100 * c.portion) / most}%` }} role="img" aria-label={c.lines.map((l) => `${l.name} ${money(l.cost, currency)}`).join(', ')}>
                {c.lines.map((l, i) => (
                  <i key={l.name} data-odd={i % 2 === 1} style={{ flex: `${l.cost} 0 0` }}>
                    {l.cost > 0.14 * most && l.name}
                  </i>
                ))}
              </span>
              {c.open.length > 0 && <span className="gap">no price: {c.open.join(', ')}</span>}
            </>
          }
        >
          {c.lines.map((l) => (
            <div key={l.name}>
              <b>{money(l.cost, currency)}</b> {l.name} <span className="quiet mono">{l.working}</span>
            </div>
          ))}
        </Opens>
      ))}
    </section>
  )
}
