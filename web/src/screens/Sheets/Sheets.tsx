// Sheets: the plan as it is handed out: the service of each section on one page, its prep in order,
// the fire list of all and of each cook, and what the room must know; on the tablet, on paper, and
// as files.
import { Advice } from '../../parts/Advice'
import { Fragment, useMemo, useState } from 'react'
import type { Schemas } from '../../api/client'
import { lost, useSheets } from '../../api/queries'
import { useAddress } from '../../parts/address'
import { useHeat } from '../../parts/heat'
import { MovedLine, WasAt } from '../../parts/service/MovedLine'
import { useMoved, type Moved } from '../../parts/service/moved'
import { Planning } from '../../parts/Planning'
import { Bracket, Empty, Failed } from '../../parts/States'
import { clock, count, day, duration, toldOnce } from '../../parts/words'
import { PrepSheet } from './PrepSheet'
import { RoomSheet } from './RoomSheet'
import { ServiceSheet } from './ServiceSheet'
import { pageAt, pagesOf } from './pages'
import { usePrinting } from '../../parts/printing'
import { Decides } from '../../parts/Decides'
import { Told } from '../../parts/Holds'

type View = Schemas['SheetsView']
type Call = View['calls'][number]

export function Sheets({ id }: { id: string }) {
  const sheets = useSheets(id)
  if (sheets.isPending) return <Planning id={id} />
  if (lost(sheets)) return <Failed error={sheets.error} again={() => void sheets.refetch()} />
  if (sheets.data.planning && sheets.data.calls.length === 0) return <Planning id={id} />
  return <Sheet view={sheets.data} />
}

function Sheet({ view }: { view: View }) {
  const [params, setParams] = useAddress()
  const pick = params.get('for') ?? 'all'
  const groups = choicesOf(view)
  const name = [...whole, ...groups.flatMap(([, list]) => list)].find(([key]) => key === pick)?.[1] ?? ''
  const turn = (to: string) => setParams(to === 'all' ? {} : { for: to }, { replace: true })
  const moved = useMoved(view.service, useMemo(() => view.calls.map((c) => ({ id: c.id, start: c.start, who: c.who })), [view]))
  return (
    <>
      <div className="page-head">
        <h1>{name}</h1>
        <span className="quiet">
          {view.name}, {day(view.day)}
        </span>
        <div className="tools">
          <div className="choices" role="group" aria-label="Sheet">
            {whole.map(([key, label]) => (
              <button key={key} aria-pressed={pick === key} onClick={() => turn(key)}>
                {label}
              </button>
            ))}
          </div>
          <select className="form-select form-select-sm w-auto" aria-label="Sheet for" value={whole.some(([key]) => key === pick) ? '' : pick} onChange={(e) => turn(e.target.value || 'all')}>
            <option value="">a section or cook</option>
            {groups.map(
              ([group, list]) =>
                list.length > 0 && (
                  <optgroup key={group} label={group}>
                    {list.map(([key, label]) => (
                      <option key={key} value={key}>
                        {label}
                      </option>
                    ))}
                  </optgroup>
                ),
            )}
          </select>
          <Files view={view} pick={pick} />
          <button className="btn btn-primary" onClick={() => window.print()}>
            Print
          </button>
        </div>
      </div>
      <div className="plan-state">
        {timed(pick) && <MovedLine service={view.service} moved={moved} />}
        {!view.past && <Planning id={view.service} shown={!view.planning} />}
      </div>
      {view.message && <Bracket what={view.message} />}
      {timed(pick) && <Told list={view.told} />}
      {pick !== 'room' && view.open.length > 0 && (
        <Bracket what="Not planned, and on no sheet:">
          {view.open.map((text) => (
            <div key={text}>{text}</div>
          ))}
        </Bracket>
      )}
      <Body view={view} pick={pick} moved={moved} />
    </>
  )
}

// whole are the sheets of the whole kitchen.
const whole: [string, string][] = [
  ['all', 'Fire list'],
  ['prep', 'Prep'],
  ['room', 'The room'],
]

// choicesOf are the sheets of one section, or of one cook.
function choicesOf(view: View): [string, [string, string][]][] {
  return [
    ['above the stove', view.serviceSheets.map((s) => [`section:${s.section}`, `${s.name}: service`])],
    ['prep', [...new Map(view.prep.flatMap((d) => d.sections.map((s) => [s.section, s.name] as const)))].map(([id, name]) => [`prep:${id}`, `${name}: prep`])],
    ['fire list of', view.cooks.map((c) => [`cook:${c.id}`, c.name])],
  ]
}

// timed tells whether a sheet goes by the clock, step by step.
const timed = (pick: string) => pick === 'all' || pick.startsWith('cook:')

