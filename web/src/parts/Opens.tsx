// A figure that opens to show its working; the other unit is one tap away.
import { useState, type ReactNode } from 'react'

type Props = { name: ReactNode; figure: ReactNode; other?: string; note?: ReactNode; under?: ReactNode; children: ReactNode }

export function Opens({ name, figure, other, note, under, children }: Props) {
  const [open, setOpen] = useState(false)
  const [swapped, setSwapped] = useState(false)
  return (
    <div className="order-line">
      <div className="d-flex align-items-baseline gap-3">
        <button className="name" aria-expanded={open} onClick={() => setOpen(!open)}>
          {name}
          {note && <span className="order-note">{note}</span>}
        </button>
        <button className="figure" disabled={!other} onClick={() => setSwapped(!swapped)} title={other ? 'Show the other unit' : undefined}>
          {swapped ? other : figure}
        </button>
      </div>
      {under && <div className="order-note">{under}</div>}
      {open && <div className="opened">{children}</div>}
    </div>
  )
}
