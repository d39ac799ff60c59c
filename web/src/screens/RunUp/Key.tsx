// What the signs of the strands mean. It folds away, and stays as it was left.
import { useState } from 'react'

const signs: [string, React.ReactNode][] = [
  ['hands-on', <rect key="a" x="6" y="3" width="26" height="16" rx="3" fill="#14202b" />],
  ['unattended', <rect key="a" x="6" y="3" width="26" height="16" rx="3" fill="#fff" stroke="#14202b" strokeWidth="2" />],
  ['hold, ends by its bracket', <path key="a" d="M4 11h30M28 3h4v16h-4" fill="none" stroke="#14202b" strokeWidth="2" />],
  ['over its limit', <g key="a" fill="none" stroke="#a3261b"><path d="M8 3h4v16H8" strokeWidth="3" /><path d="M12 11h22" strokeWidth="5" /></g>],
  ['time to spare', <path key="a" d="M4 11h30" stroke="#14202b" strokeWidth="6" strokeDasharray="2 2" />],
  ['later rounds', <g key="a" fill="#14202b"><rect x="4" y="2" width="9" height="5" /><rect x="14" y="9" width="9" height="5" /><rect x="24" y="16" width="9" height="5" /></g>],
  ['the pass, first wave', <path key="a" d="M19 0v22" stroke="#1554b8" strokeWidth="5" />],
  ['later waves', <path key="a" d="M19 0v22" stroke="#1554b8" strokeDasharray="2 5" />],
  ['late or early', <path key="a" d="M19 2v18m4 0v-6m0 6h-8" stroke="#a3261b" strokeWidth="3" fill="none" />],
  ['not all of it planned', <path key="a" d="M19 0v22" stroke="#a3261b" strokeWidth="2" strokeDasharray="3 3" />],
  ['goes into', <path key="a" d="M4 4h18c8 0 8 4 8 10m-4 0h8l-4 6z" fill="none" stroke="#14202b" strokeWidth="2" />],
  ['same pan', <g key="a" fill="none"><path d="M4 11h30" stroke="#3f4f5a" strokeWidth="4" /><path d="M4 11h30" stroke="#fff" strokeWidth="1.5" /></g>],
  ['keeps, made early', <path key="a" d="M4 16h30" stroke="#14202b" strokeWidth="2" strokeDasharray="2 3" />],
  ['pinned', <path key="a" d="M19 4v12M13 4h12" className="kept" />],
  ['moved, from where', <path key="a" d="M8 6v10M8 11h24" className="was" />],
]

export function Key() {
  const [open, setOpen] = useState(() => localStorage.getItem('run-up key') === 'open')
  const turn = () => {
    localStorage.setItem('run-up key', open ? '' : 'open')
    setOpen(!open)
  }
  return (
    <div className="key">
      <button className="plain-button tools" aria-expanded={open} onClick={turn}>
        Key
      </button>
      {open && (
        <ul>
          {signs.map(([name, sign]) => (
            <li key={name}>
              <svg viewBox="0 0 38 22" width="38" height="22" aria-hidden="true">
                {sign}
              </svg>
              {name}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
