/** before writes seconds before the plate as it is said: −13 for minutes, −1½ below three, −20 s below half a minute. */
export function before(seconds: number): string {
  if (seconds < 30) return `−${Math.max(0, Math.round(seconds))} s`
  if (seconds >= 180) return `−${Math.round(seconds / 60)}`
  const halves = Math.round(seconds / 30)
  return `−${Math.floor(halves / 2) || ''}${halves % 2 ? '½' : ''}`
}
