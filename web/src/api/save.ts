// Writing: every write carries the version it was made from, a key that makes
// a repeat harmless, and the screen, for taking it back there.
import { api, ask, Refused, writeKey, type Problem, type Schemas } from './client'
import { ofAll, reread } from './queries'

export type Kind = 'ingredient' | 'component' | 'dish' | 'service' | 'stock' | 'supplier' | 'kitchen' | 'menu'

type Values = { ingredient: Schemas['Ingredient']; component: Schemas['Component']; dish: Schemas['Dish']; service: Schemas['Service']; stock: Schemas['Stock']; supplier: Schemas['Supplier']; kitchen: Schemas['Kitchen']; menu: Schemas['Menu'] }

/** Edit is a document as it is to be; fit has the server fit a service to its menu, which is another one. */
export type Edit<K extends Kind = Kind> = { kind: K; id: string; version: number; value: Values[K]; what: string; screen: string; fit?: boolean }

/** Clash is a lost race that the server could not join: both changed the same. */
export class Clash extends Error {
  constructor(
    readonly problem: Problem,
    readonly edit: Edit,
  ) {
    super(problem.detail)
  }
}

function put(edit: Edit, key: string) {
  const params = { path: { id: edit.id }, header: { 'Idempotency-Key': key, 'Jointime-Screen': edit.screen } }
  const { version, what } = edit
  switch (edit.kind) {
    case 'ingredient':
      return ask(api.PUT('/api/ingredients/{id}', { params, body: { version, what, value: edit.value as Values['ingredient'] } }))
    case 'component':
      return ask(api.PUT('/api/components/{id}', { params, body: { version, what, value: edit.value as Values['component'] } }))
    case 'dish':
      return ask(api.PUT('/api/dishes/{id}', { params, body: { version, what, value: edit.value as Values['dish'] } }))
    case 'stock':
      return ask(api.PUT('/api/stock/{id}', { params, body: { version, what, value: edit.value as Values['stock'] } }))
    case 'supplier':
      return ask(api.PUT('/api/suppliers/{id}', { params, body: { version, what, value: edit.value as Values['supplier'] } }))
    case 'kitchen':
      return ask(api.PUT('/api/kitchens/{id}', { params, body: { version, what, value: edit.value as Values['kitchen'] } }))
    case 'menu':
      return ask(api.PUT('/api/menus/{id}', { params, body: { version, what, value: edit.value as Values['menu'] } }))
    case 'service':
      return ask(api.PUT('/api/services/{id}', { params: { ...params, query: edit.fit ? { fit: true } : {} }, body: { version, what, value: edit.value as Values['service'] } }))
  }
}

/**
 * save stores an edit. Where somebody else was first and changed something
 * else, the two are joined; where both changed the same, it throws Clash. A
 * write whose answer was lost is sent once more with the same key.
 */
export async function save(edit: Edit): Promise<number> {
  const key = writeKey()
  const twice = async (e: Edit, k: string) => {
    try {
      return await put(e, k)
    } catch (error) {
      if (error instanceof Refused && error.problem.status !== 503) throw error
      await new Promise((done) => window.setTimeout(done, 600))
      return await put(e, k)
    }
  }
  try {
    const saved = await twice(edit, key)
    await (edit.kind === 'kitchen' ? reread(ofAll) : reread())
    return saved.version
  } catch (error) {
    if (!(error instanceof Refused) || error.problem.status !== 409) throw error
    const { merged, version, conflicts } = error.problem
    if (!merged || version === undefined || conflicts?.length) throw new Clash(error.problem, edit)
    const joined = await twice({ ...edit, version, value: merged as Values[Kind] }, writeKey())
    await (edit.kind === 'kitchen' ? reread(ofAll) : reread())
    return joined.version
  }
}
