import { afterEach, expect, it, vi } from 'vitest'
import { Refused, Unreachable } from './client'
import { Clash, save, type Edit } from './save'

const edit: Edit = { kind: 'component', id: 'hake', version: 3, value: { id: 'hake', name: 'Hake', yield: { quantity: 1, unit: 'g' }, ingredients: [], methods: [] }, what: 'x', screen: 's' }

type Sent = { key: string | null; version: number; query: string }

function answers(...list: (() => Response | Promise<Response>)[]): Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    if (!/\/api\/(components|services)\//.test(request.url) || request.method !== 'PUT') return Promise.reject(new TypeError('of another test'))
    sent.push({ query: new URL(request.url).search, key: request.headers.get('Idempotency-Key'), version: ((await request.clone().json()) as { version: number }).version })
    return list[sent.length - 1]()
  })
  return sent
}
const json = (status: number, body: unknown) => () => new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
const cut = () => Promise.reject(new TypeError('connection lost'))
afterEach(() => vi.unstubAllGlobals())

it('sends a write whose answer was lost once more, with the same key', async () => {
  const sent = answers(cut, json(200, { id: 'hake', version: 4 }))
  expect(await save(edit)).toBe(4)
  expect(sent[0].key).toBe(sent[1].key)
  expect(sent[0].key).toMatch(/^[0-9a-f]{32}$/)
})

it('gives up with Unreachable where no answer comes', async () => {
  answers(cut, cut)
  await expect(save(edit)).rejects.toBeInstanceOf(Unreachable)
})

it('joins a change with somebody else’s where they do not meet', async () => {
  const sent = answers(json(409, { detail: 'x', version: 7, merged: { id: 'hake' } }), json(200, { id: 'hake', version: 8 }))
  expect(await save(edit)).toBe(8)
  expect(sent.map((s) => s.version)).toEqual([3, 7])
  expect(sent[0].key).not.toBe(sent[1].key)
})

it('shows both where both changed the same', async () => {
  answers(json(409, { detail: 'x', version: 7, merged: { id: 'hake' }, conflicts: ['steps[rest]'] }))
  await expect(save(edit)).rejects.toBeInstanceOf(Clash)
})

it('does not repeat what was refused', async () => {
  const sent = answers(json(422, { detail: 'no' }))
  await expect(save(edit)).rejects.toBeInstanceOf(Refused)
  expect(sent).toHaveLength(1)
})

it('has a service fitted to its menu, also after it was joined', async () => {
  const sent = answers(json(409, { detail: 'x', version: 7, merged: { id: 'supper' } }), json(200, { id: 'supper', version: 8 }))
  await save({ kind: 'service', id: 'supper', version: 3, value: { id: 'supper', name: 'Supper', kitchen: 'k', day: '2026-12-05', courses: [] }, what: 'x', screen: 's', fit: true })
  expect(sent.map((s) => s.query)).toEqual(['?fit=true', '?fit=true'])
})
