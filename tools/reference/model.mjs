// A planning problem as a mixed-integer program, from the format alone: it
// shares nothing with the solver. Starts are columns; every slice and hold is a
// taking; for each pair of takings that may meet on a resource, binaries say
// which comes first, or which is going on when the other begins.

export function program(problem) {
  const m = new Model(problem)
  m.tasks()
  m.needs()
  m.links()
  m.resources()
  m.goals()
  m.who()
  return m
}

class Model {
  constructor(p) {
    this.p = p
    this.big = 2 * (p.horizon[1] - p.horizon[0]) + 5000
    this.rows = []
    this.bounds = []
    this.binaries = []
    this.strict = [] // columns that are seconds of violation
    this.cost = [] // [column, price]
    this.takings = []
    this.choices = []
    this.labels = new Map()
    this.count = 0
    this.index = new Map(p.tasks.map((t, i) => [t.id, i]))
    this.resource = new Map(p.resources.map((r) => [r.id, r]))
  }

  // row adds Σ coefficient·column ≥ least; constants go to the right.
  row(terms, least) {
    const sum = new Map()
    for (const [c, v] of terms) {
      if (v === null) least -= c
      else sum.set(v, (sum.get(v) ?? 0) + c)
    }
    const left = [...sum].filter(([, c]) => c !== 0).map(([v, c]) => `${c < 0 ? '-' : '+'} ${Math.abs(c)} ${v}`)
    if (left.length > 0) this.rows.push(`${left.join(' ')} >= ${least}`)
    else if (least > 0) this.rows.push(`0 nothing >= ${least}`)
  }

  binary(name) {
    const v = `${name}_${this.count++}`
    this.binaries.push(v)
    return v
  }

  positive(name) {
    return `${name}_${this.count++}`
  }

  start(i, plus = 0) {
    return [[1, `s${i}`], [plus, null]]
  }

  end(i) {
    return this.start(i, this.p.tasks[i].duration)
  }

  tasks() {
    this.p.tasks.forEach((t, i) => {
      const low = Math.max(this.p.horizon[0], t.earliest ?? -1e9)
      this.bounds.push(`${low} <= s${i} <= ${this.p.horizon[1] - t.duration}`)
    })
  }

  // chosen gives for each option the column, or the constant 1, of its choice.
  chosen(use) {
    if (use.same && this.labels.has(use.same)) return this.labels.get(use.same)
    let options = [...new Set(use.oneOf)]
    if (use.same) options = options.filter((r) => this.usesOf(use.same).every((u) => u.oneOf.includes(r)))
    const out = new Map()
    if (options.length === 1) out.set(options[0], null)
    else {
      for (const r of options) out.set(r, this.binary('y'))
      this.row([...out.values()].map((y) => [1, y]), 1)
      this.row([...out.values()].map((y) => [-1, y]), -1)
    }
    if (use.same) this.labels.set(use.same, out)
    return out
  }

  usesOf(label) {
    const all = [...this.p.tasks.flatMap((t) => t.uses ?? []), ...(this.p.links ?? []).flatMap((l) => l.holds ?? [])]
    return all.filter((u) => u.same === label)
  }

  needs() {
    this.p.tasks.forEach((t, i) => {
      for (const use of t.uses ?? []) {
        const slices = (use.slices ?? [[0, t.duration]]).filter(([a, b]) => a < b)
        const chosen = this.chosen(use)
        this.choices.push({ use, chosen })
        if (slices.length === 0) continue
        for (const [a, b] of slices) this.takings.push({ from: this.start(i, a), to: this.start(i, b), use, chosen })
        this.window(this.start(i, slices[0][0]), this.start(i, slices.at(-1)[1]), chosen, null)
      }
    })
  }

