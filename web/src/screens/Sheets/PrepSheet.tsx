// Prep as an order: what is left to itself is on by an hour and out by another one, the rest is
// ready by one. Hands-on work may be done in any other order that keeps its hours.
import type { Schemas } from '../../api/client'
import { Decides } from '../../parts/Decides'
import { useHeat } from '../../parts/heat'
import { count, day, listed, spoken } from '../../parts/words'

type Day = Schemas['PrepDay']
type Line = Day['sections'][number]['lines'][number]

export function PrepSheet({ days, named }: { days: Day[]; named: boolean }) {
  return (
    <div className="prep-sheet">
      {days.map((d) =>
        d.sections.map((s) => (
          <section key={d.day + s.section} aria-label={`${s.name}, ${day(d.day)}`}>
            <h2>
              {day(d.day)}
              {named && <span className="quiet"> {s.name}</span>}
            </h2>
            <table>
              <thead>
                <tr>
                  <th scope="col" className="box" aria-label="done" />
                  <th scope="col">in this order</th>
                  <th scope="col">on by</th>
                  <th scope="col">out by</th>
                  <th scope="col">ready by</th>
                  <th scope="col">takes</th>
                </tr>
              </thead>
              <tbody>
                {s.lines.map((l) => (
                  <PrepRow key={l.id} line={l} />
                ))}
              </tbody>
            </table>
            {s.cautions.length > 0 && (
              <ul className="sheet-cautions">
                {s.cautions.map((c) => (
                  <li key={c} className="care">
                    {c}
                  </li>
                ))}
              </ul>
            )}
          </section>
        )),
      )}
      {days.some((d) => d.sections.some((s) => s.cautions.length > 0)) && <Decides />}
    </div>
  )
}

function PrepRow({ line: l }: { line: Line }) {
  const heat = useHeat()
  return (
    <tr>
      <td className="box">
        <span className="count-box" aria-hidden="true" />
      </td>
      <td>
        <b>{l.what}</b>
        {l.setting !== undefined && <b> {heat(l.setting)}</b>}
        <div className="quiet">{[l.portions ? count(l.portions, 'portion') : '', ...l.with, l.who.length ? listed(l.who) : ''].filter(Boolean).join(' · ')}</div>
        {l.until && <div className="quiet">until: {l.until}</div>}
        {l.next && <div className="quiet">then {l.next}</div>}
        {l.mind.map((m) => (
          <div key={m} className="call-mind">
            {m}
          </div>
        ))}
      </td>
      <td className="clock">{l.on}</td>
      <td className="clock">{l.out}</td>
      <td className="clock">{l.ready}</td>
      <td>{spoken(l.takes)}</td>
    </tr>
  )
}
