// Lines that are typed one below the other, each with what it was taken for beside it.
import { useRef, type ClipboardEvent, type KeyboardEvent } from 'react'
import { flushSync } from 'react-dom'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'

export type Said = { text: string; as: '' | 'cook' | 'equipment' }

const hints = ['4 burners', 'combi oven, 5 shelves, 250 °C at most, 6 s a degree up', 'walk-in, 3 °C', 'blender, 3 min to wash', 'warm drawer, 6 places, 65 °C', 'head chef, 10–23', 'larder cook, Tue to Sat, 14–23, not the fryer', 'pass, 6 plates']

export function Lines({ lines, read, set }: { lines: Said[]; read: Schemas['ReadKitchenLine'][]; set: (lines: Said[]) => void }) {
  const box = useRef<HTMLOListElement>(null)
  // at once: who types fast has the next letter in the next line
  const to = (i: number, first?: () => void) => {
    if (first) flushSync(first)
    box.current?.querySelectorAll<HTMLInputElement>('input')[i]?.focus()
  }
  const put = (i: number, next: Partial<Said>) => set(lines.map((l, k) => (k === i ? { ...l, ...next } : l)))
  const onKey = (i: number) => (e: KeyboardEvent) => {
    if (e.key === 'Enter') {
      e.preventDefault()
      to(i + 1, i === lines.length - 1 && lines[i].text.trim() ? () => set([...lines, { text: '', as: '' }]) : undefined)
    } else if (e.key === 'Backspace' && lines[i].text === '' && lines.length > 1) {
      e.preventDefault()
      to(Math.max(0, i - 1), () => set(lines.filter((_, k) => k !== i)))
    } else if (e.key === 'ArrowDown') to(Math.min(lines.length - 1, i + 1))
    else if (e.key === 'ArrowUp') to(Math.max(0, i - 1))
  }
  const onPaste = (i: number) => (e: ClipboardEvent) => {
    const pasted = e.clipboardData.getData('text').split('\n').map((t) => t.trim()).filter(Boolean)
    if (pasted.length < 2) return
    e.preventDefault()
    const rows = pasted.map((text): Said => ({ text, as: '' }))
    set([...lines.slice(0, i), ...(lines[i].text ? [lines[i]] : []), ...rows, ...lines.slice(i + 1), { text: '', as: '' }])
  }
  return (
    <ol className="said-lines" ref={box}>
      {lines.map((l, i) => (
        <li key={i}>
          <Form.Control aria-label={`Line ${i + 1}`} placeholder={hints[i % hints.length]} value={l.text} maxLength={300} autoComplete="off" onChange={(e) => put(i, { text: e.target.value, as: '' })} onKeyDown={onKey(i)} onPaste={onPaste(i)} />
          <Taken line={l} read={read[i]?.text === l.text ? read[i] : undefined} as={(as) => put(i, { as })} />
        </li>
      ))}
    </ol>
  )
}

// Taken is what a line was taken for: its fields, what was assumed, what is asked.
function Taken({ line, read, as }: { line: Said; read?: Schemas['ReadKitchenLine']; as: (as: Said['as']) => void }) {
  if (!line.text.trim() || !read) return <div />
  if (read.wrong) return <div className="wrong">{read.wrong}</div>
  const strange = read.equipment && read.assumed.some((a) => a.startsWith('its own kind'))
  return (
    <div aria-live="polite">
      <span className="understood">{read.said}</span>
      {read.assumed.length > 0 && <span className="ours">assumed: {read.assumed.join(', ')}</span>}
      {(strange || read.cook) && (
        <button type="button" className="plain-button small" onClick={() => as(read.cook ? 'equipment' : 'cook')}>
          {read.cook ? 'It is equipment' : 'It is a cook'}
        </button>
      )}
      {read.open.length > 0 && <span className="gap">{read.open.map((o) => `“${o}”`).join(', ')}: not understood. Say it otherwise?</span>}
    </div>
  )
}
