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
          </div>
          <div>
            <h2>{c.name}</h2>
            {c.hold && <Bracket what={`Cannot wait: ${c.hold}. All seated when it leaves, or tell the pass to hold.`} />}
            <div className="room-body">
              <div>
                {c.dishes.map((d) => (
                  <DishLine key={d.name} dish={d} />
                ))}
              </div>
            {c.sent.length > 0 && (
              <table className="room-waves">
                <thead>
                  <tr>
                    <th scope="col">leaves</th>
                    <th scope="col">who</th>
                    <th scope="col">plates</th>
                    <th scope="col">seated by</th>
                  </tr>
                </thead>
                <tbody>
                  {c.sent.map((s) => (
                    <tr key={s.wave}>
                      <td className="clock">{clock(s.leaves, false)}</td>
                      <td>{tablesOf(s).join(' · ') || `wave ${s.wave}`}</td>
                      <td>{s.plates}</td>
                      <td>
                        <span className="clock">{s.seated}</span>
                        {s.goes && <> {s.goes} starts</>}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            </div>
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
        {d.alcohol.length > 0 && (
          <>
            {' '}
            · <b>alcohol:</b> {d.alcohol.join(', ')}
          </>
        )}
        {d.without.length > 0 && (
          <>
            {' '}
            · <b>ordered without</b> {d.without.join(', ')}
          </>
        )}
      </div>
      {d.broken.length > 0 && <Bracket what={`Ordered without ${d.broken.join(', ')}; contains it, or not known. Ask the kitchen.`} />}
      <div className="quiet">
        {[d.cutlery && `cutlery: ${d.cutlery}`, d.atTable && `at the table: ${d.atTable}`, d.with && `drinks and sides: ${d.with}`, d.uneatable.length > 0 && `not to be eaten: ${d.uneatable.join(', ')}`].filter(Boolean).join(' · ')}
      </div>
    </div>
  )
}
