// What a plan breaks: each strict limit, and the waits that are longer than they
// are at best, folded where there are many, so that the plan itself stays in sight.
import { useState, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { Bracket } from './States'

type Clash = Schemas['Clash']

const few = 2

export function Clashes({ list, children }: { list: Clash[]; children: (c: Clash) => ReactNode }) {
  const [open, setOpen] = useState(false)
  const strict = list.filter((c) => c.strict)
  const priced = list.filter((c) => !c.strict)
  const folded = priced.length > few && !open
  const told = (c: Clash, i: number) => (
    <Bracket key={i + c.what} what={c.what}>
      {children(c)}
    </Bracket>
  )
  return (
    <>
      {strict.map(told)}
      {!folded && priced.map(told)}
      {priced.length > few && (
        <Bracket what={`${priced.length} times it is not at its best: it waits longer than it should, or leaves apart.`}>
          No strict limit is broken by these.{' '}
          <button className="plain-button" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'fold them' : 'see them'}
          </button>
        </Bracket>
      )}
    </>
  )
}