  // window puts a use into one window of whatever resource it takes.
  window(from, to, chosen, empty) {
    for (const [id, y] of chosen) {
      const windows = this.resource.get(id).windows
      if (!windows) continue
      const picks = windows.map(() => this.binary('w'))
      const off = empty ? [[1, empty]] : []
      this.row([...picks.map((w) => [1, w]), ...(y ? [[-1, y]] : [[-1, null]]), ...off.map(([c, v]) => [c, v])], 0)
      windows.forEach(([open, close], k) => {
        this.row([...from, [-this.big, picks[k]]], open - this.big)
        this.row([...neg(to), [-this.big, picks[k]]], -close - this.big)
      })
    }
  }

  links() {
    for (const l of this.p.links ?? []) {
      const a = this.index.get(l.from)
      const b = this.index.get(l.to)
      const gap = [...(l.toAt === 'end' ? this.end(b) : this.start(b)), ...neg(l.fromAt === 'start' ? this.start(a) : this.end(a))]
      const least = l.min ?? 0
      this.row(gap, least)
      if (l.max !== undefined) this.beyond(gap, l.max, l.over)
      if (l.weight) {
        for (const [c, v] of gap) this.cost.push([c * l.weight, v])
        this.cost.push([-least * l.weight, null])
      }
      for (const use of l.holds ?? []) {
        // empty is 1 only where the wait has no length
        const empty = this.binary('n')
        this.row([...neg(gap), [-this.big, empty]], -this.big)
        const chosen = this.chosen(use)
        this.choices.push({ use, chosen })
        this.takings.push({ from: this.end(a), to: this.start(b), use, chosen, empty })
        this.window(this.end(a), this.start(b), chosen, empty)
      }
    }
  }

  beyond(expression, limit, price) {
    const v = this.positive('v')
    this.row([...neg(expression), [1, v]], -limit)
    if (price === undefined) this.strict.push(v)
    else this.cost.push([price, v])
  }

  resources() {
    for (const r of this.p.resources) {
      const own = this.takings.filter((t) => t.chosen.has(r.id))
      const going = new Map(own.map((t) => [t, []]))
      own.forEach((a, i) => {
        this.heated(r, a)
        own.slice(i + 1).forEach((b) => a.use !== b.use && this.pair(r, a, b, going))
      })
      for (const a of own) {
        const most = units(a) + going.get(a).reduce((s, g) => s + g.units, 0)
        if (most > r.capacity) this.row([...going.get(a).map((g) => [-g.units, g.column]), [-units(a), null], ...relax(this, a, r)], -r.capacity)
      }
    }
  }

  heated(r, a) {
    if (!r.setting || a.use.settle) return
    const hot = this.p.horizon[0] + pause(r.setting, r.setting.initial, a.use.setting)
    this.row([...a.from, ...relax(this, a, r)], hot)
  }

  pair(r, a, b, going) {
    const s = r.setting
    const apart = s && Math.abs(a.use.setting - b.use.setting) > s.tolerance
    if (apart || units(a) + units(b) > r.capacity) {
      const first = this.binary('o')
      const ab = s && !b.use.settle ? pause(s, a.use.setting, b.use.setting) : 0
      const ba = s && !a.use.settle ? pause(s, b.use.setting, a.use.setting) : 0
      const loose = [...relax(this, a, r), ...relax(this, b, r)]
      this.row([...b.from, ...neg(a.to), [-this.big, first], ...loose], ab - this.big)
      this.row([...a.from, ...neg(b.to), [this.big, first], ...loose], ba)
      return
    }
    this.goingOn(r, a, b, going)
    this.goingOn(r, b, a, going)
  }

  // goingOn counts b where it is going on when a begins.
  goingOn(r, a, b, going) {
    const began = this.binary('p')
    const still = this.binary('q')
    this.row([...b.from, ...neg(a.from), [this.big, began]], 1)
    this.row([...a.from, ...neg(b.to), [this.big, still]], 0)
    const c = this.positive('c')
    const ys = [a, b].map((t) => t.chosen.get(r.id)).filter((y) => y !== null)
    this.row([[1, c], [-1, began], [-1, still], ...ys.map((y) => [-1, y])], -1 - ys.length)
    going.get(a).push({ column: c, units: units(b) })
  }

