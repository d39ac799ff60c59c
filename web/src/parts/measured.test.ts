import { expect, it } from 'vitest'
import { cut, wide, wrapped } from './measured'

// Without a canvas every letter counts 0.54 of the size.
it('cuts a text after a word, and says so', () => {
  expect(cut('Set buttermilk cream', wide('Set buttermilk cream'))).toBe('Set buttermilk cream')
  expect(cut('Set buttermilk cream', wide('Set buttermilk cr …'))).toBe('Set buttermilk …')
  expect(cut('Buttermilk', wide('Butt …'))).toBe('Butt …')
})

it('breaks a text into lines that all fit', () => {
  const most = wide('Smoked mackerel')
  expect(wrapped('Smoked mackerel cream with much dill', most, 2)).toEqual(['Smoked mackerel', 'cream with …'])
  expect(wrapped('Hake', most, 2)).toEqual(['Hake'])
  for (const line of wrapped('Brown-shrimp butter', most, 2)) expect(wide(line)).toBeLessThanOrEqual(most)
})
