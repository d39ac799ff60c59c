// Composing: what is done to the courses of a service, or of a kept menu. A service that is
// composed has its menu to itself; the kept one and the other evenings stay as they are.
import type { Schemas } from '../../api/client'

export type Service = Schemas['Service']
export type Menu = Schemas['Menu']
export type Course = Menu['courses'][number]
type CourseHour = Service['courses'][number]

/** newCourse is the next course; its name is that of its first dish until somebody names it. */
function newCourse(m: Menu, dish?: string): Course {
  const taken = new Set(m.courses.map((c) => c.id))
  let n = m.courses.length + 1
  while (taken.has(`course-${n}`)) n++
  return { id: `course-${n}`, name: '', dishes: dish ? [dish] : [] }
}

const without = (m: Menu, dish: string): Menu => ({ ...m, courses: m.courses.map((c) => ({ ...c, dishes: c.dishes.filter((d) => d !== dish) })) })

const edited = (m: Menu, course: string, edit: (c: Course) => Course): Menu => ({ ...m, courses: m.courses.map((c) => (c.id === course ? edit(c) : c)) })

const moved = <T>(list: T[], from: number, to: number): T[] => {
  const rest = list.filter((_, i) => i !== from)
  return [...rest.slice(0, to), list[from], ...rest.slice(to)]
}

/** onMenu are the dishes of a menu. */
export const onMenu = (m: Menu) => m.courses.flatMap((c) => c.dishes)

export const addCourse = (m: Menu, dish?: string): Menu => ({ ...m, courses: [...m.courses, newCourse(m, dish)] })

export const removeCourse = (m: Menu, course: string): Menu => ({ ...m, courses: m.courses.filter((c) => c.id !== course) })

export const nameCourse = (m: Menu, course: string, name: string): Menu => edited(m, course, (c) => ({ ...c, name }))

/** moveCourse puts a course in another place, from 0. */
export function moveCourse(m: Menu, course: string, to: number): Menu {
  const from = m.courses.findIndex((c) => c.id === course)
  return { ...m, courses: moved(m.courses, from, Math.max(0, Math.min(m.courses.length - 1, to))) }
}

export const addDish = (m: Menu, course: string, dish: string): Menu => edited(without(m, dish), course, (c) => ({ ...c, dishes: [...c.dishes, dish] }))

export const removeDish = without

export const replaceDish = (m: Menu, course: string, dish: string, by: string): Menu => edited(without(m, by), course, (c) => ({ ...c, dishes: c.dishes.map((d) => (d === dish ? by : d)) }))

/** placeDish puts a dish in a place of a course, its own or another one. */
export const placeDish = (m: Menu, dish: string, course: string, at: number): Menu => edited(without(m, dish), course, (c) => ({ ...c, dishes: [...c.dishes.slice(0, at), dish, ...c.dishes.slice(at)] }))

/** stepDish moves a dish one place up or down, over the edge of its course into the next one. */
export function stepDish(m: Menu, dish: string, by: 1 | -1): Menu {
  const k = m.courses.findIndex((c) => c.dishes.includes(dish))
  const course = m.courses[k]
  const at = course.dishes.indexOf(dish) + by
  if (at >= 0 && at < course.dishes.length) return placeDish(m, dish, course.id, at)
  const next = m.courses[k + by]
  return next ? placeDish(m, dish, next.id, by === 1 ? 0 : next.dishes.length) : m
}

/** platesOf are all plates of a course. */
export const platesOf = (c?: CourseHour) => (c?.covers ?? []).reduce((sum, n) => sum + n.plates, 0)

/** coversOf are the guests that a service is for, while nobody is seated. */
export const coversOf = (s: Service) => s.covers || Math.max(0, ...s.courses.map(platesOf))

/** inPlaceOf is a service in which a dish has the plates and orders of another one; its versions are its own. */
export function inPlaceOf(s: Service, from: string, to: string): Service {
  const named = <T extends { dish: string; version?: string }>(list: T[]) => list.map((n) => (n.dish === from && !n.version ? { ...n, dish: to } : n))
  return { ...s, courses: s.courses.map((c) => ({ ...c, covers: named(c.covers) })), ...(s.tables ? { tables: s.tables.map((t) => ({ ...t, ...(t.orders ? { orders: named(t.orders) } : {}) })) } : {}) }
}

/** setPlates sets how many of a dish, or of a version of it, a course has; the first dish has what the others leave of the covers. */
export function setPlates(s: Service, course: Course, dish: string, version: string, plates: number): Service {
  const first = course.dishes[0]
  const courses = s.courses.map((c) => {
    if (c.course !== course.id) return c
    const same = (n: { dish: string; version?: string }) => n.dish === dish && (n.version ?? '') === version
    const total = platesOf(c)
    const next = { dish, ...(version ? { version } : {}), plates }
    let covers = c.covers.some(same) ? c.covers.map((n) => (same(n) ? next : n)) : [...c.covers, next]
    const was = c.covers.find(same)?.plates ?? 0
    const rest = covers.find((n) => n.dish === first && !n.version)
    if (!(dish === first && !version) && total === coversOf(s) && rest) covers = covers.map((n) => (n === rest ? { ...n, plates: Math.max(0, n.plates + was - plates) } : n))
    return { ...c, covers }
  })
  return { ...s, courses }
}

/** setCovers has a service be for more guests, or fewer: what is not chosen otherwise is the first dish of its course. */
export function setCovers(s: Service, m: Menu, covers: number): Service {
  const before = coversOf(s)
  const courses = s.courses.map((c) => {
    const first = m.courses.find((o) => o.id === c.course)?.dishes[0]
    if (!first || platesOf(c) !== before) return c
    const is = (n: { dish: string; version?: string }) => n.dish === first && !n.version
    const rest = (c.covers.find(is)?.plates ?? 0) + covers - before
    const next = { dish: first, plates: Math.max(0, rest) }
    return { ...c, covers: c.covers.some(is) ? c.covers.map((n) => (is(n) ? next : n)) : [next, ...c.covers] }
  })
  return { ...s, covers, courses }
}
