// What is computed of a plate, one row a question: how long it may stand, how
// many at once, how much room, which contrast.
import { memo, useState, type ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { hour12, lasts } from '../../parts/words'

type Computed = Schemas['Computed']

export const Facts = memo(function Facts({ plate, name }: { plate: Computed; name: (placing: string) => string }) {
  const [first] = plate.lives
  const alone = plate.atOnce[0]
  const four = plate.atOnce[2]
  const { room, contrast } = plate
  return (
    <section className="facts-table" aria-label="What follows from it">
      {first && (
        <Fact label={`${name(first.placing)} has`} figure={lasts(first.seconds)} words={first.why}>
          {plate.lives.map((l) => (
            <div key={l.placing}>
              <b>{lasts(l.seconds)}</b> {name(l.placing)}, {l.why}
            </div>
          ))}
          <div className="quiet">Crisp on wet 4:30, on moist 5:00, on soft 20:00, frozen things by the plate: common practice. Hot food by Newton’s law of cooling from its height, 15 W/(m² K): an estimate.</div>
        </Fact>
      )}
      {alone && (
        <Fact label="At once" figure={`${alone.plates}`} words={`alone, ${four.plates} four-handed: ${alone.because}`}>
          {plate.atOnce.map((a) => (
            <div key={a.hands}>
              {a.hands === 1 ? 'alone' : `${a.hands} hands`}: <b>{a.plates}</b> at once, {a.waves} {a.waves === 1 ? 'wave' : 'waves'}, {a.because} {a.working && <span className="mono">{a.working}</span>}
            </div>
          ))}
          <div>one plate: {plate.build.map((b) => `${lasts(b.seconds)} with ${b.hands === 1 ? 'one pair of hands' : `${b.hands} pairs`}`).join(', ')}</div>
        </Fact>
      )}
      <Fact label="Room" figure={`${Math.round(room.covered * 100)} %`} words={`of the well covered; ${room.free >= 0 ? `${Math.round(room.free)} mm free all round` : `it reaches ${Math.round(-room.free)} mm over the well`}`}>
        <div>
          {Math.round(room.tallest)} mm at its highest{room.highest && `, ${name(room.highest)}`}; its weight lies {Math.round(room.distance)} mm towards {hour12(Math.round(room.hour * 2) / 2)}
          {room.eye && <>; the look goes first to {name(room.eye)}, {Math.round(room.eyeFar)} mm towards {hour12(Math.round(room.eyeHour * 2) / 2)} (an estimate)</>}; {room.working}
        </div>
      </Fact>
      <Fact label="Contrast" figure={contrast.only ? 'one crisp' : contrast.missing.length ? `nothing ${contrast.missing[0]}` : `${contrast.textures.length} textures`} words={contrast.only ? `${name(contrast.only)} is the only crisp thing: nothing may cover it` : contrast.textures.map((t) => `${t.count} ${t.name}`).join(', ')}>
        <div>colours: {contrast.colours.map((c) => `${c.name} ${Math.round(c.share * 100)} %`).join(' · ')}</div>
        {[contrast.textures, contrast.tastes, contrast.warmth].map((list, i) => (
          <div key={i}>
            {['textures', 'tastes', 'warmth'][i]}: {list.map((t) => `${t.name} ${t.count}`).join(' · ') || 'nothing said'}
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
