// Rows of a small table that can be written in: keys, by-products, objects
// that must come out. All of it is text until it is saved.
import { Form } from 'react-bootstrap'

export type Row = Record<string, string>

export type Column = { name: string; label: string; width?: number; options?: [string, string][]; hint?: string }

type Props = { legend: string; columns: Column[]; rows: Row[]; set: (rows: Row[]) => void; add: string; wrong?: string }

export function Rows({ legend, columns, rows, set, add, wrong }: Props) {
  const edit = (i: number, name: string, value: string) => set(rows.map((r, k) => (k === i ? { ...r, [name]: value } : r)))
  return (
    <fieldset>
      <legend>{legend}</legend>
      {rows.map((row, i) => (
        <div key={i} className="written-row">
          {columns.map((c) => {
            const props = { 'aria-label': `${legend} ${i + 1}, ${c.label}`, value: row[c.name] ?? '', style: { flex: `1 1 ${c.width ?? 140}px`, width: 0, minWidth: 56 }, isInvalid: wrong === `${legend}.${i}.${c.name}` }
            return c.options ? (
              <Form.Select key={c.name} {...props} onChange={(e) => edit(i, c.name, e.target.value)}>
                {(c.options.some(([v]) => v === props.value) ? c.options : [[props.value, props.value || c.label] as [string, string], ...c.options]).map(([value, label]) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </Form.Select>
            ) : (
              <Form.Control key={c.name} {...props} placeholder={c.hint ?? c.label} onChange={(e) => edit(i, c.name, e.target.value)} autoComplete="off" />
            )
          })}
          <button type="button" className="plain-button" onClick={() => set(rows.filter((_, k) => k !== i))}>
            remove
          </button>
        </div>
      ))}
      <button type="button" className="plain-button" onClick={() => set([...rows, {}])}>
        {add}
      </button>
    </fieldset>
  )
}
