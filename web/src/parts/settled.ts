// A value that follows another one only when that has come to rest: for what is
// dear to draw and not looked at while a hand moves.
import { useEffect, useState } from 'react'

export function useSettled<T>(value: T, rest = 250): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const later = window.setTimeout(() => setSettled(value), rest)
    return () => window.clearTimeout(later)
  }, [value, rest])
  return settled
}
