// What a guest meets from the first plate to the last: the plates side by side,
// and what each has to bite, to taste and to look at. What is missing, or comes
// twice, stands below.
import { Link } from 'wouter'
import type { Schemas } from '../../api/client'
import { useAcross } from '../../api/queries'
import { underFirst } from '../../parts/plate/Drawing'
import { Patterns } from '../../parts/plate/Side'

type Plate = Schemas['PlateAcross']

const rows: [string, string[], (p: Plate) => Schemas['Tally'][]][] = [
  ['to bite', ['crisp', 'crunchy', 'firm', 'soft', 'moist', 'wet'], (p) => p.contrast.textures],
  ['to taste', ['sharp', 'salty', 'sweet', 'bitter', 'rich', 'fresh'], (p) => p.contrast.tastes],
  ['how warm', ['hot', 'warm', 'room', 'cold', 'frozen'], (p) => p.contrast.warmth],
]

export function AcrossMenu({ service }: { service: string }) {
  const across = useAcross(service)
  const plates = across.data?.plates ?? []
  if (plates.filter((p) => p.drawing.shapes.length > 0).length < 2) return null
  return (
    <section className="across" aria-label="Across the menu">
      <h2>From the first plate to the last</h2>
      <Patterns />
      <table style={{ minWidth: 132 + 108 * plates.length }}>
        <thead>
          <tr>
            <td />
            {plates.map((p) => (
              <th key={p.course + p.dish} scope="col">
                <Small plate={p} />
                <Link to={`/plate/${p.dish}`}>{p.name}</Link>
              </th>
            ))}
          </tr>
        </thead>
        {rows.map(([title, names, of]) => (
          <tbody key={title}>
            {names
              .filter((n) => plates.some((p) => of(p).some((t) => t.name === n)))
              .map((n, i) => (
                <tr key={n} className={i === 0 ? 'first' : ''}>
                  <th scope="row">{n}</th>
                  {plates.map((p) => {
                    const count = of(p).find((t) => t.name === n)?.count ?? 0
                    return (
                      <td key={p.course + p.dish} aria-label={count ? `${count} ${n}` : `nothing ${n}`}>
                        {Array.from({ length: Math.min(count, 6) }, (_, k) => (
                          <i key={k} />
                        ))}
                      </td>
                    )
                  })}
                </tr>
              ))}
          </tbody>
        ))}
        <tbody>
          <tr className="first">
            <th scope="row">colour</th>
            {plates.map((p) => (
              <td key={p.course + p.dish}>{p.contrast.colours.filter((c) => c.share >= 0.12).map((c) => c.name).join(', ')}</td>
            ))}
          </tr>
        </tbody>
      </table>
      {across.data!.advice.map((a) => (
        <p key={a} className="advice">
          {a}
        </p>
      ))}
      {across.data!.advice.length > 0 && <p className="small quiet">Usual rules of the craft; the menu is yours.</p>}
    </section>
  )
}

function Small({ plate }: { plate: Plate }) {
  const d = plate.drawing
  return (
    <svg viewBox={`${d.left - 2} ${d.top - 2} ${d.right - d.left + 4} ${d.bottom - d.top + 4}`} aria-hidden="true">
      {d.wares.map((w) => (
        <path key={w.name} d={w.outline} fill={w.colour} stroke="#14202b" strokeWidth="2" />
      ))}
      {underFirst(d.shapes).map((s) => (
        <g key={s.placing}>
          <path d={s.outline} fill={s.colour} />
          <path d={s.outline} fill={`url(#${s.texture})`} stroke="#14202b" strokeWidth="1.6" />
        </g>
      ))}
    </svg>
  )
}
