import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { reload } from '../../api/outbox'
import type { Schemas } from '../../api/client'
import { TaskRow, VisitRow } from './Task'

const task = (more: Partial<Schemas['Task']> = {}): Schemas['Task'] => ({
  id: 'gravy/bones', component: 'gravy', name: 'Thyme gravy', what: 'brown bones', make: { quantity: 200, unit: 'ml' }, figure: '200 ml', other: '6.8 fl oz', working: '200 ml ÷ 200 ml = 1 times the list', container: 'jug', start: '2026-03-13T17:30:00+01:00', end: '2026-03-13T19:00:00+01:00', planned: true, by: '2026-03-14T20:43:00+01:00', keepsFor: 172800, keeps: '2026-03-15T19:00:00+01:00', place: 'fridge',
  dishes: ['Guinea fowl'], waiting: [], why: 'keeps 2 days', cautions: ['Cool it fast.'], allergens: ['celery'], unknown: false, weigh: [{ line: 'bones', id: 'b', amount: { quantity: 600, unit: 'g' }, text: '600 g', off: 0.012, working: '600 g × 1' }], made: { quantity: 0, unit: 'ml' }, missing: { quantity: 200, unit: 'ml' }, ticks: [], outs: [], done: false, last: true, ...more,
})
const axis = { from: Date.parse('2026-03-13T15:00:00+01:00'), to: Date.parse('2026-03-14T21:00:00+01:00') }
const show = (t: Schemas['Task']) => render(<TaskRow task={t} number={1} axis={axis} service="supper" held={[]} label={() => {}} />)
const waiting = () => (JSON.parse(window.localStorage.getItem('outbox') ?? '[]') as { tick: Schemas['Tick'] }[]).map((h) => h.tick)

beforeEach(() => {
  window.localStorage.clear()
  reload()
  vi.stubGlobal('fetch', (request: Request) => {
    if (!request.url.includes('/read/amount')) return Promise.reject(new TypeError('offline'))
    const text = new URL(request.url).searchParams.get('text')
    const body = text === '150 ml' ? { amount: { quantity: 150, unit: 'ml' }, text } : { status: 422, detail: `“${text}” has no figure` }
    return Promise.resolve(new Response(JSON.stringify(body), { status: text === '150 ml' ? 200 : 422, headers: { 'Content-Type': 'application/json' } }))
  })
})
afterEach(() => {
  cleanup()
  window.localStorage.clear()
  reload() // nothing is left that would be sent in another test
  vi.unstubAllGlobals()
})

it('ticks the whole of it with one press, and then only what is missing', () => {
  show(task())
  fireEvent.click(screen.getByRole('checkbox'))
  expect(waiting()[0]).toMatchObject({ task: 'gravy/bones', act: 'made', amount: { quantity: 200, unit: 'ml' } })
  cleanup()
  const half = { id: 't', task: 'gravy/bones', act: 'made' as const, amount: { quantity: 150, unit: 'ml' as const }, at: '2026-03-13T19:00:00+01:00', who: 'Sauce' }
  show(task({ ticks: [half], made: { quantity: 150, unit: 'ml' }, missing: { quantity: 50, unit: 'ml' }, still: '50 ml' }))
  expect(screen.getByText('50 ml to make').className).toContain('gap')
  fireEvent.click(screen.getByRole('checkbox'))
  expect(waiting()[1]).toMatchObject({ amount: { quantity: 50, unit: 'ml' } })
})

