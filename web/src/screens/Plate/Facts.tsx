// What is computed of a plate, one row a question: how long it may stand, how
// many at once, how much room, which contrast.
import { memo, useState, type ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { count, hour12, lasts } from '../../parts/words'

type Computed = Schemas['Computed']

export const Facts = memo(function Facts({ plate, name }: { plate: Computed; name: (placing: string) => string }) {
  const [first] = plate.lives
  const alone = plate.atOnce[0]
  const three = plate.atOnce[2]
  const { room, contrast } = plate
  return (
    <section className="facts-table" aria-label="What follows from it">
      {first && (
        <Fact label={`${name(first.placing)} good for`} figure={lasts(first.seconds)} words={first.why}>
          {plate.lives.map((l) => (
            <div key={l.placing}>
              <b>{lasts(l.seconds)}</b> {name(l.placing)}, {l.why}
            </div>
          ))}
          <div className="quiet">Estimates: crisp lasts 4½ min on wet, 5 on moist, 20 on soft; frozen food by the plate; hot food by its height (Newton’s law of cooling, 15 W/(m² K)).</div>
        </Fact>
      )}
      {alone && (
        <Fact label="At a time" figure={`${alone.plates}`} words={`step by step, ${alone.each} plate after plate, one cook; ${three.plates} or ${three.each} with three cooks: ${alone.plates >= alone.each ? alone.because : alone.eachBy}`}>
          {plate.atOnce.map((a) => (
            <div key={a.hands}>
              {count(a.hands, 'cook')}: <b>{a.plates}</b> step by step, {count(a.waves, 'wave')}, {a.because} {a.working && <span className="mono">{a.working}</span>}; <b>{a.each}</b> plate after plate, {a.eachBy}
            </div>
          ))}
          <div>one plate: {plate.build.map((b) => `${lasts(b.seconds)} with ${count(b.hands, 'cook')}`).join(', ')}</div>
        </Fact>
      )}
      <Fact label="Space" figure={`${Math.round(room.covered * 100)} %`} words={`of the well covered; ${room.free >= 0 ? `${Math.round(room.free)} mm free all round` : Math.round(-room.free) === 0 ? 'up to the rim' : `${Math.round(-room.free)} mm over the well`}`}>
        <div>
          {Math.round(room.tallest)} mm high{room.highest && ` (${name(room.highest)})`}; visual weight {Math.round(room.distance)} mm to {hour12(Math.round(room.hour * 2) / 2)}
          {plate.facts.map((f) => (
            <div key={f.placing + f.what}>{f.what}</div>
          ))}
          {room.eye && <>; eye goes to {name(room.eye)} first, {Math.round(room.eyeFar)} mm to {hour12(Math.round(room.eyeHour * 2) / 2)} (an estimate)</>}; {room.working}
        </div>
      </Fact>
      <Fact label="Contrast" figure={contrast.only ? 'one crisp' : contrast.missing.length ? `no ${contrast.missing[0]}` : `${contrast.textures.length} textures`} words={contrast.only ? `${name(contrast.only)} is the only crisp element: keep it clear` : contrast.textures.map((t) => `${t.count} ${t.name}`).join(', ')}>
        <div>colours: {contrast.colours.map((c) => `${c.name} ${Math.round(c.share * 100)} %`).join(' · ')}</div>
        {[contrast.textures, contrast.tastes, contrast.warmth].map((list, i) => (
          <div key={i}>
            {['textures', 'tastes', 'warmth'][i]}: {list.map((t) => `${t.name} ${t.count}`).join(' · ') || 'none set'}
          </div>
        ))}
      </Fact>
    </section>
  )
})

function Fact({ label, figure, words, children }: { label: string; figure: string; words: string; children: ReactNode }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button className="fact" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="quiet">{label}</span>
        <b>{figure}</b>
        <span className="small">{words}</span>
      </button>
      {open && <div className="opened">{children}</div>}
    </>
  )
}
