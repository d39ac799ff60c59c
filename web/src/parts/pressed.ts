// A part of a drawing that is pressed as a button is: with the mouse, with Enter, with Space.
import type { KeyboardEvent } from 'react'

export const asButton = (press: () => void) => ({
  role: 'button',
  tabIndex: 0,
  onClick: press,
  onKeyDown: (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return
    e.preventDefault() // Space would turn the page too
    press()
  },
})

/** pressable tells whether a key belongs to what has the focus, and not to the screen. */
export const pressable = (target: EventTarget | null) => target instanceof Element && target.closest('button, a, input, select, textarea, summary, [role="button"]') !== null
