// Rounds as they are said: those that are alike and follow one another as one.
import { tableName } from '../../parts/words'

export type Round = { portions: number; tables: string[] }
export type Said = { times: number; portions: number; tables: string }

/** together joins four and more rounds of as many portions: 15 × 8 T1 … T15. */
export function together(rounds: Round[]): Said[] {
  const out: Said[] = []
  for (let i = 0; i < rounds.length; ) {
    let n = i
    while (n < rounds.length && rounds[n].portions === rounds[i].portions) n++
    if (n - i >= 4) {
      const tables = rounds.slice(i, n).flatMap((r) => r.tables.map(tableName))
      out.push({ times: n - i, portions: rounds[i].portions, tables: tables.length > 0 ? `${tables[0]} … ${tables.at(-1)}` : '' })
      i = n
    } else {
      out.push({ times: 1, portions: rounds[i].portions, tables: rounds[i].tables.map(tableName).join(' ') })
      i++
    }
  }
  return out
}
