// A line, said as a cook would: a step or an ingredient. It is understood
// while it is typed, and shows what it would become.
import { useEffect, useRef, useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { useDesk } from '../../parts/Desk'
import { readLine, useReading, type LineReading } from '../../parts/reading'
import { Said } from '../../parts/Said'
import { assumed } from '../../parts/words'

const oneLine = (text: string) => (text.trim() ? text.replace(/\n/g, ' ') : '')

type Props = {
  label: string
  hint: string
  as?: '' | 'ingredient' | 'step'
  ids: string[]
  into: string // id of the component
  under?: boolean // it comes after the steps of the component, and may be the wait of the last
  text: string
  set: (text: string) => void
  keep: (reading: LineReading) => Promise<boolean>
  action: string
}

export function LineField({ label, hint, as = '', ids, into, under, text, set, keep, action }: Props) {
  const [forced, setForced] = useState<'' | 'ingredient' | 'step'>('')
  const [sent, setSent] = useState<string[]>([])
  const desk = useDesk()
  const { reading, settled } = useReading(text, as || forced, ids, into, under)
  const becomes = reading && (reading.step?.steps.length || reading.ingredient?.line || reading.about)
  // Lines follow one another; who types fast is not ahead of what is kept.
  const queue = useRef(Promise.resolve())
  const now = useRef({ text, keep, set })
  useEffect(() => {
    now.current = { text, keep, set }
  })
  const put = async (line: string, kind: '' | 'ingredient' | 'step') => {
    let done = false
    try {
      const read = await readLine(line, kind, ids, into, under)
      done = Boolean(read.step?.steps.length || read.ingredient?.line || read.about) && (await now.current.keep(read))
    } catch {
      desk.say('No connection. What you typed is kept: press Enter again.')
    }
    setSent((list) => list.slice(1))
    if (!done) now.current.set([line, now.current.text].filter(Boolean).join(' '))
  }
  const submit = () => {
    const line = text.trim()
    if (!line || (settled && !becomes)) return
    const kind = as || forced
    set('')
    setForced('')
    setSent((list) => [...list, line])
    queue.current = queue.current.then(() => put(line, kind))
  }
  return (
    <form
      className="line-field"
      onSubmit={(e) => {
        e.preventDefault()
        submit()
      }}
    >
      <div className="d-flex gap-2">
        <Form.Control as="textarea" rows={1} aria-label={label} placeholder={hint} value={text} maxLength={2000} onChange={(e) => set(oneLine(e.target.value))}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return
            e.preventDefault()
            submit()
          }}
        />
        {text.trim() && (
          <Button type="submit" size="sm" disabled={settled && !becomes}>
            {action}
          </Button>
        )}
      </div>
      {sent.map((line, i) => (
        <p key={i} className="small quiet m-0">
          Adding: {line}
        </p>
      ))}
      {reading && (
        <div className="heard-as" aria-live="polite">
          <Heard reading={reading} />
          {!as && (
            <span className="ms-2">
              {(['step', 'ingredient'] as const)
                .filter((k) => k !== reading.as)
                .map((k) => (
                  <button key={k} type="button" className="plain-button small me-2" onClick={() => setForced(k)}>
                    Read as {k}
                  </button>
                ))}
            </span>
          )}
        </div>
      )}
    </form>
  )
}

/** Heard shows how a line was understood: the line with its marks, and what it becomes. */
export function Heard({ reading }: { reading: LineReading }) {
  if (reading.about) return <span className="becomes">{reading.about.said}</span>
  const read = reading.step?.read ?? reading.ingredient?.read
  if (!read) return <span className="wrong">Not understood. Kept as typed.</span>
  return (
    <>
      <Said text={read.line} spans={read.spans} doubt={read.doubt} why={read.why} />
      {reading.step?.steps.map((s, i) => (
        <span key={s.id} className="becomes">
          {reading.step!.said[i]}
          {s.ours?.length ? <span className="ours"> assumed: {s.ours.map(assumed).join(', ')}</span> : null}
        </span>
      ))}
      {reading.ingredient?.line && (
        <span className="becomes">
          {reading.ingredient.found ? `${reading.ingredient.found}, ${reading.ingredient.made ? 'component' : 'in the book'}` : 'new ingredient, allergens not recorded'}
        </span>
      )}
    </>
  )
}
