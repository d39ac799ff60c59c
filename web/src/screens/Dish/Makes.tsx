// How much a component makes: typed, or as its list and its sheet come to, with the pieces drawn where
// they lie.
import { Form } from 'react-bootstrap'
import { api, ask, Refused, type Schemas } from '../../api/client'
import { amount, round } from '../../parts/amounts'
import { useAsked } from '../../parts/asked'
import { FieldError } from '../../parts/reading'
import { Rows, type Column } from '../../parts/Rows'
import { Bracket } from '../../parts/States'
import { toComponent, type ComponentForm } from './componentForm'

type Yielded = Schemas['Yielded']
type Props = { f: ComponentForm; set: (next: Partial<ComponentForm>) => void; wrong?: FieldError; over: Schemas['Component']; portion: boolean }

const lossColumns: Column[] = [
  { name: 'how', label: 'what happens', width: 150, options: [['trimmed', 'trimmed off'], ['strained', 'strained out'], ['boiled away', 'boiled away'], ['clings', 'clings to the pot'], ['tasted', 'tasted, first slice']] },
  { name: 'amount', label: 'how much', width: 150, hint: '2 kg, 20 %, 1' },
]

export function Makes({ f, set, wrong, over, portion }: Props) {
  const open = f.losses.length > 0 || f.from !== '' || f.into !== ''
  const { answer, error } = useAsked(open ? f : undefined, async (typed) => {
    const { next } = await toComponent(typed, over)
    return ask(api.POST('/api/yield', { body: next }))
  })
  const field = (name: 'yield' | 'portion' | 'least' | 'most' | 'from' | 'into' | 'gap' | 'ends', label: string, hint = '') => (
    <Form.Group controlId={`component-${name}`} key={name}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} placeholder={hint} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name || (error instanceof FieldError && error.field === name)} autoComplete="off" />
    </Form.Group>
  )
  const cuts = f.from !== '' || f.into !== ''
  return (
    <fieldset className="makes">
      <legend>how much it makes</legend>
      <div className="pair">
        {field('yield', 'yield', '500 g, 6, 15–20')}
        {portion && field('portion', 'portion', '180 g')}
        <Form.Group controlId="component-scaling">
          <Form.Label>is made</Form.Label>
          <Form.Select value={f.once ? 'once' : f.whole ? 'whole' : ''} onChange={(e) => set({ whole: e.target.value === 'whole', once: e.target.value === 'once' })}>
            <option value="">as much as is wanted</option>
            <option value="whole">in whole recipes (× 1, × 2, × 3)</option>
            <option value="once">once, as it is: short and over are told</option>
          </Form.Select>
        </Form.Group>
        {field('least', 'smallest batch')}
        {field('most', 'largest batch')}
      </div>
      {f.losses.length > 0 && <Rows legend="what it loses" columns={lossColumns} rows={f.losses} set={(losses) => set({ losses })} add="Add a loss" wrong={wrong?.field} />}
      {cuts && (
        <div className="pair mt-2">
          {field('from', 'sheet, round or roll', '40 × 30 cm, Ø 26 cm, 45 cm roll')}
          {field('into', 'cut into', 'Ø 6 cm, 8 × 4 cm, 12 mm slices')}
          {field('gap', 'between pieces', '2 mm')}
          {f.into.includes('slice') && field('ends', 'both ends', '30 mm')}
        </div>
      )}
      <div className="by-need" role="group" aria-label="More about how much it makes">
        {f.losses.length === 0 && (
          <button type="button" className="plain-button" onClick={() => set({ losses: [{ how: 'trimmed' }] })}>
            What it loses on the way
          </button>
        )}
        {!cuts && (
          <button type="button" className="plain-button" onClick={() => set({ from: '40 × 30 cm', into: '60 mm' })}>
            Cut into pieces
          </button>
        )}
        {cuts && (
          <button type="button" className="plain-button" onClick={() => set({ from: '', into: '', gap: '', ends: '' })}>
            Not cut
          </button>
        )}
      </div>
      {open && error !== undefined && <Bracket what={error instanceof FieldError || error instanceof Refused ? error.message : 'No connection.'} />}
      {open && answer && <Comes y={answer} f={f} set={set} />}
    </fieldset>
  )
}

// Comes is what the list and the sheet come to, with one tap to take it.
function Comes({ y, f, set }: { y: Yielded; f: ComponentForm; set: Props['set'] }) {
  const typed = y.yield ? amount(y.yield) : ''
  const left = y.left
  const leaves = left && left.quantity > 0 && !f.byProducts.some((p) => p.name === 'offcut')
  return (
    <div className="sum-answer" aria-live="polite" aria-label="What the sums say">
      {y.yield && (
        <div className="sum-figure">
          <b className="mono">{y.pieces > 0 ? `${y.pieces} ${y.pieces === 1 ? 'piece' : 'pieces'}` : round(y.yield)}</b>
          {y.each && <span>{round(y.each)} each</span>}
          {y.pieces > 0 && <span className="quiet">offcut {Math.round(y.offcut)} %{left ? `, ${round(left)}` : ''}</span>}
        </div>
      )}
      {y.unknown.length > 0 && <p className="gap mb-1">No weight known: {y.unknown.join(', ')}.</p>}
      {y.spots.length > 0 && <Sheet y={y} />}
      {y.working && <p className="mono small mb-0">{y.working}</p>}
      {y.cutting && <p className="mono small mb-0">{y.cutting}</p>}
      <div className="by-need mt-2">
        {y.yield && typed !== f.yield && (
          <button type="button" className="plain-button" onClick={() => set({ yield: typed })}>
            Take {y.pieces > 0 ? y.pieces : round(y.yield)} as the yield
          </button>
        )}
        {leaves && (
          <button type="button" className="plain-button" onClick={() => set({ byProducts: [...f.byProducts, { name: 'offcut', amount: amount(left) }] })}>
            Keep {round(left)} of offcut as a by-product
          </button>
        )}
      </div>
    </div>
  )
}

/** Sheet draws the pieces where they lie; what is hatched is left. */
export function Sheet({ y }: { y: Yielded }) {
  const { sheet } = y
  const wide = sheet.diameter ?? sheet.length ?? 1
  const high = sheet.slice ? wide / 6 : (sheet.diameter ?? sheet.width ?? 1)
  const line = wide / 300
  return (
    <svg className="cut-sheet" viewBox={`${-line} ${-line} ${wide + 2 * line} ${high + 2 * line}`} role="img" aria-label={y.cutting}>
      {sheet.diameter ? <circle className="sheet" cx={wide / 2} cy={wide / 2} r={wide / 2} strokeWidth={line} /> : <rect className="sheet" width={wide} height={high} strokeWidth={line} />}
      {y.spots.map((s, i) => (sheet.cutter ? <circle key={i} className="piece" cx={s.x} cy={s.y} r={s.width / 2} strokeWidth={line} /> : <rect key={i} className="piece" x={s.x - s.width / 2} y={sheet.slice ? 0 : s.y - s.height / 2} width={s.width} height={sheet.slice ? high : s.height} strokeWidth={line} />))}
    </svg>
  )
}
