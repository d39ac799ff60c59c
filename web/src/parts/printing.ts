// On paper everything is shown: the page is drawn whole before it is printed.
import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

/** usePrinting tells whether the page is being printed. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const media = window.matchMedia('print')
    const set = (to: boolean) => flushSync(() => setPrinting(to)) // it is printed as soon as this returns
    const on = () => set(true)
    const off = () => set(false)
    const turned = () => set(media.matches)
    window.addEventListener('beforeprint', on)
    window.addEventListener('afterprint', off)
    media.addEventListener('change', turned)
    return () => {
      window.removeEventListener('beforeprint', on)
      window.removeEventListener('afterprint', off)
      media.removeEventListener('change', turned)
    }
  }, [])
  return printing
}
