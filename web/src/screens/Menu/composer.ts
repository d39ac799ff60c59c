// The composer hands in what is done to a menu: that of a service, which is then its own, or a
// kept one.
import { createContext, useContext } from 'react'
import type { Menu } from '../../parts/service/composing'

export type Change = (what: string, edit: (m: Menu) => Menu, replaced?: { from: string; to: string }) => Promise<boolean>

export type Composer = { menu: Menu; readOnly: boolean; screen: string; names: Map<string, string>; change: Change }

export const ComposerContext = createContext<Composer | undefined>(undefined)

export function useComposer(): Composer {
  const c = useContext(ComposerContext)
  if (!c) throw new Error('no composer here')
  return c
}

/** named is what a course is called: as somebody named it, or as its first dish. */
export function named({ menu, names }: Composer, course: string): string {
  const at = menu.courses.findIndex((c) => c.id === course)
  const c = menu.courses[at]
  return c?.name || names.get(c?.dishes[0] ?? '') || `Course ${at + 1}`
}
