// How wide a text is drawn, so that texts are laid beside one another and not over one another.

const known = new Map<string, number>()
let pen: CanvasRenderingContext2D | null | undefined

/** wide is the width of a text in pixels at a size and weight; where nothing can be drawn, about that. */
export function wide(text: string, size = 14, weight = 400): number {
  const key = `${weight} ${size} ${text}`
  let width = known.get(key)
  if (width === undefined) {
    width = measured(text, size, weight)
    known.set(key, width)
  }
  return width
}

function measured(text: string, size: number, weight: number): number {
  if (pen === undefined) pen = typeof CanvasRenderingContext2D === 'undefined' ? null : document.createElement('canvas').getContext('2d')
  if (!pen) return text.length * size * 0.54
  pen.font = `${weight} ${size}px 'Atkinson Hyperlegible Next Variable', sans-serif`
  return pen.measureText(text).width * 1.02
}

/** cut is a text that is no wider than so much: whole, or ended after a word or a letter with …. */
export function cut(text: string, most: number, size = 14, weight = 400): string {
  if (wide(text, size, weight) <= most) return text
  let n = text.length
  while (n > 1 && wide(text.slice(0, n) + ' …', size, weight) > most) n--
  const space = text.lastIndexOf(' ', n)
  return text.slice(0, space > n / 2 ? space : n) + ' …'
}

/** wrapped breaks a text into lines no wider than so much; the last of so many lines is cut. */
export function wrapped(text: string, most: number, lines: number, size = 14, weight = 400): string[] {
  const out: string[] = []
  let rest = text
  while (rest && out.length < lines - 1 && wide(rest, size, weight) > most) {
    let n = rest.length
    while (n > 0 && wide(rest.slice(0, n), size, weight) > most) n = rest.lastIndexOf(' ', n - 1)
    if (n <= 0) break
    out.push(rest.slice(0, n))
    rest = rest.slice(n + 1)
  }
  if (rest) out.push(cut(rest, most, size, weight))
  return out
}
