// What the screens read. Each is read again when the server tells of a change.
import { keepPreviousData, QueryCache, QueryClient, useInfiniteQuery, useQuery, type QueryObserverLoadingErrorResult, type UseQueryResult } from '@tanstack/react-query'
import { api, ask, Refused, type Schemas } from './client'

export const client = new QueryClient({
  queryCache: new QueryCache({ onError: (error) => error instanceof Refused && error.problem.status === 401 && void askWhoIsHere() }),
  defaultOptions: { queries: { staleTime: 30_000, retry: (n, error) => !(error instanceof Refused && error.problem.status < 500) && n < 3, retryDelay: 800 } },
})

/** lost says that there is nothing to show: it was never read, or is refused now, for it was deleted. Where only the connection is gone, what was read last stays. */
export const lost = <T>(q: UseQueryResult<T>): q is QueryObserverLoadingErrorResult<T> => q.isError && (q.data === undefined || (q.error instanceof Refused && q.error.problem.status < 500))

/** askWhoIsHere asks again who is at this browser: it may have been put out. */
export const askWhoIsHere = () => client.invalidateQueries({ queryKey: ['session'] })

export const useSession = () => useQuery({ queryKey: ['session'], queryFn: () => ask(api.GET('/api/session')) })

/** useServices are the next services, and then those of the past, a page at a time. */
export const useServices = () => usePages(['services'], (page) => ask(api.GET('/api/services', { params: { query: { ...page, limit: 40 } } })))

/** useNext is the next service; where none is to come, the last one. */
export const useNext = () => useQuery({ queryKey: ['services', 'next'], queryFn: () => ask(api.GET('/api/services', { params: { query: { limit: 1 } } })) })

const finding = (words: string, kinds: string, limit: number) => ({ queryKey: ['find', words, kinds, limit], queryFn: () => ask(api.GET('/api/find', { params: { query: { words, kinds, limit } } })) })

/** useFound is what is found by some words while they are typed; the last answer stays until the next one is there. */
export const useFound = (words: string, kinds: string, enabled = true, limit = 8) => useQuery({ ...finding(words, kinds, limit), enabled, placeholderData: keepPreviousData })

/** find asks for it at once: who presses Enter before the answer is there means what they typed. */
export const find = (words: string, kinds: string, limit = 8) => client.fetchQuery(finding(words, kinds, limit))

export const useMenus = () => useQuery({ queryKey: ['menus'], queryFn: () => ask(api.GET('/api/menus')) })

export const useMenu = (id: string) => useQuery({ queryKey: ['menu', id], queryFn: () => ask(api.GET('/api/menus/{id}', { params: { path: { id } } })) })

export const useService = (id: string) =>
  useQuery({ queryKey: ['service', id], queryFn: () => ask(api.GET('/api/services/{id}', { params: { path: { id } } })), enabled: id !== '' })

/** serviceNow is a service as the server has it, and menuNow a menu: newer than what is drawn, where something was just saved. Where the server cannot be reached, what is drawn. */
export const serviceNow = (id: string, drawn: Schemas['ServiceView']) => ask(api.GET('/api/services/{id}', { params: { path: { id } } })).catch(() => drawn)
export const menuNow = (id: string, drawn: Schemas['MenuView']) => ask(api.GET('/api/menus/{id}', { params: { path: { id } } })).catch(() => drawn)

export const useRunUp = (id: string) =>
  useQuery({
    queryKey: ['run-up', id], queryFn: () => ask(api.GET('/api/services/{id}/runup', { params: { path: { id } } })), enabled: id !== '',
    refetchInterval: (q) => (q.state.data?.planning ? 1500 : false), // the best so far, until the plan is there
  })

/** useDay is a day of a kitchen; it is asked again while one of its services is being planned. */
export const useDay = (kitchen: string, on: string) =>
  useQuery({
    queryKey: ['day', kitchen, on], queryFn: () => ask(api.GET('/api/kitchens/{id}/days/{day}', { params: { path: { id: kitchen, day: on } } })), enabled: kitchen !== '' && on !== '', placeholderData: keepPreviousData,
    refetchInterval: (q) => (q.state.data?.services.some((s) => s.planning) ? 1500 : false),
  })

