// What a dish of a course is: its gaps, its versions, what of it is made, from when on.
import { useState } from 'react'
import { Link } from 'wouter'
import { FormSelect } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { Bracket } from '../../parts/States'
import { TypedOn } from '../../parts/Typed'
import { count, lasts, upper } from '../../parts/words'

export type Line = Schemas['ServiceView']['rows'][number]['dishes'][number]
type Version = Line['versions'][number]
type State = Line['states'][number]

type Props = {
  line: Line
  begins?: string
  readOnly: boolean
  seated: boolean
  draft: string
  plates: (text: string, version: Version) => Promise<boolean>
  choose: (state: State, condition: string) => void
}

export function DishFacts({ line, begins, readOnly, seated, draft, plates, choose }: Props) {
  const [open, setOpen] = useState(false)
  const graver = line.gaps.filter((g) => !g.lesser).length
  const lesser = line.gaps.length - graver
  const ordered = line.versions.filter((v) => v.plates > 0)
  return (
    <>
      <div className="named">
        <Link className="name" to={`/dish/${line.dish}`}>
          {line.name}
        </Link>
        <button className="plain-button small" id={`details-${line.dish}`} aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Less' : 'Details'}
          <span className="visually-hidden"> of {line.name}</span>
        </button>
      </div>
      <div className="small quiet">
        {begins ? `begin ${begins} · ` : ''}
        <Link to={`/plate/${line.dish}`}>plate</Link> <span className="clock">{lasts(line.build)}</span>
        {graver > 0 && (
          <>
            {' · '}
            <span className="gap">{count(graver, 'gap')}</span>
          </>
        )}
        {lesser > 0 && ` · ${lesser} to check`}
        {ordered.length > 0 && <b> · {ordered.map((v) => `${v.plates} × ${v.name}`).join(', ')}</b>}
      </div>
      {line.faults.map((f) => (
        <Bracket key={f} what={f} />
      ))}
      {open && <Details line={line} readOnly={readOnly} seated={seated} draft={draft} plates={plates} choose={choose} />}
    </>
  )
}

function Details({ line, readOnly, seated, draft, plates, choose }: Omit<Props, 'begins'>) {
  return (
    <div className="details">
      {line.versions.length > 0 && (
        <div className="versions">
          {line.versions.map((v) => (
            <TypedOn key={v.id} id={`plates-${line.dish}-${v.id}`} label={v.name} value={String(v.plates)} readOnly={readOnly || seated} save={(text) => plates(text, v)} draft={`${draft}/${v.id}`} origin={0} type="number" />
          ))}
        </div>
      )}
      {line.states.map((s) => (
        <label key={s.component} className="labelled mt-1">
          {upper(s.of)} ({s.name}) arrived
          <FormSelect size="sm" className="w-auto" value={s.chosen ?? ''} disabled={readOnly} onChange={(e) => choose(s, e.target.value)}>
            <option value="">as usual</option>
            {s.options.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </FormSelect>
        </label>
      ))}
      {line.gaps.map((g) => (
        <Bracket key={g.title + g.question} what={g.title}>
          {g.question} {g.holdsUp} <Link to={`/dish/${line.dish}?${g.step ? `step=${g.component}/${g.step}` : 'side=gaps'}`}>Decide</Link>
        </Bracket>
      ))}
      <Needs line={line} />
    </div>
  )
}

// Needs are the components, each with how much of it is made; one tap shows the working.
function Needs({ line }: { line: Line }) {
  const [open, setOpen] = useState<string>()
  const need = line.needs.find((n) => n.component === open)
  return (
    <>
      <div className="needs">
        {line.needs.map((n) => (
          <button key={n.component} aria-expanded={open === n.component} onClick={() => setOpen(open === n.component ? undefined : n.component)}>
            <span>{n.make.name}</span>
            <span className="mono">{n.make.known ? n.make.text : <span className="gap">portion?</span>}</span>
          </button>
        ))}
      </div>
      {need && (
        <div className="opened">
          <div className="mono">
            {need.make.working}
            {need.make.other && <span className="quiet"> = {need.make.other}</span>}
          </div>
          {need.ingredients.map((i) => (
            <div key={i.name}>
              <b>{i.known ? i.text : '?'}</b> {i.name} <span className="quiet mono">= {i.working}</span>
            </div>
          ))}
        </div>
      )}
    </>
  )
}
