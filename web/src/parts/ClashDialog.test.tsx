import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { Clash, type Edit } from '../api/save'
import { ClashDialog } from './ClashDialog'

const edit: Edit = { kind: 'component', id: 'hake', version: 3, value: { id: 'hake', name: 'Hake', yield: { quantity: 1, unit: 'g' }, ingredients: [], methods: [] }, what: 'Hake', screen: 's' }
const problem = { title: 'Changed meanwhile', status: 409, detail: 'x', version: 7, who: 'Sous chef' }

function saved() {
  const sent: unknown[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    if (new URL(request.url).pathname.startsWith('/api/components/')) sent.push(await request.clone().json()) // ticks of other tests may still be under way
    return new Response(JSON.stringify({ id: 'hake', version: 8 }), { headers: { 'Content-Type': 'application/json' } })
  })
  return sent
}

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

it('brings back what somebody deleted, as it was typed', async () => {
  const sent = saved()
  const end = vi.fn()
  render(<ClashDialog clash={new Clash(problem, edit)} say={() => {}} end={end} />)
  expect(screen.getByText('Sous chef deleted this')).toBeTruthy()
  fireEvent.click(screen.getByText('Bring it back'))
  await waitFor(() => expect(end).toHaveBeenCalledWith(true))
  expect(sent).toEqual([{ version: 7, what: 'Hake (back after Sous chef deleted it)', value: edit.value }])
})

it('leaves it deleted, or the form open', () => {
  const sent = saved()
  const end = vi.fn()
  render(<ClashDialog clash={new Clash(problem, edit)} say={() => {}} end={end} />)
  fireEvent.click(screen.getByText('Keep editing'))
  fireEvent.click(screen.getByText('Leave it deleted'))
  expect(end.mock.calls).toEqual([[false], [true]])
  expect(sent).toEqual([])
})

it('shows both where both changed the same, and saves the two joined', async () => {
  const sent = saved()
  const end = vi.fn()
  const merged = { ...edit.value, name: 'Hake fillet' }
  render(<ClashDialog clash={new Clash({ ...problem, merged, conflicts: ['name'], differences: [{ where: 'Name', was: 'Hake fillet', is: 'Cod' }] }, edit)} say={() => {}} end={end} />)
  expect(screen.getByText('Sous chef changed this too')).toBeTruthy()
  expect(screen.getByText('Cod')).toBeTruthy()
  fireEvent.click(screen.getByText('Use mine'))
  await waitFor(() => expect(end).toHaveBeenCalledWith(true))
  expect(sent).toEqual([{ version: 7, what: 'Hake (over a change by Sous chef)', value: merged }])
})
