// Rows of a small table that can be written in: keys, by-products, objects
// that must come out. All of it is text until it is saved.
import { Fragment } from 'react'
import { Form } from 'react-bootstrap'
import { Chooser } from './finder/Chooser'
import type { Match } from './finder/found'

export type Row = Record<string, string>

/** A column that stands below has a line of its own in each row, and no heading: its hint, or its first option, says what it is. */
export type Column = { name: string; label: string; width?: number; options?: [string, string][]; find?: Finds; hint?: string; type?: string; below?: boolean }

/** Finds is a column whose cells are chosen in the book: named is the column of the row that holds the name, take what a choice puts into the row. */
export type Finds = { kinds: string; named: string; take: (m: Match) => Row }

type Props = { legend: string; columns: Column[]; rows: Row[]; set: (rows: Row[]) => void; add: string; wrong?: string; order?: boolean }

/** Rows have their labels once above them; where their order says something, they can be moved. */
export function Rows({ legend, columns, rows, set, add, wrong, order }: Props) {
  const put = (i: number, part: Row) => set(rows.map((r, k) => (k === i ? { ...r, ...part } : r)))
  const edit = (i: number, name: string, value: string) => put(i, { [name]: value })
  const first = columns.filter((c) => !c.below)
  const cell = (row: Row, i: number, c: Column) => {
    const props = { 'aria-label': `${legend} ${i + 1}, ${c.label}`, value: row[c.name] ?? '', style: { flex: `1 1 ${c.width ?? 140}px`, width: 0, minWidth: 56 }, isInvalid: wrong === `${legend}.${i}.${c.name}` }
    if (c.find) {
      const { kinds, named, take } = c.find
      return (
        <div key={c.name} style={props.style}>
          <Chooser label={props['aria-label']} kinds={kinds} hint={c.hint ?? c.label} value={row[named] || row[c.name]} invalid={props.isInvalid} settles choose={(m) => put(i, take(m))} />
        </div>
      )
    }
    return c.options ? (
      <Form.Select key={c.name} {...props} onChange={(e) => edit(i, c.name, e.target.value)}>
        {(c.options.some(([v]) => v === props.value) ? c.options : [[props.value, props.value || c.label] as [string, string], ...c.options]).map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </Form.Select>
    ) : (
      <Form.Control key={c.name} {...props} placeholder={c.hint ?? (columns.length > 1 ? '' : c.label)} type={c.type} onChange={(e) => edit(i, c.name, e.target.value)} autoComplete="off" />
    )
  }
  return (
    <fieldset>
      <legend>{legend}</legend>
      {rows.length > 0 && columns.length > 1 && (
        <div className="written-row heads" aria-hidden="true">
          {first.map((c) => (
            <span key={c.name} style={{ flex: `1 1 ${c.width ?? 140}px`, width: 0, minWidth: 56 }}>
              {c.label}
            </span>
          ))}
          <span className="acts" data-order={order || undefined} />
        </div>
      )}
      {rows.map((row, i) => (
        <Fragment key={i}>
          <div className="written-row">
            {first.map((c) => cell(row, i, c))}
            <span className="acts" data-order={order || undefined}>
              {order && (
                <button type="button" className="plain-button" disabled={i === 0} aria-label={`${row.name || legend}: up`} onClick={() => set(rows.map((r, k) => (k === i - 1 ? row : k === i ? rows[i - 1] : r)))}>
                  up
                </button>
              )}
              <button type="button" className="plain-button" onClick={() => set(rows.filter((_, k) => k !== i))}>
                remove
              </button>
            </span>
          </div>
          {first.length < columns.length && <div className="written-row below">{columns.filter((c) => c.below).map((c) => cell(row, i, c))}</div>}
        </Fragment>
      ))}
      <button type="button" className="plain-button" onClick={() => set([...rows, {}])}>
        {add}
      </button>
    </fieldset>
  )
}
