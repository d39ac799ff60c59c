// The courses of a menu while it is composed: when each is, its dishes, and how many of each.
import { useMemo, useState, type ReactNode } from 'react'
import { AddDish } from './AddDish'
import { useCarry, type Grip, type Slot } from './carry'
import { addCourse, addDish, moveCourse, nameCourse, onMenu, placeDish, removeCourse, removeDish, replaceDish, stepDish, type Course } from '../../parts/service/composing'
import { named, useComposer, type Composer } from './composer'
import { TypedOn } from '../../parts/Typed'

type Parts = { hour: (course: Course) => ReactNode; plates: (course: Course, dish: string) => ReactNode; dish: (course: Course, dish: string) => ReactNode }

export function Courses({ parts }: { parts: Parts }) {
  const composer = useComposer()
  const { menu, readOnly } = composer
  const { grip, carried, over } = useCarry(...acts(composer))
  return (
    <div className="courses">
      {menu.courses.map((c, i) => (
        <CourseBox key={c.id} course={c} at={i} parts={parts} grip={grip} over={over} carried={carried?.id} />
      ))}
      {!readOnly && <NewCourse />}
    </div>
  )
}

// acts are what the grips do, as useCarry asks for them.
function acts(c: Composer): Parameters<typeof useCarry> {
  const { menu, names, change } = c
  const called = (kind: Slot['kind'], id: string) => (kind === 'dish' ? (names.get(id) ?? id) : named(c, id))
  const place = (id: string) => menu.courses.findIndex((o) => o.id === id)
  return [
    (kind, id, to) => {
      const from = kind === 'course' ? { course: id, at: place(id) } : { course: menu.courses.find((o) => o.dishes.includes(id))!.id, at: menu.courses.flatMap((o) => (o.dishes.includes(id) ? o.dishes.indexOf(id) : [])).at(0)! }
      const at = to.at - ((kind === 'course' || from.course === to.course) && from.at < to.at ? 1 : 0)
      if (kind === 'course' ? at === from.at : from.course === to.course && at === from.at) return
      void change(`${called(kind, id)} moved`, (m) => (kind === 'course' ? moveCourse(m, id, at) : placeDish(m, id, to.course, at)))
    },
    (kind, id, by) => void change(`${called(kind, id)} moved`, (m) => (kind === 'course' ? moveCourse(m, id, m.courses.findIndex((o) => o.id === id) + by) : stepDish(m, id, by))),
    (kind, id) => void change(`${called(kind, id)} removed`, (m) => (kind === 'course' ? removeCourse(m, id) : removeDish(m, id))),
  ]
}

type BoxProps = { course: Course; at: number; parts: Parts; grip: (kind: Slot['kind'], id: string) => Grip; over?: Slot; carried?: string }

function CourseBox({ course, at, parts, grip, over, carried }: BoxProps) {
  const composer = useComposer()
  const { readOnly, change, screen } = composer
  const [adding, setAdding] = useState(false)
  const name = named(composer, course.id)
  const edge = over?.kind === 'course' && (over.at === at ? 'before' : over.at === at + 1 ? 'after' : undefined)
  return (
    <section className="course" aria-label={name} data-slot={`course:${course.id}:${at}`} data-edge={edge || undefined} data-carried={carried === course.id || undefined}>
      <div className="hour">
        {parts.hour(course)}
        <TypedOn id={`course-${course.id}`} label={`Name of course ${at + 1}`} hidden value={course.name} hint={name} readOnly={readOnly} draft={`${screen}/${course.id}/name`} origin={0} save={(text) => change(`${text || name}: renamed`, (m) => nameCourse(m, course.id, text))} />
      </div>
      <div className="dishes">
        {course.dishes.map((d, i) => (
          <DishRow key={d} course={course} dish={d} at={i} parts={parts} grip={grip} over={over} carried={carried} />
        ))}
        {course.dishes.length === 0 && <div data-slot={`dish:${course.id}:-1`} className="dish-row none quiet">No dish yet</div>}
        {!readOnly && (adding || course.dishes.length === 0) && <AddDish label={`Add a dish to ${name}`} hint="three letters of a dish, a new name, or paste one" autoFocus={adding} leave={() => setAdding(false)} add={(dish, text) => change(`${text} on the menu`, (m) => addDish(m, course.id, dish)).then((ok) => (setAdding(!ok), ok))} />}
        {!readOnly && (
          <div className="course-foot">
            <button className="plain-button small" onClick={() => setAdding(true)}>
              + a choice<span className="visually-hidden"> with {name}</span>
            </button>
            <span className="acts">
              <button className="grip" aria-label={`Course ${name}: move with the arrow keys, Delete removes it`} title="Drag, or arrow keys; Delete removes" {...grip('course', course.id)} />
              <button className="plain-button small" onClick={() => void change(`${name} removed`, (m) => removeCourse(m, course.id))}>
                Remove course<span className="visually-hidden"> {name}</span>
              </button>
            </span>
          </div>
        )}
      </div>
    </section>
  )
}

function DishRow({ course, dish, at, parts, grip, over, carried }: Omit<BoxProps, 'at'> & { dish: string; at: number }) {
  const { names, readOnly, change } = useComposer()
  const [open, setOpen] = useState<'' | 'details' | 'replace'>('')
  const name = names.get(dish) ?? dish
  const edge = over?.kind === 'dish' && over.course === course.id && (over.at === at ? 'before' : over.at === at + 1 && at + 1 === course.dishes.length ? 'after' : undefined)
  const replace = (by: string, text: string) => change(`${text} in place of ${name}`, (m) => replaceDish(m, course.id, dish, by), { from: dish, to: by }).then((ok) => (setOpen(''), ok))
  return (
    <div className="dish-row" data-slot={`dish:${course.id}:${at}`} data-edge={edge || undefined} data-carried={carried === dish || undefined}>
      {!readOnly && <button className="grip" aria-label={`${name}: move with the arrow keys, Delete removes it`} title="Drag, or arrow keys; Delete removes" {...grip('dish', dish)} />}
      {parts.plates(course, dish)}
      <div className="what">
        {open === 'replace' ? <AddDish label={`In place of ${name}`} hint={`in place of ${name}`} autoFocus leave={() => setOpen('')} add={replace} /> : parts.dish(course, dish)}
        {!readOnly && open !== 'replace' && (
          <span className="acts">
            <button className="plain-button small" onClick={() => setOpen('replace')}>
              Replace<span className="visually-hidden"> {name}</span>
            </button>
            <button className="plain-button small" onClick={() => void change(`${name} removed`, (m) => removeDish(m, dish))}>
              Remove<span className="visually-hidden"> {name}</span>
            </button>
          </span>
        )}
      </div>
    </div>
  )
}

// NewCourse is the field for one more course: its first dish is enough.
function NewCourse() {
  const { menu, change } = useComposer()
  const n = useMemo(() => onMenu(menu).length, [menu])
  return (
    <div className="new-course">
      <AddDish key={n} label="Add a course" hint={menu.courses.length ? 'Add a course: type a dish, or paste one' : 'First course: type a dish, or paste one'} autoFocus={menu.courses.length === 0} add={(dish, name) => change(`${name}: new course`, (m) => addCourse({ ...m, courses: m.courses.map((c) => ({ ...c, dishes: c.dishes.filter((d) => d !== dish) })) }, dish))} />
    </div>
  )
}
