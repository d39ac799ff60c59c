// A dish as its screen sees it, and how a part of it is opened.
import type { Schemas } from '../../api/client'

export type View = Schemas['DishView']
export type Part = View['components'][number]
export type Pick = (component: string, step: string, field?: string) => void
