import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Bands } from './Bands'
import type { Evening, Plan } from './types'

const origin = '2026-03-14T00:00:00Z'
const at = (h: number, m: number) => h * 3600 + m * 60
const plan = {
  origin,
  bars: [{ id: 'sear' }],
  courses: [
    { id: 'fish', name: 'Roast hake', hour: '2026-03-14T20:25:00Z', plates: 12 },
    { id: 'main', name: 'Guinea fowl', hour: '2026-03-14T21:00:00Z', plates: 1 },
  ],
} as unknown as Plan
const evening = {
  from: at(19, 0),
  to: at(21, 10),
  hands: 2,
  bands: [
    { course: 0, load: [{ at: at(20, 0), hands: 2 }, { at: at(20, 20), hands: 0 }], waves: [{ wave: 1, at: at(20, 25), state: 'kept' }, { wave: 2, at: at(20, 30), state: 'late' }], worst: { bar: 0, say: 'Hake 1:22 over', who: 'Fish cook short', over: 82 } },
    { course: 1, load: [], waves: [{ wave: 1, at: at(21, 0), state: 'tight' }] },
  ],
  strips: [{ id: 'oven', name: 'Oven', kind: 'thing', spans: [{ from: at(20, 2), to: at(20, 12), setting: 200, turning: true }, { from: at(20, 12), to: at(20, 40), setting: 200 }] }],
  opens: [],
  shortfalls: [],
} as unknown as Evening

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse('2026-03-14T20:10:00Z'), toFake: ['Date'] })
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(900)
  vi.stubGlobal('ResizeObserver', class { observe() {} disconnect() {} })
})
afterEach(() => {
  cleanup()
  vi.useRealTimers()
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})

const drawn = () => {
  const [open, pick] = [vi.fn(), vi.fn()]
  const { container } = render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { enabled: false } } })}>
      <Bands plan={plan} evening={evening} open={open} pick={pick} />
    </QueryClientProvider>,
  )
  return { open, pick, container }
}

it('draws a course with a stroke a wave, what is late apart, and opens it', () => {
  const { open, container } = drawn()
  expect([...container.querySelectorAll('.stroke')].map((e) => e.getAttribute('class'))).toEqual(['stroke is-kept', 'stroke is-late', 'stroke is-tight'])
  fireEvent.click(screen.getByLabelText('20:25 Roast hake, 12 plates in 2 waves'))
  expect(open).toHaveBeenCalledWith('course', 'fish')
  fireEvent.keyDown(screen.getByLabelText('21:00 Guinea fowl, 1 plate in 1 wave'), { key: 'Enter' })
  expect(open).toHaveBeenCalledWith('course', 'main')
})

it('tells the worst moment beside its course, and shows its step', () => {
  const { pick } = drawn()
  fireEvent.click(screen.getByLabelText('Hake 1:22 over · Fish cook short, show'))
  expect(pick).toHaveBeenCalledWith('sear')
})

it('has a strip for an oven, with when it is turned to what', () => {
  const { open } = drawn()
  fireEvent.click(screen.getByLabelText('Oven 20:02 to 200 °C'))
  expect(open).toHaveBeenCalledWith('thing', 'oven')
})

it('has the line of now while the service is on, and none before it', () => {
  expect(drawn().container.querySelector('[aria-label="now"]')).toBeTruthy()
  cleanup()
  vi.setSystemTime(Date.parse('2026-03-14T09:00:00Z'))
  expect(drawn().container.querySelector('[aria-label="now"]')).toBeNull()
})
