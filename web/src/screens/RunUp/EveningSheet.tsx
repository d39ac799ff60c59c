// The evening on one sheet: a band each for the courses, and one of them, or a dish, a section, a
// cook, a table, a piece of equipment, opened below.
import { memo, useMemo, useState, type ReactNode } from 'react'
import type { Moved } from '../../parts/service/moved'
import { useStable } from '../../parts/stable'
import { count } from '../../parts/words'
import { Zoom } from '../../parts/Zoom'
import { Bands } from './Bands'
import { usePrinting } from '../../parts/printing'
import { Key } from './Key'
import { PaperSheet, type Paper } from './PaperSheet'
import { Opened } from './Opened'
import { kinds, type Filter } from './shown'
import type { Evening, Opening, Plan } from './types'
import { Waves } from './Waves'
import { versionOf } from './rows'

type Props = { plan: Plan; evening: Evening; opening?: Opening; open: (kind: Opening['kind'], id: string) => void; filter: Filter; moved: Moved; wide: number; widen: (n: number) => void; picked: string; pick: (id: string) => void; side: ReactNode; why: ReactNode }

export function EveningSheet({ plan, evening, opening, open, filter, moved, wide, widen, picked, pick, side, why }: Props) {
  const [light, setLight] = useState({ of: '', wave: '' })
  const lit = light.of === opening?.id ? light.wave : ''
  const setLit = useStable((wave: string) => setLight({ of: opening?.id ?? '', wave }))
  const [paper, setPaper] = useState<Paper>('A4')
  const printing = usePrinting()
  const print = (on: Paper) => {
    setPaper(on)
    requestAnimationFrame(() => window.print())
  }
  const course = opening?.kind === 'course' ? plan.courses.find((c) => c.id === opening.id) : undefined
  const own = useMemo<Filter>(() => (opening && !filter[opening.kind] ? { ...filter, [opening.kind]: opening.id } : filter), [opening, filter])
  return (
    <>
      <div className="evening-sheet">
        <Bands plan={plan} evening={evening} opening={opening} open={open} pick={pick} />
        {side}
      </div>
      {printing ? (
        <PaperSheet plan={plan} evening={evening} paper={paper} about={(c) => about(plan, c)} />
      ) : opening && (
        <div className="evening-open">
          <div className="open-head">
            <h2>{opening.name}</h2>
            <span className="quiet">{course && about(plan, course)}</span>
            <Opener evening={evening} opening={opening} open={open} />
            <Zoom wide={wide} set={widen} />
            <span className="prints tools">
              {(['A4', 'A3'] as const).map((on) => (
                <button key={on} className="btn btn-outline-dark btn-sm" onClick={() => print(on)}>
                  Print {on}
                </button>
              ))}
            </span>
            <Key />
          </div>
          <div className={`open-body${course || picked ? '' : ' alone'}`}>
            <Opened key={`${opening.kind} ${opening.id}`} plan={plan} opening={opening} filter={own} moved={moved} wide={wide} lit={course ? lit : ''} picked={picked} pick={pick} />
            {(course || picked) && (
              <div className="open-side">
                {picked && why}
                {course && <Waves plan={plan} course={course} lit={lit} light={setLit} pick={pick} />}
                {!picked && why}
              </div>
            )}
          </div>
          {!course && !picked && why}
        </div>
      )}
    </>
  )
}

// about is how many plates leave, in how many waves, and which of them are versions.
function about(plan: Plan, course: Plan['courses'][number]): string {
  const versions = new Map<string, number>()
  for (const s of plan.strands) if (plan.courses[s.course] === course && versionOf(s)) versions.set(versionOf(s), s.plates)
  return [`${count(course.plates, 'plate')} in ${count(course.sent.length, 'wave')}`, ...[...versions].map(([name, n]) => `${n} ${name}`)].join(' · ')
}

// Opener chooses what is opened.
const Opener = memo(function Opener({ evening, opening, open }: { evening: Evening; opening: Opening; open: Props['open'] }) {
  return (
    <select
      className="form-select form-select-sm w-auto tools"
      aria-label="Open"
      value={`${opening.kind} ${opening.id}`}
      onChange={(e) => {
        const [kind] = e.target.value.split(' ')
        open(kind as Opening['kind'], e.target.value.slice(kind.length + 1))
      }}
    >
      {kinds.map(([kind, called]) => {
        const list = evening.opens.filter((o) => o.kind === kind)
        return (
          list.length > 0 && (
            <optgroup key={kind} label={called}>
              {list.map((o) => (
                <option key={o.id} value={`${kind} ${o.id}`}>
                  {o.name}
                </option>
              ))}
            </optgroup>
          )
        )
      })}
    </select>
  )
})
