// One field for all choosers: typing finds, arrows go up and down, Enter takes.
import { useEffect, useId, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react'
import { Form } from 'react-bootstrap'
import { find, useFound } from '../../api/queries'
import { said, type Match } from './found'

export type Extra = { key: string; name: string; act: () => void }

type Props = {
  label: string
  kinds: string
  hint?: string
  value?: string // what is chosen, shown while nobody types
  own?: Match[] // offered beside what the book has
  extra?: (text: string) => Extra[] // other things to do with what is typed
  always?: Extra[] // and what can be done whatever is typed
  size?: 'lg'
  autoFocus?: boolean
  keeps?: boolean // the list stays open
  invalid?: boolean
  settles?: boolean // who leaves the field means what they typed, where only one thing is called so
  choose: (m: Match) => void
  paste?: (text: string) => void
  leave?: () => void
}

/** Chooser is a field with a list below it: what is found by the words that are typed. */
export function Chooser({ label, kinds, hint, value = '', own = [], extra, always = [], size, autoFocus, keeps, invalid, settles, choose, paste, leave }: Props) {
  const id = useId()
  const [text, setText] = useState('')
  const [open, setOpen] = useState(Boolean(keeps))
  const [at, setAt] = useState(0)
  const field = useRef<HTMLInputElement>(null)
  const taken = useRef(false)
  const found = useFound(text, kinds, open)
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const ours = own.filter((m) => words.length > 0 && words.every((w) => m.name.toLowerCase().startsWith(w)))
  const late = found.isPlaceholderData // of the letters before: what no longer fits is not shown
  const listed = (found.data?.found ?? []).filter((m) => !late || words.every((w) => m.name.toLowerCase().includes(w)))
  const matches: Match[] = [...ours, ...listed]
  const more = [...(text.trim() ? (extra?.(text.trim()) ?? []) : []), ...always]
  const last = matches.length + more.length - 1
  const end = () => {
    setText('')
    setAt(0)
    if (!keeps) setOpen(false)
  }
  const take = (i: number, from = matches) => {
    if (i < from.length) choose(from[i])
    else more[i - from.length]?.act()
    end()
    taken.current = true
    field.current?.blur()
    taken.current = false
  }
  // the only thing that is called so in full, or that begins so; of two, who types chooses
  const settle = async () => {
    const { found, all } = await find(text, kinds)
    const so = found.filter((m) => m.name.toLowerCase() === text.trim().toLowerCase())
    if (so.length !== 1 && all !== 1) return
    choose(so[0] ?? found[0])
    setText('')
  }
  const enter = async () => {
    if (!text || (!late && found.data)) return last >= 0 && take(Math.min(at, last))
    const fresh = await find(text, kinds)
    const from: Match[] = [...ours, ...fresh.found]
    if (from.length + more.length > 0) take(Math.min(at, from.length + more.length - 1), from)
  }
  const onKey = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown') setAt(Math.min(last, at + 1))
    else if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1))
    else if (e.key === 'Enter' && (text || open)) void enter()
    else if (e.key === 'Escape') {
      if (keeps) return // what it stands in closes
      end()
      leave?.()
      field.current?.blur()
    } else return
    e.preventDefault()
    setOpen(true)
    if (e.key === 'Escape' || e.key === 'Enter') setOpen(Boolean(keeps))
  }
  const onPaste = (e: ClipboardEvent) => {
    const pasted = e.clipboardData.getData('text')
    if (!paste || !pasted.trim().includes('\n')) return
    e.preventDefault()
    paste(pasted)
    end()
  }
  const shown = Boolean(open && (matches.length > 0 || more.length > 0 || (text && found.isSuccess)))
  const list = useRef<HTMLUListElement>(null)
  useEffect(() => {
    if (shown && !keeps) list.current?.scrollIntoView?.({ block: 'nearest' }) // of a field at the foot of the page
  }, [shown, keeps, matches.length])
  return (
    <div className={`chooser ${size ?? ''}`}>
      <Form.Control
        ref={field} isInvalid={invalid} aria-label={label} role="combobox" aria-expanded={shown} aria-controls={`${id}-list`} aria-activedescendant={shown && last >= 0 ? `${id}-${Math.min(at, last)}` : undefined}
        placeholder={value || hint} data-chosen={value ? true : undefined} value={text} autoComplete="off" autoFocus={autoFocus} maxLength={200}
        onFocus={() => setOpen(true)}
        onBlur={() => {
          setOpen(Boolean(keeps))
          if (settles && text.trim() && !taken.current) void settle()
          leave?.()
        }}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
          setOpen(true)
        }}
        onKeyDown={onKey} onPaste={onPaste}
      />
      {shown && (
        <ul ref={list} role="listbox" id={`${id}-list`} aria-label={label} aria-busy={late}>
          {matches.map((m, i) => (
            <li key={m.kind + m.id} id={`${id}-${i}`} role="option" aria-selected={i === Math.min(at, last)} onPointerDown={(e) => e.preventDefault()} onClick={() => take(i)}>
              <span>{m.name}</span>
              <span className="quiet">{said(m)}</span>
            </li>
          ))}
          {matches.length === 0 && text && <li className="none quiet">Nothing found for “{text}”.</li>}
          {more.map((x, k) => (
            <li key={x.key} id={`${id}-${matches.length + k}`} className="extra" role="option" aria-selected={matches.length + k === Math.min(at, last)} onPointerDown={(e) => e.preventDefault()} onClick={() => take(matches.length + k)}>
              {x.name}
            </li>
          ))}
          {found.data && found.data.all > found.data.found.length && <li className="none quiet">{found.data.all - found.data.found.length} more: type more of the name.</li>}
        </ul>
      )}
    </div>
  )
}
