// What a dish leaves open, in one table: first what stops the plan, then what is to be
// checked, folded what only the order asks and what was assumed. Each is answered in its row.
import { useRef, useState } from 'react'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useDraft } from '../../parts/draft'
import { useAnswers, type Answer } from '../../parts/answers'
import type { View } from './types'

type Gap = Schemas['Gap']

const keyOf = (g: Gap) => [g.component ?? '', g.field, g.step ?? '', g.line ?? ''].join('/')

type Props = { view: View; open: (gap: Gap) => void; graveOnly?: boolean }

export function Gaps({ view, open, graveOnly }: Props) {
  const give = useAnswers(view.dish.id)
  const of = (group: Gap['group']) => view.gaps.filter((g) => g.group === group)
  const [plan, check, order, assumed] = [of('plan'), of('check'), of('order'), of('assumed')]
  const rows = (list: Gap[]) => list.map((g) => <Row key={keyOf(g)} view={view} gap={g} give={give} open={() => open(g)} />)
  return (
    <section className="gaps mt-2">
      <h2>{plan.length ? 'Gaps: the plan stops here' : check.length + order.length === 0 || graveOnly ? 'No gaps' : 'The plan has no gaps'}</h2>
      {rows(plan)}
      {!graveOnly && (
        <>
          {check.length > 0 && <h3 className="mt-3">To check, planned anyway</h3>}
          {rows(check)}
          <Folded title={`Only the order asks (${order.length})`} list={order}>
            {rows(order)}
          </Folded>
          <Folded title={`Assumed (${assumed.length})`} list={assumed}>
            <p className="small quiet m-0">
              What cooks take as said, and the plan uses.{' '}
              <button className="plain-button" onClick={() => void allRight(assumed, give)}>
                All right
              </button>
            </p>
            {rows(assumed)}
          </Folded>
        </>
      )}
    </section>
  )
}

function Folded({ title, list, children }: { title: string; list: Gap[]; children: React.ReactNode }) {
  if (list.length === 0) return null
  return (
    <details className="mt-3">
      <summary>
        <h3 className="d-inline">{title}</h3>
      </summary>
      {children}
    </details>
  )
}

type Give = (gap: Gap, answer: Answer) => Promise<string>

async function allRight(list: Gap[], give: Give) {
  for (const component of new Set(list.map((g) => g.component))) {
    await give({ ...list[0], component, step: undefined, line: undefined, title: 'What was assumed' }, { text: 'Right' })
  }
}

// focusNext goes on to the next row that can be typed into, from an element of this one.
function focusNext(from: HTMLElement) {
  const all = [...document.querySelectorAll<HTMLElement>('.gap-row input, .gap-row select')]
  all[all.indexOf(from) + 1]?.focus()
}

function Row({ view, gap, give, open }: { view: View; gap: Gap; give: Give; open: () => void }) {
  const typed = useDraft(`gap/${view.dish.id}/${keyOf(gap)}`, '', 0)
  const [wrong, setWrong] = useState('')
  const [busy, setBusy] = useState(false)
  const field = useRef<HTMLInputElement>(null)
  const answer = async (a: Answer) => {
    setBusy(true)
    setWrong('')
    const bad = await give(gap, a)
    setBusy(false)
    setWrong(bad)
    if (!bad) typed.drop()
  }
  const label = `${gap.title}: ${gap.question}`
  const options = gap.options ?? []
  const elsewhere = gap.field === 'plate' || gap.field === 'byProduct' || !gap.component
  const types = !elsewhere && (options.length === 0 || (gap.field === 'assumed' && gap.example) || (gap.field === 'twice' && gap.step))
  return (
    <div className={`gap-row ${gap.group}`} role="group" aria-label={label}>
      <div className="asked">
        <button className="name-button" onClick={open} title={gap.step ? 'Open the step' : 'Open'}>
          {gap.title}
        </button>
        <span className="question">{gap.question}</span>
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </div>
      <form
        className="answer"
        onSubmit={(e) => {
          e.preventDefault()
          if (!typed.value.trim() || busy) return
          if (field.current) focusNext(field.current)
          void answer({ text: typed.value })
        }}
      >
        {types && <Form.Control ref={field} size="sm" aria-label={label} placeholder={gap.example} value={typed.value} isInvalid={Boolean(wrong)} autoComplete="off" onChange={(e) => typed.set(e.target.value)} />}
        <Options gap={gap} label={label} give={(text) => void answer({ text })} />
        {gap.default && (
          <button type="button" className="plain-button" onClick={() => void answer({ text: gap.default!, usual: true })}>
            Use {gap.default} for now
          </button>
        )}
        {elsewhere && (gap.field === 'plate' || gap.component) && (
          <button type="button" className="btn btn-sm btn-outline-dark" onClick={open}>
            {gap.field === 'plate' ? 'Build the plate' : 'Open the component'}
          </button>
        )}
        {gap.lesser && gap.group !== 'assumed' && (
          <button type="button" className="plain-button quiet" onClick={() => void answer({ text: '', settled: true })}>
            Leave open
          </button>
        )}
        {busy && <span className="small quiet">Saving …</span>}
      </form>
    </div>
  )
}

// Options are the answers to choose from: buttons, or a list where they are many.
function Options({ gap, label, give }: { gap: Gap; label: string; give: (text: string) => void }) {
  const options = gap.options ?? []
  if (options.length === 0) return null
  const [first, ...rest] = options
  if (options.length <= 2 || gap.field !== 'assumed')
    return options.length > 3 ? (
      <Form.Select size="sm" aria-label={label} value="" onChange={(e) => give(e.target.value)}>
        <option value="">choose a step</option>
        {options.map((o) => (
          <option key={o}>{o}</option>
        ))}
      </Form.Select>
    ) : (
      <>
        {options.map((o) => (
          <button key={o} type="button" className="btn btn-sm btn-outline-dark" onClick={() => give(o)}>
            {o}
          </button>
        ))}
      </>
    )
  return (
    <>
      <button type="button" className="btn btn-sm btn-outline-dark" onClick={() => give(first)}>
        {first}
      </button>
      <Form.Select size="sm" aria-label={label} value="" onChange={(e) => give(e.target.value)}>
        <option value="">or</option>
        {rest.map((o) => (
          <option key={o}>{o}</option>
        ))}
      </Form.Select>
    </>
  )
}