  goals() {
    this.p.tasks.forEach((t, i) => t.latest !== undefined && this.beyond(this.end(i), t.latest, t.latestOver))
    for (const t of this.p.targets ?? []) {
      const i = this.index.get(t.task)
      const early = this.positive('e')
      const late = this.positive('l')
      this.row([[1, early], ...this.end(i)], t.at)
      this.row([[1, late], ...neg(this.end(i))], -t.at)
      this.cost.push([t.early ?? 0, early], [t.late ?? 0, late])
    }
    for (const g of this.p.together ?? []) {
      const first = this.positive('f')
      const last = this.positive('g')
      this.bounds.push(`${first} free`, `${last} free`)
      for (const id of g.tasks) {
        const end = this.end(this.index.get(id))
        this.row([...end, [-1, first]], 0)
        this.row([[1, last], ...neg(end)], 0)
      }
      const spread = [[1, last], [-1, first]]
      for (const [c, v] of spread) this.cost.push([c * (g.weight ?? 0), v])
      if (g.within !== undefined) this.beyond(spread, g.within, g.over)
    }
  }

  // who is what it costs who does what: each choice its own price, and each resource beyond
  // the first of a label that of the label.
  who() {
    for (const { use, chosen } of this.choices) for (const [id, y] of chosen) this.cost.push([use.costs?.[id] ?? 0, y])
    for (const { label, weight } of this.p.keeps ?? []) {
      const taken = new Map()
      for (const { use, chosen } of this.choices) {
        if (![use.keep ?? []].flat().includes(label)) continue
        for (const [id, y] of chosen) {
          if (!taken.has(id)) taken.set(id, this.binary('k'))
          this.row(y === null ? [[1, taken.get(id)]] : [[1, taken.get(id)], [-1, y]], y === null ? 1 : 0)
        }
      }
      if (taken.size === 0) continue
      for (const k of taken.values()) this.cost.push([weight, k])
      this.cost.push([-weight, null])
    }
  }

  // text writes the program: least violation, or, with a violation given, least
  // cost at that violation.
  text(violation) {
    const rows = [...this.rows]
    let goal = this.strict.map((v) => `+ 1 ${v}`)
    if (violation !== undefined) {
      if (this.strict.length > 0) rows.push(`${this.strict.map((v) => `- 1 ${v}`).join(' ')} >= ${-violation}`)
      const sum = new Map()
      for (const [c, v] of this.cost) if (v !== null) sum.set(v, (sum.get(v) ?? 0) + c)
      goal = [...sum].filter(([, c]) => c !== 0).map(([v, c]) => `${c < 0 ? '-' : '+'} ${Math.abs(c)} ${v}`)
    }
    return `Minimize\n obj: ${goal.join('\n ') || '0 nothing'}\nSubject To\n${rows.map((r, i) => ` r${i}: ${r}`).join('\n')}\nBounds\n 0 <= nothing <= 0\n ${this.bounds.join('\n ')}\nBinaries\n ${this.binaries.join('\n ')}\nEnd\n`
  }

  constant() {
    return this.cost.filter(([, v]) => v === null).reduce((s, [c]) => s + c, 0)
  }
}

const units = (t) => t.use.units ?? 1
const neg = (terms) => terms.map(([c, v]) => [-c, v])

function pause(s, from, to) {
  if (to - from > s.tolerance) return s.up * (to - from)
  if (from - to > s.tolerance) return s.down * (from - to)
  return 0
}

// relax lifts a row where a taking is not on the resource, or has no length.
function relax(m, t, r) {
  const out = []
  const y = t.chosen.get(r.id)
  if (y !== null) out.push([-m.big, y], [m.big, null])
  if (t.empty) out.push([m.big, t.empty])
  return out
}
