// What a cook should look at on a plate, with what can be done about it.
import { memo } from 'react'
import type { Schemas } from '../../api/client'
import { Bracket } from '../../parts/States'

type Computed = Schemas['Computed']
type Placing = Schemas['Placing']

/** Acts are what can be done about a finding; they stay the same ones. */
export type Acts = { pick: (id: string) => void; put: (what: string, p: Placing) => Promise<boolean>; order: (ids: string[]) => Promise<boolean>; quiet: (code: string) => Promise<boolean> }

type Props = { of?: string; but?: string; plate: Computed; acts: Acts }

/** Findings are those of one placing, or all but those of one. */
export const Findings = memo(function Findings({ of, but, plate, acts: { pick, put, order, quiet } }: Props) {
  const times: Record<string, number> = {}
  return (
    <div className="findings">
      {plate.findings.filter((f) => (of ? f.placing === of : !but || f.placing !== but)).map((f) => {
        // the same finding keeps its place in the document while its figures change
        const code = f.code + (f.placing ?? '')
        times[code] = (times[code] ?? 0) + 1
        return (
        <Bracket key={`${code} ${times[code]}`} what={f.what}>
          {f.fixes?.map((x) => (
            <button key={x.label} className="plain-button fix" onClick={() => void put(x.label, x.placing)}>
              {x.label}
            </button>
          ))}
          {f.advice}
          {f.placing && !of && (
            <>
              {' · '}
              <button className="plain-button" onClick={() => pick(f.placing!)}>
                Open
              </button>
            </>
          )}
          {f.kind === 'advice' && (
            <>
              {' · '}
              <button className="plain-button" onClick={() => void quiet(f.code)}>
                Ignore
              </button>
            </>
          )}
        </Bracket>
        )
      })}
      {plate.better && !of && (
        <p className="m-0">
          <button className="plain-button" onClick={() => void order(plate.better!)}>
            Reorder to fix these
          </button>
        </p>
      )}
    </div>
  )
})
