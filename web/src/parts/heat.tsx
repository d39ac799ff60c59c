// Temperatures as the kitchen likes them, and in all other ways one tap away.
// The conversions are the server's.
import { useCallback, useState } from 'react'
import { useHeats } from '../api/queries'
import type { Schemas } from '../api/client'

/** useHeat writes a temperature as the kitchen likes it. */
export function useHeat(): (celsius: number) => string {
  const heats = useHeats().data?.heats
  return useCallback((celsius) => heats?.[String(celsius)]?.text ?? `${celsius} °C`, [heats])
}

/** ways are the other ways to say a temperature. */
export const ways = (h: Schemas['Heat']): string[] => [`${h.celsius} °C`, `${h.fahrenheit} °F${h.dial === h.fahrenheit ? '' : ` (dial ${h.dial})`}`, ...(h.gas ? [`gas ${h.gas}`] : []), ...(h.fan === h.celsius ? [] : [`${h.fan} °C with a fan`])]

/** Heat is a temperature that opens into all the ways in which ovens are marked. */
export function Heat({ celsius }: { celsius: number }) {
  const heats = useHeats()
  const [open, setOpen] = useState(false)
  const h = heats.data?.heats[String(celsius)]
  if (!h) return <>{celsius} °C</>
  return (
    <button className="plain-button heat" aria-expanded={open} onClick={() => setOpen(!open)} title="Show °C, °F, gas">
      {open ? ways(h).join(' · ') : h.text}
    </button>
  )
}
