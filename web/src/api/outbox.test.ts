import { renderHook } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { drop, flush, reload, tick, useTrouble } from './outbox'

type Sent = { ticks: { id: string; task: string }[] }
const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status, headers: { 'Content-Type': status < 300 ? 'application/json' : 'application/problem+json' } })
const waiting = () => JSON.parse(window.localStorage.getItem('outbox') ?? '[]') as { tick: { id: string; task: string }; refused?: string }[]
const made = (task: string) => tick('supper', { task, act: 'made', amount: { quantity: 1, unit: 'g' } })

let sent: Sent[]
let reply: (body: Sent) => Promise<Response>

beforeEach(() => {
  vi.useFakeTimers()
  window.localStorage.clear()
  reload()
  sent = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const body = (await request.json()) as Sent
    sent.push(body)
    return reply(body)
  })
})
afterEach(async () => {
  reply = () => Promise.resolve(answer(200, { added: 1 }))
  await flush()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('sends a tick at once, and forgets it when the server has it', async () => {
  reply = () => Promise.resolve(answer(200, { added: 1 }))
  made('gravy')
  expect(waiting()).toHaveLength(1)
  await flush()
  expect(waiting()).toHaveLength(0)
  expect(sent[0].ticks[0].task).toBe('gravy')
})

it('keeps what cannot be sent, over a reload too, and sends it later with the same id', async () => {
  reply = () => Promise.reject(new TypeError('offline'))
  made('gravy')
  await flush()
  made('hake')
  await flush()
  const ids = waiting().map((h) => h.tick.id)
  expect(ids).toHaveLength(2)
  reload()
  reply = () => Promise.resolve(answer(200, { added: 2 }))
  await vi.advanceTimersByTimeAsync(2100)
  await flush()
  expect(waiting()).toHaveLength(0)
  expect(sent.at(-1)!.ticks.map((t) => t.id)).toEqual(ids)
})

it('sends again what the server did not answer for, and never makes two of it', async () => {
  let lost = true
  reply = () => (lost ? Promise.reject(new TypeError('connection lost')) : Promise.resolve(answer(200, { added: 0 })))
  made('gravy') // the server may have it, and may not
  await flush()
  lost = false
  window.dispatchEvent(new Event('online'))
  await flush()
  expect(new Set(sent.flatMap((s) => s.ticks.map((t) => t.id))).size).toBe(1)
  expect(waiting()).toHaveLength(0)
})

it('puts aside what is refused, and lets the others through', async () => {
  reply = () => Promise.reject(new TypeError('offline'))
  made('gravy')
  await flush()
  made('wrong')
  await flush()
  made('hake')
  reply = (body) => Promise.resolve(body.ticks.some((t) => t.task === 'wrong') ? answer(422, { title: '', detail: 'ticks[1].amount: how much?', status: 422 }) : answer(200, { added: 1 }))
  await flush()
  await flush()
  expect(waiting().map((h) => h.tick.task)).toEqual(['wrong'])
  expect(waiting()[0].refused).toContain('how much?')
  const times = sent.length
  await flush()
  expect(sent).toHaveLength(times)
  drop(waiting()[0].tick.id)
  expect(waiting()).toHaveLength(0)
})

it('waits while the kitchen does not know who is there, or the database is gone', async () => {
  for (const status of [403, 503]) {
    reply = () => Promise.resolve(answer(status, { title: '', detail: 'no', status }))
    made('gravy')
    await flush()
    expect(waiting().every((h) => !h.refused)).toBe(true)
  }
  expect(waiting()).toHaveLength(2)
})

it('says why the server does not take what waits, and sends the other services’ ticks all the same', async () => {
  const trouble = renderHook(() => useTrouble())
  reply = (body) => Promise.resolve(body.ticks[0].task === 'gravy' ? answer(403, { title: '', detail: 'Say first who you are.', status: 403 }) : answer(200, { added: 1 }))
  made('gravy')
  tick('lunch', { task: 'soup', act: 'made', amount: { quantity: 1, unit: 'l' } })
  await flush()
  await flush()
  expect(waiting().map((h) => h.tick.task)).toEqual(['gravy'])
  trouble.rerender()
  expect(trouble.result.current).toBe('Say first who you are.')
  reply = () => Promise.resolve(answer(200, { added: 1 }))
  await flush()
  trouble.rerender()
  expect(trouble.result.current).toBeUndefined()
})

it('loses nothing that another tab has put into it meanwhile', async () => {
  reply = () => Promise.reject(new TypeError('offline'))
  made('gravy')
  await flush()
  const other = { service: 'supper', tick: { id: 'from-the-other-tab', task: 'hake', act: 'made', amount: { quantity: 1, unit: 'g' }, at: '2026-11-28T12:00:00Z' } }
  window.localStorage.setItem('outbox', JSON.stringify([...waiting(), other])) // and no event has come yet
  made('quince')
  expect(waiting().map((h) => h.tick.task)).toEqual(['gravy', 'hake', 'quince'])
  await flush()
})
