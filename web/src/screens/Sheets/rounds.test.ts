import { expect, it } from 'vitest'
import { together } from './rounds'

const round = (portions: number, ...tables: string[]) => ({ portions, tables })

it('says rounds that are alike as one, and all others as they are', () => {
  expect(together([round(6, 'Table 1', 'Table 2'), round(6, 'Table 4'), round(5, 'Table 7')])).toEqual([
    { times: 1, portions: 6, tables: 'T1 T2' },
    { times: 1, portions: 6, tables: 'T4' },
    { times: 1, portions: 5, tables: 'T7' },
  ])
  const list = Array.from({ length: 5 }, (_, i) => round(8, `Table ${i + 1}`))
  expect(together([...list, round(5, 'Table 6')])).toEqual([
    { times: 5, portions: 8, tables: 'T1 … T5' },
    { times: 1, portions: 5, tables: 'T6' },
  ])
  expect(together([round(36)])).toEqual([{ times: 1, portions: 36, tables: '' }])
})
