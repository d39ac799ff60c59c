// A placing as it is typed, and back: every field a text, so that nothing typed
// is lost where it cannot be read yet.
import type { Schemas } from '../../api/client'
import { measure, understand, where } from '../../parts/reading'
import { lasts } from '../../parts/words'
import type { Place } from '../../parts/plate/moving'
import { stood } from '../../parts/plate/standing'

type Placing = Schemas['Placing']

/** A place as it was read: hour and distance, and from where they are measured. */
export type At = Schemas['Place']

type Field = 'component' | 'amount' | 'form' | 'place' | 'at' | 'turn' | 'length' | 'width' | 'height' | 'count' | 'repeat' | 'arc' | 'on' | 'leans' | 'former' | 'lift' | 'warmth' | 'side' | 'texture' | 'tastes' | 'colour' | 'life' | 'edge' | 'sinks' | 'inner' | 'stands' | 'standsOn' | 'standsWhy' | 'tool' | 'seconds' | 'cue' | 'reason' | 'note' | 'offPlate' | 'moved' | 'rim' | 'hidden' | 'notEaten' | 'optional' | 'atTable'

/** PlacingForm is a placing as it was typed. `at` is its place as it was read, in
 * JSON, and empty while `place` is typed and nobody has read it yet. */
export type PlacingForm = Record<Field, string>

const text = (v: number | undefined) => (v ? String(v) : '')
const yes = (v: boolean | undefined) => (v ? 'yes' : '')

const atOf = (p: Placing): At => ({ hour: p.hour, distance: p.distance, part: p.part, from: p.from, between: p.between, in: p.in })

export function toForm(p?: Placing): PlacingForm {
  return {
    component: p?.component ?? '', amount: p?.amount ? `${p.amount.quantity}${p.amount.unit === 'piece' ? '' : ' ' + p.amount.unit}` : '', form: p?.form ?? 'mound',
    place: '', at: JSON.stringify(p ? atOf(p) : { hour: 12, distance: 0 }), turn: text(p?.turn), length: String(p?.length ?? 40), width: text(p?.width), height: text(p?.height), count: text(p?.count), repeat: text(p?.repeat), arc: text(p?.arc),
    on: p?.on ?? '', leans: p?.leans ?? '', former: p?.former ?? '', lift: p?.lift ?? '', warmth: p?.warmth ?? '', side: p?.side ?? '', texture: p?.texture ?? 'soft', tastes: (p?.tastes ?? []).join(', '), colour: p?.colour ?? '#d9cba3', life: p?.life ? lasts(p.life) : '', edge: text(p?.edge), sinks: text(p?.sinks), inner: text(p?.inner), stands: p?.stands ? stood(p.stands) : '', standsOn: p?.stands?.where ?? '', standsWhy: p?.stands?.why ?? '',
    tool: p?.tool ?? '', seconds: String(p?.seconds ?? 0), cue: p?.cue ?? '', reason: p?.reason ?? '', note: p?.note ?? '',
    offPlate: yes(p?.offPlate), moved: p?.moved ?? '', rim: yes(p?.rim), hidden: yes(p?.hidden), notEaten: yes(p?.notEaten), optional: yes(p?.optional), atTable: yes(p?.atTable),
  }
}

/** movedTo is a form whose place was moved by hand: measured from where it was,
 * or, if it lay between the pieces of another, from the plate. */
export function movedTo(f: PlacingForm, to: Place): PlacingForm {
  const was = f.at ? (JSON.parse(f.at) as At) : undefined
  const at: At = { ...to, in: was?.in, from: was?.between ? undefined : was?.from }
  return { ...f, place: '', at: JSON.stringify(at) }
}

/** read makes a placing of a form; it throws an Error that says what is wrong. */
export async function read(dish: string, f: PlacingForm, over: Placing): Promise<Placing> {
  const number = (label: string, text: string) => {
    const v = Number(text.trim().replace(',', '.').replace('−', '-'))
    if (text.trim() === '' || !Number.isFinite(v)) throw new Error(`${label}: “${text}” is not a number.`)
    return v
  }
  const maybe = (label: string, text: string) => (text.trim() === '' ? undefined : number(label, text))
  const words = (text: string) => text.trim() || undefined
  const is = (text: string) => text === 'yes' || undefined
  const [amount, at, life, stands] = await Promise.all([
    f.amount === toForm(over).amount ? over.amount : measure('amount', f.amount),
    f.at ? (JSON.parse(f.at) as At) : where('place', dish, f.place),
    f.life.trim() ? understand('how long it stays', f.life) : undefined,
    f.stands.trim() ? understand('how long it stands', f.stands) : undefined,
  ])
  const tastes = f.tastes.split(',').map((t) => t.trim()).filter(Boolean)
  return {
    ...over, component: f.component, amount, form: f.form as Placing['form'], hour: at.hour, distance: at.distance, part: at.part, from: at.from, between: at.between, in: at.in,
    turn: maybe('turned', f.turn), length: number('length', f.length), width: maybe('width', f.width), height: maybe('height', f.height), count: maybe('how many', f.count), repeat: maybe('repeated', f.repeat), arc: maybe('over an arc of', f.arc),
    on: f.on || undefined, leans: f.leans || undefined, former: words(f.former), lift: f.lift || undefined, warmth: (f.warmth || undefined) as Placing['warmth'], side: words(f.side),
    texture: f.texture as Placing['texture'], tastes: tastes.length ? tastes : undefined, colour: f.colour, life: life?.usual, edge: maybe('edge in sight', f.edge), sinks: maybe('sinks in', f.sinks), inner: f.form === 'hollow' ? maybe('hole', f.inner) : undefined, stands: stands && { least: stands.quick, most: /[–-]|\bto\b/.test(f.stands) ? stands.slow : undefined, where: words(f.standsOn), why: words(f.standsWhy) }, tool: words(f.tool), seconds: number('seconds', f.seconds), cue: words(f.cue), reason: words(f.reason), note: words(f.note),
    offPlate: is(f.offPlate), moved: f.offPlate ? f.moved || undefined : undefined, rim: is(f.rim), hidden: is(f.hidden), notEaten: is(f.notEaten), optional: is(f.optional), atTable: is(f.atTable),
  }
}
