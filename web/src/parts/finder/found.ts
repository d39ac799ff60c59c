// What is found, and where it is opened.
import type { Schemas } from '../../api/client'
import { day } from '../words'

export type Match = Omit<Schemas['Match'], 'kind'> & { kind: Schemas['Match']['kind'] | 'screen' }

/** opens is the address of what is found; of a service on the screen that one is on, where that is one of a service. */
export function opens(m: Match, screen: string): string {
  switch (m.kind) {
    case 'dish':
      return `/${['plate', 'card'].includes(screen) ? screen : 'dish'}/${m.id}`
    case 'service':
      return `/${['service', 'sheets', 'run-up', 'order', 'mise'].includes(screen) ? screen : 'menu'}/${m.id}`
    case 'component':
      return `/dish/${m.of}?side=component&of=${m.id}`
    case 'ingredient':
      return `/book/ingredients?of=${m.id}`
    case 'menu':
      return `/menus/${m.id}`
    case 'kitchen':
      return `/kitchen?of=${m.id}`
    case 'supplier':
      return '/order'
    default:
      return m.id
  }
}

/** said is what stands beside a name: the day of a service, what a component is on, what was found in a dish. */
export function said(m: Match): string {
  if (m.kind === 'service') return m.detail ? day(m.detail, true) + year(m.detail) : ''
  if (m.kind === 'component' && m.detail) return `component, ${m.detail}`
  if (m.kind === 'by-product') return `left over from ${m.detail}`
  if (m.kind === 'dish') return m.detail ? `with ${m.detail}` : ''
  return m.kind
}

const year = (iso: string) => (iso.slice(0, 4) === String(new Date().getFullYear()) ? '' : ` ${iso.slice(0, 4)}`)
