// A long sheet, a stretch of the clock at a time: on the tablet one page is on the screen, on
// paper they follow one another.
import { day } from '../../parts/words'

type Line = { start: string }

/** Page is lines of one day or of some hours of it, called so. */
export type Page<T extends Line> = { name: string; lines: T[] }

/** pagesOf parts lines, which are in the order of the clock, into pages of about so many: a day that is longer is parted at a full hour. */
export function pagesOf<T extends Line>(lines: T[], most: number): Page<T>[] {
  if (lines.length <= most * 1.5) return [{ name: '', lines }]
  const days = parted(lines, (l) => l.start.slice(0, 10))
  return days.flatMap((ofDay): Page<T>[] => {
    const name = day(ofDay[0].start.slice(0, 10), true)
    if (ofDay.length <= most) return [{ name, lines: ofDay }]
    const pages: T[][] = []
    for (const hour of parted(ofDay, hourOf)) {
      const last = pages.at(-1)
      if (last && last.length + hour.length <= most) last.push(...hour)
      else pages.push([...hour])
    }
    return pages.map((p, i) => {
      const to = i + 1 < pages.length ? hourOf(pages[i + 1][0]).slice(11) : '24'
      return { name: `${name}, ${Number(hourOf(p[0]).slice(11))}–${Number(to)} h`, lines: p }
    })
  })
}

/** pageAt is the number of the page that a moment is on; before the first line and after the last one, the first. */
export function pageAt(pages: Page<Line>[], now: number): number {
  if (pages.length < 2) return 0
  const over = now > Date.parse(pages.at(-1)!.lines.at(-1)!.start) + 3_600_000
  return over ? 0 : Math.max(0, pages.findLastIndex((p) => Date.parse(p.lines[0].start) <= now))
}

const hourOf = (l: Line) => l.start.slice(0, 13)

// parted puts lines together that have the same key and follow one another.
function parted<T>(lines: T[], key: (line: T) => string): T[][] {
  const out: T[][] = []
  for (const l of lines) {
    if (out.length > 0 && key(out[out.length - 1][0]) === key(l)) out[out.length - 1].push(l)
    else out.push([l])
  }
  return out
}
