// A menu that is kept: its courses and times, to be served on any day.
import { useCallback, useMemo, useState } from 'react'
import { Button } from 'react-bootstrap'
import { Link } from 'wouter'
import { api, ask, type Schemas } from '../../api/client'
import { lost, menuNow, reread, useMenu } from '../../api/queries'
import { useGo } from '../../parts/address'
import { Delete } from '../../parts/Delete'
import { Undo, useDesk } from '../../parts/Desk'
import { useOnce } from '../../parts/once'
import { Serve } from '../../parts/Serve'
import { useInOrder } from '../../parts/inOrder'
import { Failed, Waiting } from '../../parts/States'
import { TypedOn } from '../../parts/Typed'
import { count, day } from '../../parts/words'
import { hourSaid, hourText } from '../../parts/service/hours'
import { ComposerContext, type Change } from './composer'
import type { Course } from '../../parts/service/composing'
import { Courses } from './Courses'

export function KeptMenu({ id }: { id: string }) {
  const menu = useMenu(id)
  if (menu.isPending) return <Waiting what="the menu" />
  if (lost(menu)) return <Failed error={menu.error} again={() => void menu.refetch()} />
  return <Sheet view={menu.data} />
}

function Sheet({ view }: { view: Schemas['MenuView'] }) {
  const desk = useDesk()
  const { menu } = view
  const screen = `menus:${menu.id}`
  const [serving, setServing] = useState(false)
  const inOrder = useInOrder()
  const change: Change = useCallback(
    (what, edit) =>
      inOrder(async () => {
        const now = await menuNow(menu.id, view)
        return desk.hand({ kind: 'menu', id: menu.id, version: now.version, screen, what, value: edit(now.menu) })
      }),
    [inOrder, desk, menu.id, view, screen],
  )
  const names = useMemo(() => new Map(view.dishes.map((d): [string, string] => [d.id, d.name])), [view.dishes])
  const composer = useMemo(() => ({ menu, readOnly: false, screen, names, change }), [menu, screen, names, change])
  return (
    <>
      <div className="page-head">
        <h1 className="typed-name">
          <TypedOn id="menu-name" label="Name of the menu" hidden value={menu.name} readOnly={false} draft={`${screen}/name`} origin={0} save={(name) => (name ? change(`${name}: renamed`, (m) => ({ ...m, name })) : Promise.resolve(false))} />
        </h1>
        <span className="quiet">
          kept menu of {count(menu.courses.length, 'course')}
          {view.services.map((s, i) => (
            <span key={s.id}>
              {i ? ', ' : ' · served '}
              <Link to={`/menu/${s.id}`}>{day(s.name, true)}</Link>
            </span>
          ))}
          {' · '}
          <Link to="/services">All menus</Link>
        </span>
        <div className="tools">
          <Undo screen={screen} />
          <CopyMenu view={view} />
          <Delete kind="menus" id={menu.id} name={menu.name} screen="services" to="/services" />
          <Button size="sm" onClick={() => setServing(true)}>
            Serve it
          </Button>
        </div>
      </div>
      <div className="kept-menu">
        <ComposerContext value={composer}>
          <Courses
            parts={{
              hour: (c) => <Hour course={c} first={menu.courses[0]?.id === c.id} screen={screen} change={change} />,
              plates: () => null,
              dish: (_, dish) => (
                <Link className="name" to={`/dish/${dish}`}>
                  {names.get(dish)}
                </Link>
              ),
            }}
          />
        </ComposerContext>
      </div>
      {serving && <Serve title={`Serve ${menu.name}`} named={menu.name} menu={menu.id} to="menu" act="Serve it" close={() => setServing(false)} />}
    </>
  )
}

function Hour({ course, first, screen, change }: { course: Course; first: boolean; screen: string; change: Change }) {
  const desk = useDesk()
  return (
    <TypedOn
      id={`hour-${course.id}`} label="at the pass" hidden hint={first ? '19:30' : '+25'} value={hourSaid(course.hour ?? '', course.after)} readOnly={false} draft={`${screen}/${course.id}/hour`} origin={0}
      save={(text) => {
        const said = text ? hourText(text) : { hour: '' }
        if (said) return change(`Time of a course: ${text || 'open'}`, (m) => ({ ...m, courses: m.courses.map((c) => (c.id === course.id ? { ...c, hour: said.hour || undefined, after: said.after } : c)) }))
        desk.say(`“${text}” is not a time. Write 20:15, or +20 after the course before.`)
        return Promise.resolve(false)
      }}
    />
  )
}

function CopyMenu({ view }: { view: Schemas['MenuView'] }) {
  const go = useGo()
  const desk = useDesk()
  const once = useOnce()
  const copy = async () => {
    try {
      const body = { name: `${view.menu.name}, copy`, courses: view.menu.courses }
      const made = await once(body, (key) => ask(api.POST('/api/menus', { params: { header: { 'Idempotency-Key': key } }, body })))
      await reread()
      go(`/menus/${made.id}`)
    } catch (error) {
      desk.say(error instanceof Error ? error.message : 'Not copied.')
    }
  }
  return (
    <Button variant="outline-dark" size="sm" onClick={() => void copy()}>
      Copy
    </Button>
  )
}
