// An element, said in a line: “three dots of plum gel, 4 o'clock, 15 mm”.
import { memo, useLayoutEffect, useRef } from 'react'
import { Form } from 'react-bootstrap'
import { api, ask, type Schemas } from '../../api/client'
import { useAsked } from '../../parts/asked'
import { useDraft } from '../../parts/draft'

export const SayPlacing = memo(function SayPlacing({ dish, version, name, keep }: { dish: string; version?: string; name: (component: string) => string; keep: (p: Schemas['Placing']) => Promise<boolean> }) {
  const draft = useDraft(`say-placing/${dish}/${version ?? ''}`, '', 0)
  const text = draft.value
  const read = (t: string) => ask(api.GET('/api/dishes/{id}/placing', { params: { path: { id: dish }, query: { text: t, version } } }))
  const { answer, settled, error } = useAsked(text.trim() ? text : undefined, read)
  const said = settled && !error ? answer : undefined
  const ready = said?.placing.component
  const typed = useRef(text)
  useLayoutEffect(() => void (typed.current = text))
  const busy = useRef(false)
  // add keeps what is typed, also where Enter comes before it is read; what is typed meanwhile stays.
  const add = async () => {
    if (busy.current || !text.trim()) return
    busy.current = true
    try {
      const { placing } = said ?? (await read(text))
      if (placing.component && (await keep(placing)) && typed.current === text) draft.drop()
    } catch {
      // no connection: the line stays as it is
    } finally {
      busy.current = false
    }
  }
  return (
    <form
      className="my-2"
      onSubmit={(e) => {
        e.preventDefault()
        void add()
      }}
    >
      <Form.Control aria-label="Type a placing" placeholder="Type it: three dots of plum gel, 4 o’clock, 15 mm" value={text} onChange={(e) => (e.target.value ? draft.set(e.target.value) : draft.drop())} autoComplete="off" />
      {said && (
        <div className="small">
          <span className="understood">{[`${said.placing.count || said.placing.repeat || ''} ${said.placing.form}`.trim(), said.placing.component && name(said.placing.component), said.where, said.placing.on && 'on it', said.placing.leans && 'leaning on it'].filter(Boolean).join(' · ')}</span>
          {said.doubt.map((d) => (
            <span key={d} className="gap ms-2">
              {d}
            </span>
          ))}
          {ready && <span className="quiet ms-2">Enter to add</span>}
        </div>
      )}
    </form>
  )
})
