// Menu: what is served when, to how many, and whether it holds together.
import { useCallback, useMemo } from 'react'
import { lost, serviceNow, useRunUp, useService } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { useInOrder } from '../../parts/inOrder'
import { Failed, Waiting } from '../../parts/States'
import { Typed, type Origin } from '../../parts/Typed'
import { clock, day, count } from '../../parts/words'
import { hourSaid, hourText } from '../../parts/service/hours'
import { ServiceHead } from '../../parts/service/Head'
import { ComposerContext, type Change } from './composer'
import { inPlaceOf, setPlates, type Course, type Service } from '../../parts/service/composing'
import { Courses } from './Courses'
import { DishFacts, type Line } from './DishFacts'
import { Together } from './Together'
import type { View } from '../../parts/service/types'

export function Menu({ id }: { id: string }) {
  const service = useService(id)
  if (service.isPending) return <Waiting what="the menu" />
  if (lost(service)) return <Failed error={service.error} again={() => void service.refetch()} />
  return <Sheet view={service.data} />
}

function Sheet({ view }: { view: View }) {
  const desk = useDesk()
  const { service, version, menu, readOnly } = view
  const screen = `menu:${service.id}`
  const hand = useCallback((what: string, value: Service, from = version) => desk.hand({ kind: 'service', id: service.id, version: from, screen, what, value }), [desk, service.id, version, screen])
  const inOrder = useInOrder()
  const change: Change = useCallback(
    (what, edit, replaced) =>
      inOrder(async () => {
        const now = await serviceNow(service.id, view)
        const own = edit({ ...now.menu, id: service.id, name: now.service.name })
        const value = replaced ? inPlaceOf(now.service, replaced.from, replaced.to) : now.service
        return desk.hand({ kind: 'service', id: service.id, version: now.version, screen, what, value: { ...value, own }, fit: true })
      }),
    [inOrder, desk, screen, view, service.id],
  )
  const names = useMemo(() => new Map(view.rows.flatMap((r) => r.dishes.map((d): [string, string] => [d.dish, d.name]))), [view.rows])
  const composer = useMemo(() => ({ menu, readOnly, screen, names, change }), [menu, readOnly, screen, names, change])
  const lines = new Map(view.rows.flatMap((r) => r.dishes.map((d): [string, Line] => [d.dish, d])))
  return (
    <>
      <ServiceHead view={view} screen={screen} />
      <div className="menu-screen">
        <ComposerContext value={composer}>
          <Courses
            parts={{
              hour: (c) => <Hour view={view} course={c} hand={hand} />,
              plates: (c, dish) => <Plates view={view} course={c} dish={dish} name={names.get(dish) ?? dish} hand={hand} />,
              dish: (c, dish) => (lines.has(dish) ? <Dish view={view} course={c} line={lines.get(dish)!} hand={hand} /> : <span className="name">{dish}</span>),
            }}
          />
        </ComposerContext>
        <Together view={view} />
      </div>
    </>
  )
}

type Hand = (what: string, value: Service, from?: number) => Promise<boolean>
type PartProps = { view: View; course: Course; hand: Hand }

// Hour is that of a course: fixed, or so many minutes after the one before.
function Hour({ view, course, hand }: PartProps) {
  const desk = useDesk()
  const c = view.service.courses.find((o) => o.course === course.id)
  const row = view.rows.find((r) => r.course === course.id)
  const origin: Origin = { service: view.service, version: view.version }
  return (
    <>
      <Typed
        id={`hour-${course.id}`} label={`${row?.name ?? 'course'}, at the pass`} hidden value={hourSaid(c?.hour ?? '', c?.after)} readOnly={view.readOnly} draft={`${view.service.id}/${course.id}/hour-or-after`} origin={origin}
        save={(text, from) => {
          const said = hourText(text)
          if (said) return hand(`${row?.name} ${said.after ? `${said.after} min after the course before` : `at ${said.hour}`}`, { ...from.service, courses: from.service.courses.map((o) => (o.course === course.id ? { ...o, hour: said.hour, after: said.after } : o)) }, from.version)
          desk.say(`“${text}” is not a time. Write 20:15, or +20 after the course before.`)
          return Promise.resolve(false)
        }}
      />
      {c?.after && <span className="clock small quiet">{row?.hour}</span>}
    </>
  )
}

const figure = /^\d{1,4}$/

function Plates({ view, course, dish, name, hand }: PartProps & { dish: string; name: string }) {
  const desk = useDesk()
  const c = view.service.courses.find((o) => o.course === course.id)
  const plates = c?.covers.find((n) => n.dish === dish && !n.version)?.plates ?? 0
  return (
    <div className="plates">
      <Typed
        id={`plates-${dish}`} label={`${name}, plates`} hidden value={String(plates)} readOnly={view.readOnly || (view.service.tables ?? []).length > 0} type="number" draft={`${view.service.id}/${course.id}/${dish}`} origin={{ service: view.service, version: view.version }}
        save={(text, from) => {
          if (figure.test(text)) return hand(`${name}: ${count(Number(text), 'plate')}`, setPlates(from.service, course, dish, '', Number(text)), from.version)
          desk.say(`Plates: “${text}” is not a number.`)
          return Promise.resolve(false)
        }}
      />
    </div>
  )
}

function Dish({ view, course, line, hand }: PartProps & { line: Line }) {
  const desk = useDesk()
  const runUp = useRunUp(view.service.id)
  const { service } = view
  const first = runUp.data?.runUp.bars.filter((b) => b.for.includes(line.dish) || b.dish.split('~')[0] === line.dish).reduce<string | undefined>((min, b) => (!min || b.start < min ? b.start : min), undefined)
  const begins = first && `${first.slice(0, 10) === service.day ? '' : day(first.slice(0, 10), true) + ' '}${clock(first, false)}`
  return (
    <DishFacts
      line={line} begins={begins} readOnly={view.readOnly} seated={(service.tables ?? []).length > 0} draft={`${service.id}/${course.id}/${line.dish}`}
      plates={(text, v) => {
        if (figure.test(text)) return hand(`${line.name}, ${v.name}: ${count(Number(text), 'plate')}`, setPlates(service, course, line.dish, v.id, Number(text)))
        desk.say(`Plates: “${text}” is not a number.`)
        return Promise.resolve(false)
      }}
      choose={(s, condition) => {
        const rest = (service.conditions ?? []).filter((c) => c.component !== s.component)
        void hand(`${s.of}: ${s.options.find((o) => o.id === condition)?.name ?? 'as usual'}`, { ...service, conditions: condition ? [...rest, { component: s.component, condition }] : rest })
      }}
    />
  )
}
