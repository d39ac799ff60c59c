// The room that a drawing has, so that its letters keep their size.
import { useLayoutEffect, useRef, useState, type RefObject } from 'react'

/** useWidth gives the width in pixels of what the ref is put on, but no less than can be drawn in. */
export function useWidth(first: number, least = 640): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  useLayoutEffect(() => {
    const box = ref.current
    if (!box) return
    const look = () => setWidth(Math.max(box.clientWidth, least))
    look()
    const watch = new ResizeObserver(look)
    watch.observe(box)
    return () => watch.disconnect()
  }, [least])
  return [ref, width]
}
