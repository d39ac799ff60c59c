// Whether single letters go to screens: some people speak to their tablet, or lean on it,
// and want none of it. Kept on this browser.
import { useSyncExternalStore } from 'react'

const place = 'keys'
const watchers = new Set<() => void>()

export function keysOn(): boolean {
  try {
    return window.localStorage.getItem(place) !== 'off'
  } catch {
    return true
  }
}

export function turnKeys(on: boolean) {
  try {
    window.localStorage.setItem(place, on ? 'on' : 'off')
  } catch {
    // a forbidden storage: they stay as they are
  }
  watchers.forEach((w) => w())
}

const watch = (w: () => void) => {
  watchers.add(w)
  return () => watchers.delete(w)
}

export const useKeysOn = () => useSyncExternalStore(watch, keysOn)
