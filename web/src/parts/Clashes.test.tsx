import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { Clashes } from './Clashes'

afterEach(cleanup)

const clash = (what: string, strict: boolean) => ({ what, advice: 'more hands', strict })
const shown = (list: ReturnType<typeof clash>[]) => render(<Clashes list={list}>{(c) => c.advice}</Clashes>)

it('shows what is strict always, and few of the others as they are', () => {
  shown([clash('late', true), clash('waits', false), clash('stands', false)])
  for (const what of ['late', 'waits', 'stands']) expect(screen.getByText(what)).toBeTruthy()
  expect(screen.queryByText('Show')).toBeNull()
})

it('folds many others into one line that opens', () => {
  shown([clash('late', true), ...[1, 2, 3].map((n) => clash(`waits ${n}`, false))])
  expect(screen.getByText('late')).toBeTruthy()
  expect(screen.queryByText('waits 1')).toBeNull()
  expect(screen.getByText(/^3 soft limits over/)).toBeTruthy()
  fireEvent.click(screen.getByText('Show'))
  for (const n of [1, 2, 3]) expect(screen.getByText(`waits ${n}`)).toBeTruthy()
  fireEvent.click(screen.getByText('Hide'))
  expect(screen.queryByText('waits 2')).toBeNull()
})

it('folds what else there is to know with them', () => {
  render(
    <Clashes list={[clash('waits', false)]} more={[{ what: 'a dish says two things' }, { what: 'near a limit', children: 'its source' }]}>
      {(c) => c.advice}
    </Clashes>,
  )
  expect(screen.getByText('1 soft limit over; 2 more notes.')).toBeTruthy()
  expect(screen.queryByText('near a limit')).toBeNull()
  fireEvent.click(screen.getByText('Show'))
  expect(screen.getByText('near a limit')).toBeTruthy()
  expect(screen.getByText('its source')).toBeTruthy()
})
