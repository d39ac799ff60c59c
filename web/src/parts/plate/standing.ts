// How long a plate stands while it is built.
import type { Schemas } from '../../api/client'

// stood is how long a plate stands, as it would be typed: in seconds where it is not
// in whole minutes.
export function stood(s: Schemas['Standing']): string {
  const most = s.most ?? s.least
  const unit = s.least % 60 === 0 && most % 60 === 0 ? 60 : 1
  const range = s.most === undefined ? `${s.least / unit}` : `${s.least / unit}–${most / unit}`
  return `${range} ${unit === 60 ? 'min' : 's'}`
}

/** standing says how long a plate stands after a placing, where and why. */
export const standing = (s: Schemas['Standing']) => `then it stands ${stood(s)}${s.where ? ` on the ${s.where}` : ''}${s.why ? `: ${s.why}` : ''}`
