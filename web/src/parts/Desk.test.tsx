import { QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { client } from '../api/queries'
import type { Edit } from '../api/save'
import { DeskProvider, useDesk } from './Desk'

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

const edit = (id: string): Edit => ({ kind: 'component', id, version: 3, value: { id, name: id, yield: { quantity: 1, unit: 'g' }, ingredients: [], methods: [] }, what: id, screen: 's' })

function Two({ ended }: { ended: (id: string, ok: boolean) => void }) {
  const desk = useDesk()
  return ['hake', 'swede'].map((id) => (
    <button key={id} onClick={() => void desk.hand(edit(id)).then((ok) => ended(id, ok))}>
      {id}
    </button>
  ))
}

// Two saves fail while the server is away; neither replaces the other.
it('tries all that failed again, in their order, or gives all up', async () => {
  let away = true
  const sent: string[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    if (away) throw new TypeError('no network')
    sent.push(new URL(request.url).pathname)
    return new Response(JSON.stringify({ id: 'x', version: 8 }), { headers: { 'Content-Type': 'application/json' } })
  })
  const ended = vi.fn()
  render(
    <QueryClientProvider client={client}>
      <DeskProvider>
        <Two ended={ended} />
      </DeskProvider>
    </QueryClientProvider>,
  )
  const fail = async () => {
    fireEvent.click(screen.getByText('hake'))
    fireEvent.click(screen.getByText('swede'))
    await waitFor(() => screen.getByText('Try all 2 again'), { timeout: 5000 })
  }
  await fail()
  away = false
  fireEvent.click(screen.getByText('Try all 2 again'))
  await waitFor(() => expect(ended.mock.calls).toEqual([['hake', true], ['swede', true]]))
  expect(sent.filter((p) => p.includes('components'))).toEqual(['/api/components/hake', '/api/components/swede'])
  away = true
  await fail()
  fireEvent.click(screen.getByText('Close'))
  await waitFor(() => expect(ended.mock.calls.slice(2)).toEqual([['hake', false], ['swede', false]]))
})
