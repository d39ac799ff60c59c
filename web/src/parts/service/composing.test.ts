import { describe, expect, it } from 'vitest'
import { addCourse, addDish, coversOf, moveCourse, onMenu, placeDish, removeCourse, replaceDish, serving, setCovers, setPlates, stepDish, type Menu, type Service } from './composing'

const menu: Menu = { id: 'm', name: 'Supper', courses: [{ id: 'fish', name: '', dishes: ['hake'] }, { id: 'main', name: '', dishes: ['fowl', 'celeriac'] }] }
const service: Service = {
  id: 's', name: 'Supper', kitchen: 'k', day: '2026-12-05', covers: 24,
  courses: [{ course: 'fish', hour: '19:30', covers: [{ dish: 'hake', plates: 24 }] }, { course: 'main', hour: '', after: 25, covers: [{ dish: 'fowl', plates: 16 }, { dish: 'celeriac', plates: 8 }] }],
}

describe('the courses', () => {
  it('follow one another, with a plate for every cover', () => {
    const next = serving(service, addCourse(menu, 'plum'))
    expect(next.courses[2]).toEqual({ course: 'course-3', hour: '', after: 25, covers: [{ dish: 'plum', plates: 24 }] })
    expect(next.own?.courses).toHaveLength(3)
    expect(service.own).toBeUndefined()
  })
  it('keep one hour when the first is taken off or moved', () => {
    expect(serving(service, removeCourse(menu, 'fish')).courses).toEqual([{ course: 'main', hour: '19:30', after: undefined, covers: service.courses[1].covers }])
    const turned = serving(service, moveCourse(menu, 'main', 0))
    expect(turned.courses.map((c) => [c.course, c.hour])).toEqual([['main', '19:30'], ['fish', '19:30']])
  })
  it('of an empty service begin at half past seven', () => {
    const empty: Service = { ...service, courses: [], covers: 12 }
    expect(serving(empty, addCourse({ ...menu, courses: [] }, 'plum')).courses).toEqual([{ course: 'course-1', hour: '19:30', covers: [{ dish: 'plum', plates: 12 }] }])
  })
})

describe('a dish', () => {
  it('is on a menu once', () => {
    expect(onMenu(addDish(menu, 'fish', 'fowl'))).toEqual(['hake', 'fowl', 'celeriac'])
  })
  it('takes the plates of the one that it replaces', () => {
    const next = serving(service, replaceDish(menu, 'fish', 'hake', 'trout'), { from: 'hake', to: 'trout' })
    expect(next.courses[0].covers).toEqual([{ dish: 'trout', plates: 24 }])
  })
  it('goes over the edge of its course, with its plates', () => {
    const next = stepDish(menu, 'fowl', -1)
    expect(next.courses.map((c) => c.dishes)).toEqual([['hake', 'fowl'], ['celeriac']])
    expect(serving(service, next).courses[0].covers).toEqual([{ dish: 'hake', plates: 24 }, { dish: 'fowl', plates: 16 }])
    expect(stepDish(menu, 'hake', -1)).toBe(menu)
    expect(placeDish(menu, 'celeriac', 'main', 0).courses[1].dishes).toEqual(['celeriac', 'fowl'])
  })
  it('takes its orders along to another course, and they go when it goes', () => {
    const seated = { ...service, tables: [{ id: 't1', name: 'Table 1', guests: 4, orders: [{ course: 'main', dish: 'celeriac', plates: 2 }] }] }
    expect(serving(seated, placeDish(menu, 'celeriac', 'fish', 1)).tables![0].orders).toEqual([{ course: 'fish', dish: 'celeriac', plates: 2 }])
    expect(serving(seated, replaceDish(menu, 'main', 'celeriac', 'trout')).tables![0].orders).toEqual([])
  })
})

describe('plates', () => {
  it('of a choice leave the rest to the first dish', () => {
    expect(setPlates(service, menu.courses[1], 'celeriac', '', 10).courses[1].covers).toEqual([{ dish: 'fowl', plates: 14 }, { dish: 'celeriac', plates: 10 }])
    expect(setPlates(service, menu.courses[1], 'fowl', 'meatless', 3).courses[1].covers[0]).toEqual({ dish: 'fowl', plates: 13 })
    expect(setPlates(service, menu.courses[1], 'fowl', '', 20).courses[1].covers[0].plates).toBe(20)
  })
  it('follow the covers', () => {
    const next = setCovers(service, menu, 30)
    expect(coversOf(next)).toBe(30)
    expect(next.courses.map((c) => c.covers.map((n) => n.plates))).toEqual([[30], [22, 8]])
  })
})