function Body({ view, pick, moved }: { view: View; pick: string; moved: Moved }) {
  const [kind, id] = pick.split(':')
  const nothing = <Empty title="Nothing on this sheet">Choose another sheet above.</Empty>
  if (kind === 'room') return <RoomSheet room={view.room} />
  if (kind === 'section') {
    const sheet = view.serviceSheets.find((s) => s.section === id)
    return sheet ? <ServiceSheet sheet={sheet} /> : nothing
  }
  if (kind === 'prep') {
    const days = view.prep.map((d) => ({ ...d, sections: d.sections.filter((s) => id === undefined || s.section === id) })).filter((d) => d.sections.length > 0)
    return days.length > 0 ? <PrepSheet days={days} named={id === undefined} /> : nothing
  }
  const calls = picked(view, pick)
  return calls.length === 0 ? nothing : <Pages key={pick} calls={calls} moved={moved} mine={kind === 'cook'} />
}

function picked(view: View, pick: string): Call[] {
  const [kind, id] = pick.split(':')
  if (kind === 'cook') return view.calls.filter((c) => c.cooks.includes(id))
  return view.calls
}

function Files({ view, pick }: { view: View; pick: string }) {
  const [kind, id] = pick.split(':')
  const query = kind === 'cook' || kind === 'section' ? `?${kind}=${encodeURIComponent(id)}` : ''
  const at = `/api/services/${encodeURIComponent(view.service)}`
  return (
    <span className="files">
      Export:{' '}
      <a href={`${at}/calendar.ics${query}`}>iCal</a> <a href={`${at}/fire.csv${query}`}>CSV</a> <a href={`${at}/run-up.svg`}>SVG</a>
    </span>
  )
}

// onePage is how many lines stand on the tablet at a time.
const onePage = 60

// Pages show a long sheet a stretch of the clock at a time; on paper it is whole.
function Pages({ calls, moved, mine }: { calls: Call[]; moved: Moved; mine: boolean }) {
  const [params, setParams] = useAddress()
  const [opened] = useState(() => Date.now())
  const printing = usePrinting()
  const pages = pagesOf(calls, onePage)
  const said = Number(params.get('page')) - 1
  const at = pages[said] ? said : pageAt(pages, opened)
  if (pages.length === 1 || printing) return <Calls calls={calls} moved={moved} mine={mine} />
  const turn = (to: number) => {
    setParams({ ...Object.fromEntries(params), page: String(to + 1) }, { replace: true })
    window.scrollTo(0, 0)
  }
  return (
    <>
      <div className="choices sheet-pages" role="group" aria-label="Part of the sheet">
        {pages.map((p, i) => (
          <button key={p.name} aria-pressed={i === at} onClick={() => turn(i)}>
            {p.name}
          </button>
        ))}
      </div>
      <Calls calls={pages[at].lines} moved={moved} mine={mine} />
      {pages[at + 1] && (
        <button className="btn btn-outline-dark my-3" onClick={() => turn(at + 1)}>
          Then: {pages[at + 1].name}
        </button>
      )}
    </>
  )
}

// Calls are lines in the order of the clock, a day under its name.
function Calls({ calls, moved, mine }: { calls: Call[]; moved: Moved; mine: boolean }) {
  const heat = useHeat()
  const care = toldOnce(calls.map((c) => c.care ?? []))
  return (
    <>
    <table className="call-sheet">
      <tbody>
        {calls.map((c, i) => (
          <Fragment key={c.id}>
            {(i === 0 || calls[i - 1].start.slice(0, 10) !== c.start.slice(0, 10)) && (
              <tr className="call-day">
                <th colSpan={4} scope="rowgroup">
                  {day(c.start.slice(0, 10))}
                </th>
              </tr>
            )}
            <tr>
              <td className="clock call-at">
                {clock(c.start, seconds(c))}
                <WasAt moved={moved} id={c.id} />
              </td>
              <td>
                <span className="call-what">
                  {c.what}
                  {c.setting !== undefined && <b> {heat(c.setting)}</b>}
                </span>
                {(c.tables?.length ?? 0) > 0 && <span className="call-tables">{c.tables!.join(', ')}</span>}
                {(c.mind ?? []).map((m) => (
                  <div key={m} className="call-mind">
                    {m}
                  </div>
                ))}
                {c.until && <div className="quiet">until: {c.until}</div>}
                <Advice words={c.words} />
                {care[i].map((k) => (
                  <div key={k} className="care">
                    {k}
                  </div>
                ))}
              </td>
              <td className="call-with">
                {!mine && <div>{c.who.join(', ') || (c.unattended ? 'unattended' : c.with.length > 0 ? 'no cook free' : '')}</div>}
                <div className="quiet">{[...c.with, c.portions ? count(c.portions, 'portion') : ''].filter(Boolean).join(', ')}</div>
                {c.next && <div className="quiet">then {c.next}</div>}
                {c.help && <div>{c.help}</div>}
              </td>
              <td className="clock call-lasts">{c.end !== c.start && duration((Date.parse(c.end) - Date.parse(c.start)) / 1000)}</td>
            </tr>
          </Fragment>
        ))}
      </tbody>
    </table>
    {calls.some((c) => (c.care?.length ?? 0) > 0) && <Decides />}
    </>
  )
}

// seconds are told wherever there are any, so that begin and length add up to the end.
const seconds = (c: Call) => c.start.slice(17, 19) !== '00'
