// What the card and a brief announce, held against what is placed and what is in it.
import type { Schemas } from '../../api/client'
import { listed } from '../../parts/words'

export function Announced({ of }: { of: NonNullable<Schemas['DishView']['announced']> }) {
  return (
    <section aria-label="Announced and built" className="announced">
      <h3>announced · built</h3>
      {of.said.map((p) => (
        <div key={`${p.brief}${p.text}`} className="fact-line">
          <span>
            {p.text}
            {p.brief && <span className="quiet"> (brief)</span>}
          </span>
          {p.in.length === 0 ? (
            <span className="gap">not on the plate</span>
          ) : (
            <span>
              {listed(p.in)}
              {p.missing.length > 0 && <span className="gap"> without {listed(p.missing)}</span>}
            </span>
          )}
        </div>
      ))}
      {of.neverSaid.length > 0 && (
        <p className="mb-0">
          <span className="quiet">Built and never said:</span> {listed(of.neverSaid)}
        </p>
      )}
    </section>
  )
}