export const useSheets = (id: string) =>
  useQuery({
    queryKey: ['sheets', id], queryFn: () => ask(api.GET('/api/services/{id}/sheets', { params: { path: { id } } })), enabled: id !== '',
    refetchInterval: (q) => (q.state.data?.planning ? 1500 : false),
  })

export const useAcross = (id: string) => useQuery({ queryKey: ['across', id], queryFn: () => ask(api.GET('/api/services/{id}/across', { params: { path: { id } } })), enabled: id !== '' })

export const useAmounts = (id: string) =>
  useQuery({ queryKey: ['amounts', id], queryFn: () => ask(api.GET('/api/services/{id}/amounts', { params: { path: { id } } })), enabled: id !== '' })

export const useMise = (id: string) =>
  useQuery({ queryKey: ['mise', id], queryFn: () => ask(api.GET('/api/services/{id}/mise', { params: { path: { id } } })), enabled: id !== '' })

export const useLabels = (id: string, tasks: string[]) =>
  useQuery({ queryKey: ['labels', id, tasks], queryFn: () => ask(api.GET('/api/services/{id}/labels', { params: { path: { id }, query: { tasks } } })), enabled: tasks.length > 0 })

/** useStock is what is on hand, a page at a time; of a place, or everywhere. */
export const useStock = (place?: Schemas['StockView']['stock']['place']) => usePages(['stock', place], (page) => ask(api.GET('/api/stock', { params: { query: { ...page, place: place || undefined } } })))

export const useSuppliers = () => useQuery({ queryKey: ['suppliers'], queryFn: () => ask(api.GET('/api/suppliers')) })

export const useTablets = () => useQuery({ queryKey: ['tablets'], queryFn: () => ask(api.GET('/api/tablets')), refetchInterval: 60_000 })

export const useKitchens = () => useQuery({ queryKey: ['kitchens'], queryFn: () => ask(api.GET('/api/kitchens')) })

/** useHeats are temperatures in all ways, as the kitchen likes them. */
export const useHeats = () => useQuery({ queryKey: ['heats'], queryFn: () => ask(api.GET('/api/heats')), staleTime: 600_000 })

/** useProgress asks how far a plan is, while one waits for it, or looks at it. */
export const useProgress = (id: string) =>
  useQuery({ queryKey: ['progress', id], queryFn: () => ask(api.GET('/api/services/{id}/progress', { params: { path: { id } } })), refetchInterval: (q) => (q.state.data?.planning ? 300 : q.state.data?.bettering ? 1000 : 5000), staleTime: 0 })

export const useDish = (id: string) =>
  useQuery({ queryKey: ['dish', id], queryFn: () => ask(api.GET('/api/dishes/{id}', { params: { path: { id } } })), enabled: id !== '' })

export type Search = { words: string; without: string; month: number; within: number }

/** useBook searches the book of dishes; the last answer stays until the next one is there. */
export const useBook = (query: Search) =>
  usePages(['book', query], (page) => ask(api.GET('/api/book', { params: { query: { ...query, ...page } } })))

/** useIngredients are those that are called so, a page at a time. */
export const useIngredients = (words: string) => usePages(['ingredients', words], (page) => ask(api.GET('/api/ingredients', { params: { query: { ...page, words } } })))

export const useIngredient = (id: string) => useQuery({ queryKey: ['ingredient', id], queryFn: () => ask(api.GET('/api/ingredients/{id}', { params: { path: { id } } })), enabled: id !== '' })

export const useAllergens = () => useQuery({ queryKey: ['allergens'], queryFn: () => ask(api.GET('/api/allergens')), staleTime: Infinity })

export const useSums = () => useQuery({ queryKey: ['sums'], queryFn: () => ask(api.GET('/api/sums')), staleTime: Infinity })

export const useRefused = (id: string) =>
  useQuery({ queryKey: ['refused', id], queryFn: () => ask(api.GET('/api/ingredients/{id}/refused', { params: { path: { id } } })), enabled: id !== '' })

// usePages reads a long list a page at a time; the last answer stays until the next one is there.
const usePages = <T extends { next?: string }>(queryKey: unknown[], read: (page: { next?: string }) => Promise<T>) =>
  useInfiniteQuery({ queryKey, queryFn: ({ pageParam }) => read(pageParam ? { next: pageParam } : {}), initialPageParam: '', getNextPageParam: (last) => last.next, placeholderData: keepPreviousData })

