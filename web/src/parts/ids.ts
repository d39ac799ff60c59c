// Ids are made by the server: one way for all names, in every script.
import { api, ask } from '../api/client'

/** idsFor gives each row its id: the one it has, or one made of its name that no other has. */
export async function idsFor(rows: { id?: string; name: string }[], taken: string[] = [], of?: 'component'): Promise<string[]> {
  const names = rows.filter((r) => !r.id).map((r) => r.name)
  if (names.length === 0) return rows.map((r) => r.id!)
  const { ids } = await ask(api.POST('/api/read/ids', { body: { names, taken: [...taken, ...rows.flatMap((r) => r.id || [])], of } }))
  let next = 0
  return rows.map((r) => r.id || ids[next++])
}

/** newID makes an id of a name. */
export const newID = async (name: string, taken: string[]): Promise<string> => (await idsFor([{ name }], taken))[0]

/** newComponentID makes an id of a name that no component of the book has. */
export const newComponentID = async (name: string): Promise<string> => (await idsFor([{ name }], [], 'component'))[0]
