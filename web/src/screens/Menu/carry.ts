// Carrying: what has a grip is taken with a finger or the mouse and put where a line shows.
// With keys, arrows move it and Delete takes it off.
import { useState, type KeyboardEvent, type PointerEvent } from 'react'

/** Slot is a place that something can be put in: before or after what is there. */
export type Slot = { kind: 'dish' | 'course'; course: string; at: number }

type Carried = { kind: Slot['kind']; id: string }

export type Grip = {
  onPointerDown: (e: PointerEvent) => void
  onPointerMove: (e: PointerEvent) => void
  onPointerUp: (e: PointerEvent) => void
  onPointerCancel: () => void
  onKeyDown: (e: KeyboardEvent) => void
}

/** slotAt is the place of a kind under a point of the page: what has it is marked with data-slot, as in dish:main:1. */
export function slotAt(kind: Slot['kind'], x: number, y: number): Slot | undefined {
  const under = document.elementsFromPoint(x, y).map((e) => e.closest<HTMLElement>(`[data-slot^="${kind}:"]`)).find(Boolean)
  if (!under) return undefined
  const [, course, at] = under.dataset.slot!.split(':')
  const box = under.getBoundingClientRect()
  return { kind, course, at: Number(at) + (y > box.top + box.height / 2 ? 1 : 0) }
}

/** useCarry gives the grips, and the place over which something is carried. */
export function useCarry(put: (kind: Slot['kind'], id: string, to: Slot) => void, step: (kind: Slot['kind'], id: string, by: 1 | -1) => void, remove: (kind: Slot['kind'], id: string) => void) {
  const [carried, setCarried] = useState<Carried>()
  const [over, setOver] = useState<Slot>()
  const end = () => {
    setCarried(undefined)
    setOver(undefined)
  }
  const grip = (kind: Slot['kind'], id: string): Grip => ({
    onPointerDown: (e) => {
      if (e.button !== 0) return
      e.currentTarget.setPointerCapture(e.pointerId)
      setCarried({ kind, id })
    },
    onPointerMove: (e) => carried && setOver(slotAt(kind, e.clientX, e.clientY)),
    onPointerUp: (e) => {
      const to = carried && over && slotAt(kind, e.clientX, e.clientY)
      end()
      if (to) put(kind, id, to)
    },
    onPointerCancel: end,
    onKeyDown: (e) => {
      if (e.key === 'ArrowDown' || e.key === 'ArrowUp') step(kind, id, e.key === 'ArrowDown' ? 1 : -1)
      else if (e.key === 'Delete' || e.key === 'Backspace') remove(kind, id)
      else return
      e.preventDefault()
    },
  })
  return { grip, carried, over }
}
