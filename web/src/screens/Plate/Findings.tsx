// What a cook should look at on a plate, with what can be done about it.
import type { Schemas } from '../../api/client'
import { Bracket } from '../../parts/States'

type Computed = Schemas['Computed']
type Placing = Schemas['Placing']
type Props = { of?: string; but?: string; plate: Computed; pick: (id: string) => void; put: (what: string, p: Placing) => Promise<boolean>; order: (ids: string[]) => Promise<boolean>; quiet: (code: string) => Promise<boolean> }

/** Findings are those of one placing, or all but those of one. */
export function Findings({ of, but, plate, pick, put, order, quiet }: Props) {
  return (
    <>
      {plate.findings.filter((f) => (of ? f.placing === of : !but || f.placing !== but)).map((f) => (
        <Bracket key={f.code + (f.placing ?? '') + f.what} what={f.what}>
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
                open it
              </button>
            </>
          )}
          {f.kind === 'advice' && (
            <>
              {' · '}
              <button className="plain-button" onClick={() => void quiet(f.code)}>
                leave it
              </button>
            </>
          )}
        </Bracket>
      ))}
      {plate.better && !of && (
        <p className="m-0">
          <button className="plain-button" onClick={() => void order(plate.better!)}>
            Build it in an order without these faults
          </button>
        </p>
      )}
    </>
  )
}
