// The sheet for the room: for each course whom to seat or hold and until when, what
// goes with it, and what is in it for whom.
import type { Schemas } from '../../api/client'
import { Bracket } from '../../parts/States'
import { clock } from '../../parts/words'

type Room = Schemas['Briefing']
type Dish = Room['courses'][number]['dishes'][number]

export function RoomSheet({ room }: { room: Room }) {
  return (
    <>
      {room.notes.length > 0 && (
        <p className="room-notes">
          {room.notes.map((n) => (
            <span key={n.table}>
              <b>{n.table}</b> {n.text}
            </span>
          ))}
        </p>
      )}
      {room.courses.map((c) => (
        <section key={c.name} className="room-course" aria-label={c.name}>
          <div className="room-hour">
            <span className="clock">{c.hour}</span>
            <span className="quiet">seated, with cutlery, by {c.ready}</span>
          </div>
          <div>
            <h2>{c.name}</h2>
            {c.hold && <Bracket what={`It cannot wait: it ${c.hold}.`} />}
            {c.dishes.map((d) => (
              <DishLine key={d.name} dish={d} />
            ))}
            {c.sent.some((s) => s.tables.length > 0) && (
              <ol className="room-waves">
                {c.sent.map((s) => (
                  <li key={s.wave}>
                    <span className="clock">{clock(s.leaves, false)}</span> {s.tables.map((t) => t.replace(/^Table /, '')).join(' · ')}
                  </li>
                ))}
              </ol>
            )}
          </div>
        </section>
      ))}
      <p className="small quiet">Allergens are what the book knows of. Local food law, the kitchen’s own plan and trained people decide what is served to whom.</p>
    </>
  )
}

function DishLine({ dish: d }: { dish: Dish }) {
  return (
    <div className="room-dish">
      <div>
        <b>{d.portions} ×</b> <b>{d.name}</b>
        {d.tables.length > 0 && <span className="room-tables"> {d.tables.join(', ')}</span>}
      </div>
      {d.story && <div>{d.story}</div>}
      <div className="room-in">
        <b>contains</b> {d.contains.join(', ') || 'no allergen that is known'}
        {d.unknown && '; what is in it is not all known'}
        {d.without.length > 0 && (
          <>
            {' '}
            · <b>asked to be without</b> {d.without.join(', ')}
          </>
        )}
      </div>
      {d.broken.length > 0 && <Bracket what={`${d.name} is asked to be without ${d.broken.join(', ')}, and is not, or nobody knows.`} />}
      <div className="quiet">
        {[d.cutlery && `set: ${d.cutlery}`, d.atTable && `at the table: ${d.atTable}`, d.with && `with it: ${d.with}`, d.waits && `keeps ${d.waits}`, d.uneatable.length > 0 && `not to be eaten: ${d.uneatable.join(', ')}`].filter(Boolean).join(' · ')}
      </div>
    </div>
  )
}
