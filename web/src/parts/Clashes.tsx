// What a plan breaks: each strict limit, and the waits that are longer than they
// are at best, folded where there are many, so that the plan itself stays in sight.
import { useState, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { Bracket } from './States'
import { count } from './words'

type Clash = Schemas['Violation']

const few = 2

/** More is something else to know that breaks nothing. */
export type More = { what: string; children?: ReactNode }

export function Clashes({ list, more = [], children }: { list: Clash[]; more?: More[]; children: (c: Clash) => ReactNode }) {
  const [open, setOpen] = useState(false)
  const strict = list.filter((c) => c.strict)
  const priced = list.filter((c) => !c.strict)
  const many = priced.length + more.length > few
  const folded = many && !open
  const told = (c: Clash, i: number) => (
    <Bracket key={i + c.what} what={c.what}>
      {children(c)}
    </Bracket>
  )
  return (
    <>
      {strict.map(told)}
      {!folded && priced.map(told)}
      {!folded &&
        more.map((m, i) => (
          <Bracket key={i + m.what} what={m.what}>
            {m.children}
          </Bracket>
        ))}
      {many && (
        <Bracket what={summary(priced.length, more.length)}>
          No hard limit broken.{' '}
          <button className="plain-button" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide' : 'Show'}
          </button>
        </Bracket>
      )}
    </>
  )
}

function summary(priced: number, more: number): string {
  const over = count(priced, 'soft limit') + ' over'
  if (priced === 0) return `${count(more, 'note')}.`
  return more === 0 ? `${over}.` : `${over}; ${more} more ${more === 1 ? 'note' : 'notes'}.`
}
