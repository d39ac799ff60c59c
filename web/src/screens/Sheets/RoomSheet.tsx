// The sheet for the room: for each course whom to seat or hold and until when, what
// goes with it, and what is in it for whom.
import type { Schemas } from '../../api/client'
import { Bracket } from '../../parts/States'
import { tablesOf } from '../../parts/service/sent'
import { clock } from '../../parts/words'
import { Decides } from '../../parts/Decides'

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
            <span className="quiet">Seated and set by {c.ready}</span>
          </div>
          <div>
            <h2>{c.name}</h2>
            {c.hold && <Bracket what={`Cannot wait: ${c.hold}. All seated when it leaves, or tell the pass to hold.`} />}
            {c.dishes.map((d) => (
              <DishLine key={d.name} dish={d} />
            ))}
            {c.sent.some((s) => s.tables.length > 0) && (
              <ol className="room-waves">
                {c.sent.map((s) => (
                  <li key={s.wave}>
                    <span className="clock">{clock(s.leaves, false)}</span> {tablesOf(s).join(' · ')}
                  </li>
                ))}
              </ol>
            )}
          </div>
        </section>
      ))}
      <Decides>Allergens as recorded in the book.</Decides>
    </>
  )
}

// Allergens never read as free of anything that is not recorded.
function Allergens({ dish: d }: { dish: Dish }) {
  if (d.contains.length === 0) return <>{d.unknown ? 'nothing recorded: allergens unknown' : 'all recorded: no listed allergens'}</>
  return (
    <>
      {d.unknown && 'not all recorded: '}
      <b>contains</b> {d.contains.join(', ')}
      {d.unknown && '; rest unknown'}
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
        <Allergens dish={d} />
        {d.without.length > 0 && (
          <>
            {' '}
            · <b>ordered without</b> {d.without.join(', ')}
          </>
        )}
      </div>
      {d.broken.length > 0 && <Bracket what={`Ordered without ${d.broken.join(', ')}; contains it, or not known. Ask the kitchen.`} />}
      <div className="quiet">
        {[d.cutlery && `cutlery: ${d.cutlery}`, d.atTable && `at the table: ${d.atTable}`, d.with && `drinks and sides: ${d.with}`, d.waits && `good for ${d.waits}`, d.uneatable.length > 0 && `not to be eaten: ${d.uneatable.join(', ')}`].filter(Boolean).join(' · ')}
      </div>
    </div>
  )
}
