import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { LineReading } from '../../parts/reading'
import { LineField } from './LineField'

const reading = (text: string): LineReading => ({
  as: 'ingredient',
  ingredient: { read: { line: text, kind: 'ingredient', low: 1, high: 1, unit: 'g', item: text, note: null, doubt: false }, line: { id: text, name: text } },
})

beforeEach(() => {
  vi.stubGlobal('fetch', (request: Request) => Promise.resolve(new Response(JSON.stringify(reading(new URL(request.url).searchParams.get('text')!)), { headers: { 'Content-Type': 'application/json' } })))
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

function Field({ keep }: { keep: (r: LineReading) => Promise<boolean> }) {
  const [text, set] = useState('')
  return <LineField label="line" hint="" ids={[]} into="c" text={text} set={set} keep={keep} action="Add" />
}

const box = () => screen.getByLabelText('line') as HTMLTextAreaElement
const type = (text: string) => fireEvent.change(box(), { target: { value: text } })
const enter = () => fireEvent.keyDown(box(), { key: 'Enter' })
const settle = () => act(() => new Promise((done) => setTimeout(done, 20)))

it('puts lines in one after another, however fast they are typed', async () => {
  const kept: string[] = []
  let first: (ok: boolean) => void = () => {}
  render(
    <Field
      keep={(r) => {
        kept.push(r.ingredient!.line!.name)
        return kept.length === 1 ? new Promise((done) => (first = done)) : Promise.resolve(true)
      }}
    />,
  )
  type('salt')
  enter()
  expect(box().value).toBe('')
  type('pepper')
  enter()
  await settle()
  expect(kept).toEqual(['salt'])
  expect(screen.getByText('Adding: pepper')).toBeTruthy()
  await act(async () => first(true))
  await settle()
  expect(kept).toEqual(['salt', 'pepper'])
  expect(screen.queryByText(/putting in/)).toBeNull()
})

it('gives back what could not be put in, with what was typed since', async () => {
  render(<Field keep={() => Promise.resolve(false)} />)
  type('salt')
  enter()
  type('pep')
  await settle()
  expect(box().value).toBe('salt pep')
})

it('keeps a line a line', async () => {
  render(<Field keep={() => Promise.resolve(true)} />)
  type('salt\nand pepper')
  expect(box().value).toBe('salt and pepper')
  type('\n')
  expect(box().value).toBe('')
  await settle()
})

it('shows what a line becomes while it is typed', async () => {
  render(<Field keep={() => Promise.resolve(true)} />)
  type('salt')
  await settle()
  expect(screen.getByText(/new ingredient/)).toBeTruthy()
  fireEvent.click(screen.getByText('Read as step'))
  await settle()
})
