import type { Schemas } from '../../api/client'

export type Plan = Schemas['RunUp']
export type View = Schemas['ServiceView']
