// A task of the mise: a large box to tick, what and how much, and its place in
// time. Opened, it shows what is weighed, where it can hurt, and who ticked.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { tick, type Tick } from '../../api/outbox'
import { Unreachable, type Schemas } from '../../api/client'
import { off, round } from '../../parts/amounts'
import { FieldError, measure } from '../../parts/reading'
import { clock, day, spoken } from '../../parts/words'
import { marksOf, type Axis } from './strip'

type Task = Schemas['Task']
type Props = { task: Task; number: number; axis: Axis; service: string; held: Tick[]; label: () => void }

const moment = (at: string) => `${day(at.slice(0, 10), true)} ${clock(at, false)}`

export function TaskRow({ task, number, axis, service, held, label }: Props) {
  const [open, setOpen] = useState(false)
  const waits = held.some((t) => t.act === 'made')
  const done = task.done || (waits && !task.still)
  const left = task.ticks.length > 0 ? task.missing : task.make
  return (
    <div className="task" data-done={done}>
      <button className="tick-box" role="checkbox" aria-checked={done} aria-label={`${task.name} made, ${round(left)}`} onClick={() => (done ? setOpen(true) : tick(service, { task: task.id, act: 'made', amount: left }))}>
        {done && '✓'}
      </button>
      <button className="task-name" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="number mono">{number}</span> <b>{task.name}</b> <span className="quiet">{task.what}</span>
      </button>
      <Figure task={task} />
      <div className="task-facts">
        <Facts task={task} />
        {waits && <span className="understood"> ticked, not sent yet</span>}
        {task.still && <span className="gap ms-2">{task.still} to make</span>}
        {task.twice && <span className="care">{task.twice}</span>}
        {task.outs.map((o) => (
          <OutTick key={o.id} out={o} made={task.name} service={service} held={held.findLast((t) => t.task === o.id)?.act} done={done} />
        ))}
        {task.cautions.map((c) => (
          <span key={c} className="care">
            {c}
          </span>
        ))}
      </div>
      {!done && <Strip task={task} axis={axis} />}
      {open && <Opened task={task} service={service} held={held} label={label} />}
    </div>
  )
}

// OutTick is what must come out of it again: counted, and ticked.
function OutTick({ out, made, service, held, done }: { out: Schemas['Out']; made: string; service: string; held?: Tick['act']; done: boolean }) {
  const who = out.ticks.at(-1)
  const isOut = held ? held !== 'back' : who !== undefined
  return (
    <button className={`take-out${done && !isOut ? ' open' : ''}`} role="checkbox" aria-checked={isOut} aria-label={`${made}: ${out.what} out`} onClick={() => (isOut ? who && tick(service, { task: out.id, act: 'back', of: who.id }) : tick(service, { task: out.id, act: 'visit' }))}>
      <i aria-hidden>{isOut && '✓'}</i>
      <b>{out.what}</b> {isOut ? <>out{who && `, ${clock(who.at, false)} by ${who.who}`}</> : <>out at {out.step}</>}
    </button>
  )
}

// Figure is how much; the other unit is one tap away.
function Figure({ task }: { task: Task }) {
  const [swapped, setSwapped] = useState(false)
  return (
    <button className="figure" disabled={!task.other} onClick={() => setSwapped(!swapped)} title={task.other ? 'Show the other unit' : undefined}>
      {swapped ? task.other : task.figure}
    </button>
  )
}

function Facts({ task }: { task: Task }) {
  const who = task.ticks.at(-1)
  if (task.done && who) {
    return (
      <>
        made {round(task.made)}, {clock(who.at, false)} by {who.who}
        {task.keeps && <> · keeps until {moment(task.keeps)}</>}
      </>
    )
  }
  const facts = [task.container, task.start ? `${task.planned ? 'start' : 'start by'} ${clock(task.start, false)}` : 'not planned: gap before it', task.by && `needed ${moment(task.by)}`, task.keepsFor && `keeps ${spoken(task.keepsFor)}${task.place ? `, ${task.place}` : ''}`, `for ${task.dishes.join(', ')}`]
  return (
    <>
      {task.par && (
        <span className="stand mono">
          have <b>{task.have}</b> · par <b>{task.par}</b> · make <b>{task.figure}</b>
          <br />
        </span>
      )}
      {facts.filter(Boolean).join(' · ')}
      {task.waiting.length > 0 && <b> · needed before {task.waiting.join(', ')}</b>}
    </>
  )
}