type Thing = 'component' | 'dish' | 'ingredient'

export const useChecks = (dish: string) => useQuery({ queryKey: ['checks', dish], queryFn: () => ask(api.GET('/api/dishes/{id}/checks', { params: { path: { id: dish } } })) })

export const usePhoto = (dish: string) => useQuery({ queryKey: ['photo', dish], queryFn: () => ask(api.GET('/api/dishes/{id}/photo', { params: { path: { id: dish } } })) })

export const useVersionPlate = (dish: string, version: string) =>
  useQuery({ queryKey: ['version-plate', dish, version], queryFn: () => ask(api.GET('/api/dishes/{id}/versions/{version}/plate', { params: { path: { id: dish, version } } })) })

/** useWayPlate computes a plate of a dish as it would be built in another way. */
export const useWayPlate = ({ dish, version }: Schemas['DishView'], way: Schemas['Way']) =>
  useQuery({ queryKey: ['way-plate', dish.id, version, way.id], queryFn: () => ask(api.POST('/api/dishes/{id}/plate', { params: { path: { id: dish.id } }, body: way.plate })) })

export const useHistory = (kind: Thing, id: string) =>
  usePages(['history', kind, id], (page) => ask(api.GET('/api/history/{kind}/{id}', { params: { path: { kind, id }, query: page } })))

export const useCompare = (kind: Thing, id: string, from: number, to: number) =>
  useQuery({ queryKey: ['compare', kind, id, from, to], queryFn: () => ask(api.GET('/api/compare/{kind}/{id}', { params: { path: { kind, id }, query: { from, to } } })), enabled: from > 0 && to > 0 && from !== to })

export const useUndoable = (screen: string) =>
  useQuery({ queryKey: ['undo', screen], queryFn: () => ask(api.GET('/api/undo', { params: { query: { screen } } })) })

type Query = { queryKey: readonly unknown[] }

/** ofTicks are the queries that what is ticked off changes. */
export const ofTicks = (q: Query) => ['mise', 'amounts', 'labels'].includes(q.queryKey[0] as string)

/** ofPlans are the queries that a plan of a service changes. */
export const ofPlans = (id: string) => (q: Query) => q.queryKey[0] === 'day' || (['run-up', 'mise', 'labels', 'sheets', 'amounts'].includes(q.queryKey[0] as string) && q.queryKey[1] === id)

/** ofAll are all but who one is: for when nobody knows what was missed. */
export const ofAll = (q: Query) => q.queryKey[0] !== 'session'

const named = (...names: string[]) => (q: Query) => names.includes(q.queryKey[0] as string)
const but = (...names: string[]) => (q: Query) => ofAll(q) && !named(...names)(q)
const apart = ['heats', 'allergens', 'tablets', 'progress', 'checks', 'photo']
const food = but(...apart, 'stock', 'suppliers', 'kitchens')

// What a change of a document changes. What is not listed is read again as a whole.
const changedBy: Record<string, (id: string) => (q: Query) => boolean> = {
  tick: () => ofTicks,
  plan: ofPlans,
  pass: (dish) => (q) => named('checks', 'photo')(q) && q.queryKey[1] === dish,
  service: (id) => (q) => named('services', 'menus', 'menu', 'find', 'dish', 'refused', 'undo', 'day')(q) || q.queryKey[1] === id,
  stock: () => named('stock', 'amounts', 'mise', 'labels', 'dish', 'undo'),
  supplier: () => named('suppliers', 'amounts', 'ingredients', 'ingredient', 'undo'),
  ingredient: () => food,
  component: () => food,
  dish: () => food,
  menu: () => food,
}

/** ofChange are the queries that a change of something changes. */
export const ofChange = (kind: string, id: string): ((q: Query) => boolean) => changedBy[kind]?.(id) ?? ofAll

/** reread drops what is running and reads again, so that no old answer wins. */
export async function reread(ours: (q: Query) => boolean = but('heats')) {
  await client.cancelQueries({ predicate: ours })
  await client.invalidateQueries({ predicate: ours })
}
