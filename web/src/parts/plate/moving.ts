// Moving on the plate: between millimetres from the centre and a clock hour with
// its distance. This is only the picture while a finger moves; what follows from
// it is the server's.
export type Place = { hour: number; distance: number }

/** placeOf is a point as a clock hour, to a quarter, and whole millimetres. */
export function placeOf(x: number, y: number): Place {
  const distance = Math.round(Math.hypot(x, y))
  if (distance === 0) return { hour: 12, distance }
  const hour = Math.round(((Math.atan2(x, -y) * 6) / Math.PI + 12) * 4) / 4
  return { hour: ((hour - 0.25) % 12) + 0.25, distance }
}

/** nudged moves by an arrow key: round the clock, or out and in; Shift goes further. */
export function nudged(at: Place, key: string, far: boolean): Place | undefined {
  const round = far ? 1 : 0.25
  const out = far ? 10 : 2
  const turn = (by: number) => ({ ...at, hour: ((at.hour + by - 0.25 + 12) % 12) + 0.25 })
  switch (key) {
    case 'ArrowRight':
      return turn(round)
    case 'ArrowLeft':
      return turn(-round)
    case 'ArrowUp':
      return { ...at, distance: at.distance + out }
    case 'ArrowDown':
      return { ...at, distance: Math.max(0, at.distance - out) }
  }
  return undefined
}
