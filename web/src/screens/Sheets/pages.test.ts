import { expect, it } from 'vitest'
import { pageAt, pagesOf } from './pages'

const at = (day: number, hour: number, n: number) => Array.from({ length: n }, (_, i) => ({ start: `2026-03-${day}T${String(hour).padStart(2, '0')}:${String(i % 60).padStart(2, '0')}:00Z`, n: i }))

it('leaves a short sheet whole', () => {
  const lines = at(14, 9, 80)
  expect(pagesOf(lines, 60)).toEqual([{ name: '', lines }])
})

it('parts a long one by days, and a long day at full hours; no line is lost', () => {
  const lines = [...at(13, 10, 5), ...at(14, 9, 30), ...at(14, 10, 20), ...at(14, 12, 20), ...at(14, 19, 100), ...at(14, 20, 10)]
  const pages = pagesOf(lines, 60)
  expect(pages.map((p) => [p.name, p.lines.length])).toEqual([
    ['Fri 13 Mar', 5],
    ['Sat 14 Mar, 9–12 h', 50],
    ['Sat 14 Mar, 12–19 h', 20],
    ['Sat 14 Mar, 19–20 h', 100],
    ['Sat 14 Mar, 20–24 h', 10],
  ])
  expect(pages.flatMap((p) => p.lines)).toEqual(lines)
})

it('finds the page of a moment', () => {
  const pages = pagesOf([...at(13, 10, 5), ...at(14, 9, 60), ...at(14, 19, 60)], 60)
  expect(['12T08:00', '13T23:00', '14T09:00', '14T18:00', '14T20:30', '15T08:00'].map((t) => pageAt(pages, Date.parse(`2026-03-${t}:00Z`)))).toEqual([0, 0, 1, 1, 2, 0])
  expect(pageAt([{ name: '', lines: [] }], 0)).toBe(0)
})
