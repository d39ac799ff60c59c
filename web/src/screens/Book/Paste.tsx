// A dish as it was written, pasted at once and reviewed line by line: left
// what it says, right what was understood. Nothing is kept before one says so.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../../api/client'
import { reread } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { useGo } from '../../parts/address'
import { useDraft } from '../../parts/draft'
import { useOnce } from '../../parts/once'
import { Said } from '../../parts/Said'
import { useAsked } from '../../parts/asked'
import { count } from '../../parts/words'

type Pasted = Schemas['Pasted']
type Line = Pasted['components'][number]['lines'][number]
type Held = { text: string; pasted?: Pasted; more?: number }

const example = `Roast mackerel, crushed potato

Mackerel:
4 mackerel fillets, pin bones out
1 tbsp oil
sear skin side down 3 min until the rim pales, turn, 30 s more, then rest 1 to 3 min
makes 4
portion: 1

Crushed potato:
600 g floury potatoes
…`

export function Paste() {
  const go = useGo()
  const desk = useDesk()
  const held = useDraft<Held, number>('paste', { text: '' }, 0)
  const once = useOnce()
  const { text } = held.value
  const [jump, setJump] = useState(false) // it came at once, as a paste does: there is nothing to wait for
  const set = held.set
  const heard = useAsked(text.trim() && !held.value.pasted ? text : undefined, (text) => ask(api.POST('/api/read/paste', { body: { text } })), jump ? 0 : 250)
  const { pasted, more } = held.value.pasted || !heard.settled ? held.value : { pasted: heard.answer?.pasted, more: heard.answer?.more }
  const wrong = !heard.error ? '' : heard.error instanceof Refused ? heard.error.message : 'No connection. What you pasted is kept.'
  const change = (next: Pasted) => set({ ...held.value, pasted: next })
  // What a line is taken for bears on what its component asks: the whole review is read again.
  const again = async (next: Pasted) => {
    change(next)
    try {
      change((await ask(api.POST('/api/read/again', { body: next }))).pasted)
    } catch {
      desk.say('No connection. What you typed is kept.')
    }
  }
  const keep = async () => {
    if (!pasted) return
    try {
      const made = await once(pasted, (key) => ask(api.POST('/api/dishes', { params: { header: { 'Idempotency-Key': key } }, body: pasted })))
      held.drop()
      await reread()
      go(`/dish/${made.id}?side=gaps`)
    } catch (error) {
      desk.say(error instanceof Refused ? error.message : 'No connection. What you pasted is kept: save again.')
    }
  }
  const doubts = pasted?.components.flatMap((c) => c.lines).filter((l) => l.as === 'skip' || l.ask || (l.step ?? l.ingredient)?.doubt).length ?? 0
  return (
    <>
      <div className="page-head">
        <h1>New dish</h1>
        <span className="quiet">{pasted ? `${count(pasted.components.length, 'component')}${doubts ? `, ${count(doubts, 'line')} to check` : ''}` : 'Paste it, or type it line by line'}</span>
        <div className="tools">
          {(text || pasted) && (
            <Button size="sm" variant="outline-dark" onClick={held.drop}>
              Clear
            </Button>
          )}
          {pasted && pasted.components.length > 0 && <Button onClick={() => void keep()}>Save to the book</Button>}
        </div>
      </div>
      <div className="paste-screen">
        <div>
          <Form.Control as="textarea" className="paste" aria-label="The dish as it was written" placeholder={example} value={text} autoFocus onChange={(e) => {
              setJump(Math.abs(e.target.value.length - text.length) > 30)
              set({ text: e.target.value })
            }}
          />
          {wrong && (
            <p className="wrong mt-2" role="alert">
              {wrong}
            </p>
          )}
          <p className="small quiet mt-2">A heading begins a component. A list, a method, a prep list, a schema.org Recipe or a saved page that has one inside.</p>
        </div>
        <div>
          {pasted && (
            <>
              <Form.Control className="dish-name" aria-label="Name of the dish" placeholder="Name of the dish" value={pasted.name} onChange={(e) => change({ ...pasted, name: e.target.value })} />
              {more ? <p className="small quiet">{count(more, 'more recipe')} on this page; this is the first.</p> : null}
              {pasted.components.map((c, i) => (
                <Reviewed key={i} component={c} set={(next, reads) => (reads ? (p: Pasted) => void again(p) : change)({ ...pasted, components: pasted.components.map((x, k) => (k === i ? next : x)) })} />
              ))}
            </>
          )}
        </div>
      </div>
    </>
  )
}

type Component = Pasted['components'][number]

type SetComponent = (c: Component, reads?: boolean) => void

function Reviewed({ component, set }: { component: Component; set: SetComponent }) {
  const fact = (name: 'yield' | 'portion' | 'keeps', hint: string) => (
    <label className="labelled">
      {name}
      <Form.Control aria-label={`${component.name} ${name}`} placeholder={hint} value={component[name] ?? ''} onChange={(e) => set({ ...component, [name]: e.target.value }, true)} />
    </label>
  )
  return (
    <section className="reviewed" aria-label={component.name}>
      <Form.Control className="name" aria-label="Name of the component" value={component.name} placeholder="component" onChange={(e) => set({ ...component, name: e.target.value })} />
      <div className="facts">
        {fact('yield', '1.2 kg')}
        {fact('portion', '80 g')}
        {fact('keeps', '3 days')}
      </div>
      {(component.asks ?? []).map((text) => (
        <p key={text} className="asks">
          {text}
        </p>
      ))}
      {component.lines.map((l, i) => (
        <OneLine key={i} line={l} set={(...next) => set({ ...component, lines: component.lines.toSpliced(i, 1, ...next) }, true)} />
      ))}
    </section>
  )
}

const kinds: Record<Line['as'], string> = { ingredient: 'ingredient', step: 'step', skip: 'ignore' }

// nextKind is what a tap makes of a line: ingredient, step, ignored, and round again.
const nextKind = (as: Line['as']): Line['as'] => ({ ingredient: 'step', step: 'skip', skip: 'ingredient' }) [as] as Line['as']

function OneLine({ line, set }: { line: Line; set: (...lines: Line[]) => void }) {
  const [typing, setTyping] = useState<string>()
  const read = line.step ?? line.ingredient
  const doubt = Boolean(line.ask) || (read?.doubt ?? line.as === 'skip')
  return (
    <div className={`review-line ${line.as}`}>
      <button className="kind" aria-label={`${line.text}: ${kinds[line.as]}, change`} title="Ingredient, step or ignore" onClick={() => set({ text: line.text, as: nextKind(line.as) })}>
        {kinds[line.as]}
      </button>
      {typing === undefined ? (
        <div>
          <button className="text-button" onClick={() => setTyping(line.text)} title="Edit line">
            <Said text={line.text} spans={read && read.line === line.text ? read.spans : []} doubt={doubt} why={[line.ask ?? '', ...(read?.why ?? [])].filter(Boolean)} />
          </button>
          {(line.splits?.length ?? 0) > 1 && (
            <button className="plain-button ms-2" onClick={() => set(...line.splits!.map((text): Line => ({ text, as: line.as })))}>
              Split in {line.splits!.length}
            </button>
          )}
        </div>
      ) : (
        <Form.Control autoFocus aria-label="the line" value={typing} maxLength={2000} onChange={(e) => setTyping(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') e.currentTarget.blur()
            if (e.key === 'Escape') setTyping(undefined)
          }}
          onBlur={() => {
            set({ text: typing, as: line.as })
            setTyping(undefined)
          }}
        />
      )}
    </div>
  )
}