it('ticks what must come out of it by itself, and puts it back', () => {
  const out = { id: 'gravy/bones/out/bundle', what: '1 × bundle', step: 'strain', ticks: [] as Schemas['Tick'][] }
  show(task({ outs: [out] }))
  const box = screen.getByRole('checkbox', { name: 'Thyme gravy: 1 × bundle out' })
  expect(box.textContent).toBe('1 × bundle out at strain')
  fireEvent.click(box)
  expect(waiting()[0]).toMatchObject({ task: 'gravy/bones/out/bundle', act: 'visit' })
  cleanup()
  show(task({ done: true, outs: [out] }))
  expect(screen.getByRole('checkbox', { name: /bundle/ }).className).toContain('open')
  cleanup()
  show(task({ outs: [{ ...out, ticks: [{ id: 'tick-1', task: out.id, act: 'visit', at: '2026-03-13T19:00:00+01:00', who: 'Sauce' }] }] }))
  fireEvent.click(screen.getByRole('checkbox', { name: /bundle/ }))
  expect(waiting()[1]).toMatchObject({ act: 'back', of: 'tick-1' })
})

it('shows how much, and the other unit one tap away', () => {
  show(task())
  fireEvent.click(screen.getByText('200 ml'))
  expect(screen.getByText('6.8 fl oz')).toBeTruthy()
  expect(screen.getByText('Cool it fast.').className).toContain('care')
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('keeps until Sun 15 Mar 19:00')
})

it('opens to what is weighed, and takes another amount', async () => {
  show(task())
  fireEvent.click(screen.getByText('Thyme gravy'))
  expect(screen.getByText('(rounded, +1.2 %)')).toBeTruthy()
  fireEvent.change(screen.getByLabelText('Thyme gravy, amount made'), { target: { value: 'some' } })
  fireEvent.click(screen.getByText('Record amount'))
  await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('has no figure'))
  fireEvent.change(screen.getByLabelText('Thyme gravy, amount made'), { target: { value: '150 ml' } })
  fireEvent.click(screen.getByText('Record amount'))
  await waitFor(() => expect(waiting()).toHaveLength(1))
})

it('takes a plain amount without a connection, and asks for one otherwise', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('offline')))
  show(task())
  fireEvent.click(screen.getByText('Thyme gravy'))
  const say = (value: string) => {
    fireEvent.change(screen.getByLabelText('Thyme gravy, amount made'), { target: { value } })
    fireEvent.click(screen.getByText('Record amount'))
  }
  say('half of it')
  await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('write 150 g'))
  say('0,15 l')
  await waitFor(() => expect(waiting()[0]?.amount).toEqual({ quantity: 0.15, unit: 'l' }))
})

it('shows who ticked, and takes a tick back', () => {
  const tick = { id: 'tick-1', task: 'gravy/bones', act: 'made' as const, amount: { quantity: 200, unit: 'ml' as const }, at: '2026-03-13T19:00:00+01:00', who: 'Sauce' }
  show(task({ done: true, ticks: [tick], made: { quantity: 200, unit: 'ml' }, missing: { quantity: 0, unit: 'ml' }, twice: 'ticked twice?' }))
  expect(screen.getByText(/made 200 ml, 19:00 by Sauce/)).toBeTruthy()
  expect(screen.getByText('ticked twice?')).toBeTruthy()
  fireEvent.click(screen.getByRole('checkbox'))
  fireEvent.click(screen.getByText('Undo'))
  expect(waiting()[0]).toMatchObject({ act: 'back', of: 'tick-1' })
})

it('says what is not planned, and what nobody knows of it', () => {
  show(task({ start: undefined, end: undefined, by: undefined, unknown: true, allergens: [] }))
  expect(screen.getByText(/not planned/)).toBeTruthy()
  fireEvent.click(screen.getByText('Thyme gravy'))
  expect(screen.getByText('allergens not all known').className).toContain('gap')
})

it('ticks a visit once', () => {
  const visit = { id: 'd/cure/visit 2', name: 'Cure', what: 'turn it', at: '2026-03-13T09:00:00+01:00', for: 60, ticks: [] }
  render(<VisitRow visit={visit} service="supper" held={false} />)
  fireEvent.click(screen.getByRole('checkbox'))
  expect(waiting()[0]).toMatchObject({ act: 'visit', task: 'd/cure/visit 2' })
  cleanup()
  render(<VisitRow visit={visit} service="supper" held />)
  expect((screen.getByRole('checkbox') as HTMLButtonElement).disabled).toBe(true)
})
