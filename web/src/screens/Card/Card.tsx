// The build card on the section's tablet: first what must stand ready, then one
// placing at a time, very large, and at the end the plate is sent, or sent back
// with the reason.
import { useEffect, useState } from 'react'
import { Link } from 'wouter'
import { api, ask, type Schemas } from '../../api/client'
import { lost, useDish, usePhoto } from '../../api/queries'
import { Advice } from '../../parts/Advice'
import { useOnce } from '../../parts/once'
import { Empty, Failed, Waiting } from '../../parts/States'
import { useDesk } from '../../parts/Desk'
import { pressable } from '../../parts/pressed'
import { Drawing } from '../../parts/plate/Drawing'
import { standing } from '../../parts/plate/standing'
import { Patterns } from '../../parts/plate/Side'

type View = Schemas['DishView']

export function Card({ id }: { id: string }) {
  const dish = useDish(id)
  if (dish.isPending) return <Waiting what="the card" />
  if (lost(dish)) return <Failed error={dish.error} again={() => void dish.refetch()} />
  return <Sheet view={dish.data} />
}

function Sheet({ view }: { view: View }) {
  const { placings } = view.dish.plate
  const [at, setAt] = useState(0) // 0: the roll-call; n + 1: the check
  const last = placings.length + 1
  const go = (to: number) => setAt(Math.min(last, Math.max(0, to)))
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (pressable(e.target) && e.key === ' ') return // it presses what has the focus
      if (e.key === 'ArrowRight' || e.key === ' ') go(at + 1)
      else if (e.key === 'ArrowLeft') go(at - 1)
      else return
      e.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  if (placings.length === 0) return <Empty title="Nothing is placed yet">Add placings on Plate first.</Empty>
  return (
    <div className="build-card">
      <Patterns />
      <div className="build-head">
        <h1>
          <Link to={`/plate/${view.dish.id}`}>{view.dish.name}</Link>
        </h1>
        <span className="quiet">{at === 0 ? 'before the first plate' : at === last ? 'at the pass' : `${at} of ${placings.length}`}</span>
      </div>
      {at === 0 && <RollCall view={view} />}
      {at > 0 && at < last && <Step view={view} number={at} />}
      {at === last && <Check view={view} again={() => setAt(1)} />}
      <div className="build-moves">
        <button disabled={at === 0} onClick={() => go(at - 1)}>
          Back
        </button>
        {at < last && (
          <button className="forth" onClick={() => go(at + 1)}>
            {at === 0 ? 'Build' : at === last - 1 ? 'To the pass' : 'Next'}
          </button>
        )}
      </div>
    </div>
  )
}

const nameOf = (view: View, component: string) => view.components.find((c) => c.component.id === component)?.component.name ?? component

function RollCall({ view }: { view: View }) {
  const { plate } = view.dish
  const once = (list: string[]) => [...new Set(list.filter(Boolean))]
  const rows: [string, string[]][] = [
    ['food', once(plate.placings.map((p) => nameOf(view, p.component)))],
    ['tools', once(plate.placings.flatMap((p) => (p.tool ?? '').split(',').map((t) => t.trim())))],
    ['ware', once([[plate.ware.name, plate.ware.note].filter(Boolean).join(', '), ...(plate.formers ?? []).map((f) => `${f.have} × ${f.name}`)])],
  ]
  const outs = view.components.flatMap((c) => c.words.flatMap((s) => s.words.filter((w) => w.when === 'out').map((w) => ({ of: c.component.name, what: w.then }))))
  return (
    <div className="roll-call">
      {outs.length > 0 && (
        <section aria-label="out before the plate">
          <h2>out, before the plate</h2>
          {outs.map((o) => (
            <Counted key={o.of + o.what} {...o} />
          ))}
        </section>
      )}
      {rows.map(([what, list]) => (
        <section key={what} aria-label={what}>
          <h2>{what}</h2>
          {list.map((t) => (
            <p key={t}>{t}</p>
          ))}
        </section>
      ))}
    </div>
  )
}

// Counted is what comes out of something before it is on the plate: pressed when it is out.
function Counted({ of, what }: { of: string; what: string }) {
  const [out, setOut] = useState(false)
  return (
    <button className="take-out" role="checkbox" aria-checked={out} onClick={() => setOut(!out)}>
      <i aria-hidden>{out && '✓'}</i>
      <span>
        <b>{what}</b>
        <br />
        {of}
      </span>
    </button>
  )
}

// Step is one placing: what and how much is the loudest.
function Step({ view, number }: { view: View; number: number }) {
  const p = view.dish.plate.placings[number - 1]
  const { drawing } = view.plate
  const shape = drawing.shapes[number - 1]
  const so = { ...drawing, shapes: drawing.shapes.slice(0, number) }
  return (
    <div className="build-step">
      <div>
        <div className="what">{nameOf(view, p.component)}</div>
        <div className="much">{shape.much} {shape.off && <span className="off">{shape.off}</span>}</div>
        <div className="how">
          {shape.hand}
          <br />
          {shape.anchor}
        </div>
        <details className="with">
          <summary>{p.seconds}&nbsp;s · in mm</summary>
          {shape.words} · {shape.place}
        </details>
        {p.notEaten && <span className="care">Not eaten: tell the guest.</span>}
        {p.stands && <div className="with">{standing(p.stands)}</div>}
        {p.cue && <div className="with">until {p.cue}</div>}
        {view.dish.plate.placings.findIndex((o) => o.component === p.component) === number - 1 &&
          view.components.find((c) => c.component.id === p.component)?.words.map((s) => (
            <section key={s.step} className="with" aria-label={s.step}>
              {s.step}
              <Advice words={s.words} />
            </section>
          ))}
      </div>
      <Drawing drawing={so} picked={p.id} pick={() => {}} move={() => {}} />
    </div>
  )
}

const reasons = ['rim smeared', 'cold', 'not as drawn', 'something is missing', 'too much', 'too little', 'underdone', 'overdone']

// Check is the plate at the pass: sent, or sent back and why, in two taps.
function Check({ view, again }: { view: View; again: () => void }) {
  const desk = useDesk()
  const [back, setBack] = useState(false)
  const [busy, setBusy] = useState(false)
  const once = useOnce()
  const decide = async (sent: boolean, reason?: string) => {
    setBusy(true)
    try {
      const what = { sent, ...(reason ? { reason } : {}) }
      await once(what, (id) => ask(api.POST('/api/dishes/{id}/checks', { params: { path: { id: view.dish.id } }, body: { id, ...what } }).then((a) => ({ ...a, data: a.data ?? {} }))))
      again()
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not saved.')
      setBusy(false)
    }
  }
  const finish = view.dish.plate.finish ?? []
  const photo = usePhoto(view.dish.id)
  return (
    <div className="build-check">
      {photo.data?.there && <img className="build-photo" src={photo.data.address} alt="How it should look" />}
      {!back && finish.map((f) => <p key={f.text}>{f.text}</p>)}
      {!back && (
        <div className="build-moves">
          <button className="forth" disabled={busy} onClick={() => void decide(true)}>
            Send
          </button>
          <button disabled={busy} onClick={() => setBack(true)}>
            Send back
          </button>
        </div>
      )}
      {back && (
        <>
          <h2>What is wrong?</h2>
          <div className="reasons">
            {reasons.map((r) => (
              <button key={r} disabled={busy} onClick={() => void decide(false, r)}>
                {r}
              </button>
            ))}
          </div>
        </>
      )}
    </div>
  )
}
