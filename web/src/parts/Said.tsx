// A typed line with what was understood underlined. What was not stays as it
// was typed; where a cook should look, a bracket stands round the line.
import type { ReactNode } from 'react'

export type Span = { from: number; to: number; as: string }

type Props = { text: string; spans?: Span[] | null; doubt?: boolean; why?: string[] | null }

export function Said({ text, spans, doubt, why }: Props) {
  const letters = Array.from(text)
  const out: ReactNode[] = []
  let at = 0
  for (const s of [...(spans ?? [])].sort((a, b) => a.from - b.from)) {
    if (s.from < at || s.to > letters.length) continue
    if (s.from > at) out.push(letters.slice(at, s.from).join(''))
    out.push(
      <u key={s.from} className={`heard ${s.as}`} title={s.as}>
        {letters.slice(s.from, s.to).join('')}
      </u>,
    )
    at = s.to
  }
  out.push(letters.slice(at).join(''))
  return (
    <span className={doubt ? 'said-line doubt' : 'said-line'}>
      {out}
      {doubt && why?.length ? <span className="because"> {why.join('; ')}</span> : null}
    </span>
  )
}