// Strip is the task in time: solid while it is made, a thin line as long as it
// keeps, closed by a bracket where it must be used; blue, where it is wanted.
function Strip({ task, axis }: { task: Task; axis: Axis }) {
  const m = marksOf(task, axis)
  if (!m) return null
  const percent = (n: number) => `${n}%`
  const words = [task.start && `from ${moment(task.start)}`, task.by && `needed ${moment(task.by)}`, task.keeps && `keeps until ${moment(task.keeps)}`].filter(Boolean).join(', ')
  return (
    <div className="task-strip" role="img" aria-label={words}>
      {m.keeps !== undefined && <i className={m.ends ? 'keeps ends' : 'keeps'} style={{ left: percent(m.work[1]), width: percent(Math.max(0, m.keeps - m.work[1])) }} />}
      <i className="work" style={{ left: percent(m.work[0]), width: percent(m.work[1] - m.work[0]) }} />
      {m.by !== undefined && <i className="by" style={{ left: percent(m.by) }} />}
    </div>
  )
}

function Opened({ task, service, held, label }: { task: Task; service: string; held: Tick[]; label: () => void }) {
  const [amount, setAmount] = useState('')
  const [wrong, setWrong] = useState('')
  const tickSome = async () => {
    try {
      const a = await measure('amount', amount).catch((error: unknown) => {
        const plain = error instanceof Unreachable ? plainly(amount) : undefined
        if (!plain) throw error
        return plain
      })
      if (!a) return setWrong('How much?')
      setAmount('')
      setWrong('')
      tick(service, { task: task.id, act: 'made', amount: a })
    } catch (error) {
      setWrong(error instanceof FieldError ? error.message : 'Offline: write 150 g, 1.2 kg, 200 ml, 2 l or 3.')
    }
  }
  return (
    <div className="opened">
      <div className="mono">{task.working}</div>
      {task.weigh.map((w) => (
        <div key={w.id + w.line}>
          <b>{w.text}</b> {w.line} {w.start && <b className="care-word">start with {w.start}, taste </b>}<span className="quiet mono">= {w.working}</span> {off(w.off) && <span className="quiet">(rounded, {off(w.off)})</span>}
        </div>
      ))}
      <div>{task.unknown ? <span className="gap">allergens not all known</span> : null} {task.allergens.length > 0 && <b>contains {task.allergens.join(', ')}</b>}</div>
      {task.why && <div className="quiet">Why here: {task.why}</div>}
      {task.ticks.map((t) => (
        <div key={t.id} className="d-flex gap-3">
          <span>
            {round(t.amount!)} by {t.who}, {moment(t.at)}
          </span>
          {!held.some((h) => h.of === t.id) && (
            <button className="plain-button" onClick={() => tick(service, { task: task.id, act: 'back', of: t.id })}>
              Undo
            </button>
          )}
        </div>
      ))}
      <form
        className="task-amount"
        onSubmit={(e) => {
          e.preventDefault()
          void tickSome()
        }}
      >
        <Form.Control aria-label={`${task.name}, amount made`} placeholder={task.figure} value={amount} onChange={(e) => setAmount(e.target.value)} isInvalid={wrong !== ''} autoComplete="off" />
        <Button type="submit">Record amount</Button>
        <Button variant="outline-dark" onClick={label}>
          Label
        </Button>
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </form>
    </div>
  )
}

// plainly reads the plainest of amounts, for a tablet that reaches nobody.
function plainly(text: string): Schemas['Amount'] | undefined {
  const said = /^\s*(\d+(?:[.,]\d+)?)\s*(g|kg|ml|l|)\s*$/i.exec(text)
  return said ? { quantity: Number(said[1].replace(',', '.')), unit: (said[2].toLowerCase() || 'piece') as Schemas['Amount']['unit'] } : undefined
}

type VisitProps = { visit: Schemas['Visit']; service: string; held: boolean }

/** VisitRow is a hand that is wanted on the way, in its hour. */
export function VisitRow({ visit, service, held }: VisitProps) {
  const done = visit.ticks.length > 0 || held
  return (
    <div className="task visit" data-done={done}>
      <button className="tick-box" role="checkbox" aria-checked={done} aria-label={`${visit.name}: ${visit.what}`} disabled={done} onClick={() => tick(service, { task: visit.id, act: 'visit' })}>
        {done && '✓'}
      </button>
      <div className="task-name">
        <span className="clock">{clock(visit.at, false)}</span> <b>{visit.what}</b> <span className="quiet">{visit.name}</span>
      </div>
      <span className="figure small">{spoken(visit.for)}</span>
      {visit.ticks.length > 0 && <div className="task-facts">by {visit.ticks.map((t) => `${t.who}, ${clock(t.at, false)}`).join(' · ')}</div>}
    </div>
  )
}
