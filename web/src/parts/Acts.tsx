// What is done with a thing as a whole, behind one button.
import { useRef, useState, type FocusEvent } from 'react'
import { Button } from 'react-bootstrap'

/** Acts opens a list of acts; a press elsewhere, or Esc, closes it. */
export function Acts({ label, acts }: { label: string; acts: [string, () => void][] }) {
  const [open, setOpen] = useState(false)
  const box = useRef<HTMLDivElement>(null)
  const left = (e: FocusEvent) => !box.current?.contains(e.relatedTarget) && setOpen(false)
  return (
    <div className="acts-of" ref={box} onBlur={left} onKeyDown={(e) => e.key === 'Escape' && setOpen(false)}>
      <Button variant="outline-dark" size="sm" aria-expanded={open} onClick={() => setOpen(!open)}>
        {label}
      </Button>
      {open && (
        <ul>
          {acts.map(([name, act]) => (
            <li key={name}>
              <button
                onClick={() => {
                  setOpen(false)
                  act()
                }}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
