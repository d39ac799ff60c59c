// What could be done ahead, and which steps stand in each other's way.
import { Bracket } from '../../parts/States'
import { count, spoken, upper } from '../../parts/words'
import type { View } from './types'

export function Ahead({ view }: { view: View }) {
  const ahead = view.ahead.filter((a) => a.for > 0)
  return (
    <>
      {view.rivals.map((r) => (
        <Bracket key={r.a + r.b + r.kind} what={`${upper(r.kind)}: ${r.a} and ${r.b} at the same time`}>
          {spoken(r.from)} to {spoken(r.to)} before the plate{r.heat ? ', at different temperatures' : r.places ? `, ${count(r.places, 'place')}` : ', and there is none'}. The run-up separates them.
        </Bracket>
      ))}
      {ahead.length > 0 && (
        <section className="mt-3">
          <h2>can be made ahead</h2>
          <table className="fire">
            <tbody>
              {ahead.map((a) => (
                <tr key={a.component}>
                  <td>{a.name}</td>
                  <td className="clock">{spoken(a.for)}</td>
                  <td>{a.place}</td>
                  <td className="quiet">{a.then}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </>
  )
}
