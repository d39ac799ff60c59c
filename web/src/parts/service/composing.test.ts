import { describe, expect, it } from 'vitest'
import { addCourse, addDish, coversOf, inPlaceOf, moveCourse, onMenu, placeDish, removeCourse, replaceDish, setCovers, setPlates, stepDish, type Menu, type Service } from './composing'

const menu: Menu = { id: 'm', name: 'Supper', courses: [{ id: 'fish', name: '', dishes: ['hake'] }, { id: 'main', name: '', dishes: ['fowl', 'celeriac'] }] }
const service: Service = {
  id: 's', name: 'Supper', kitchen: 'k', day: '2026-12-05', covers: 24,
  courses: [{ course: 'fish', hour: '19:30', covers: [{ dish: 'hake', plates: 24 }] }, { course: 'main', hour: '', after: 25, covers: [{ dish: 'fowl', plates: 16 }, { dish: 'celeriac', plates: 8 }] }],
}

describe('the courses', () => {
  it('are added, moved and taken off', () => {
    expect(addCourse(menu, 'plum').courses[2]).toEqual({ id: 'course-3', name: '', dishes: ['plum'] })
    expect(removeCourse(menu, 'fish').courses.map((c) => c.id)).toEqual(['main'])
    expect(moveCourse(menu, 'main', 0).courses.map((c) => c.id)).toEqual(['main', 'fish'])
  })
})

describe('a dish', () => {
  it('is on a menu once', () => {
    expect(onMenu(addDish(menu, 'fish', 'fowl'))).toEqual(['hake', 'fowl', 'celeriac'])
  })
  it('takes the plates and orders of the one that it replaces', () => {
    const seated = { ...service, tables: [{ id: 't1', name: 'Table 1', guests: 4, orders: [{ course: 'main', dish: 'hake', plates: 2 }, { course: 'main', dish: 'hake', version: 'no-dairy', plates: 1 }] }] }
    const next = inPlaceOf(seated, 'hake', 'trout')
    expect(replaceDish(menu, 'fish', 'hake', 'trout').courses[0].dishes).toEqual(['trout'])
    expect(next.courses[0].covers).toEqual([{ dish: 'trout', plates: 24 }])
    expect(next.tables![0].orders!.map((o) => o.dish)).toEqual(['trout', 'hake'])
    expect(service.courses[0].covers[0].dish).toBe('hake')
  })
  it('goes over the edge of its course, with its plates', () => {
    const next = stepDish(menu, 'fowl', -1)
    expect(next.courses.map((c) => c.dishes)).toEqual([['hake', 'fowl'], ['celeriac']])
    expect(stepDish(menu, 'hake', -1)).toBe(menu)
    expect(placeDish(menu, 'celeriac', 'main', 0).courses[1].dishes).toEqual(['celeriac', 'fowl'])
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
