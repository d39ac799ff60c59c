// The book: every dish, found by its name, by what is in it, by what it must
// be free of, by the month, by how late it can be begun.
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { Link } from 'wouter'
import { Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useBook, type Search } from '../../api/queries'
import { Undo } from '../../parts/Desk'
import { More } from '../../parts/More'
import { Empty, Failed, Waiting } from '../../parts/States'
import { count, spoken } from '../../parts/words'

const months = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
const leads: [number, string][] = [
  [0, 'any lead time'],
  [3600, 'up to 1 h'],
  [4 * 3600, 'up to 4 h'],
  [12 * 3600, 'same day'],
  [36 * 3600, 'from the day before'],
]

export function Book() {
  const [query, setQuery] = useState<Search>({ words: '', without: '', month: 0, within: 0 })
  const book = useBook(useDeferredValue(query)) // the list follows the hand
  const first = book.data?.pages[0]
  const entries = useMemo(() => book.data?.pages.flatMap((p) => p.entries), [book.data])
  const set = (part: Partial<Search>) => setQuery({ ...query, ...part })
  return (
    <>
      <div className="page-head">
        <h1>Book</h1>
        <span className="quiet">{first && `${first.found} of ${count(first.all, 'dish')}`}</span>
        <div className="tools">
          <Undo screen="book" hides />
          <a className="btn btn-outline-dark btn-sm" href="/api/book/export.json">
            Export book
          </a>
          <Link className="btn btn-outline-dark btn-sm" to="/book/import">
            Import book
          </Link>
          <Link className="btn btn-outline-dark btn-sm" to="/book/ingredients">
            Ingredients
          </Link>
          <Link className="btn btn-outline-dark btn-sm" to="/book/sums">
            Sums
          </Link>
          <Link className="btn btn-primary btn-sm" to="/book/new">
            New dish
          </Link>
        </div>
      </div>
      <div className="book-search">
        <Form.Control aria-label="Search the book" placeholder="a dish, a component, an ingredient, an allergen" value={query.words} autoFocus onChange={(e) => set({ words: e.target.value })} autoComplete="off" />
        <Form.Select aria-label="Allergens" value={query.without} onChange={(e) => set({ without: e.target.value })}>
          <option value="">any allergens</option>
          {['gluten', 'alcohol'].map((w) => (
            <option key={w} value={w}>
              no {w} (recorded)
            </option>
          ))}
          <option value="meat">no fish or meat</option>
          {(first?.allergens ?? []).map((a) => (
            <option key={a.id} value={a.id}>
              no {a.name} (recorded)
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="In season" value={query.month} onChange={(e) => set({ month: Number(e.target.value) })}>
          <option value={0}>any season</option>
          {months.map((m, i) => (
            <option key={m} value={i + 1}>
              in season in {m}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="Lead time" value={query.within} onChange={(e) => set({ within: Number(e.target.value) })}>
          {leads.map(([s, label]) => (
            <option key={s} value={s}>
              {label}
            </option>
          ))}
        </Form.Select>
      </div>
      {book.isPending && <Waiting what="the book" />}
      {book.isError && <Failed error={book.error} again={() => void book.refetch()} />}
      {first?.found === 0 && (
        <Empty title={first.all ? 'No dish matches' : 'The book is empty'}>{first.all ? 'Try fewer words.' : 'Paste a dish as it was written, or type it line by line.'}</Empty>
      )}
      <Entries list={entries} />
      <More of={book} />
    </>
  )
}

const none: Schemas['Entry'][] = []

const Entries = memo(function Entries({ list = none }: { list?: Schemas['Entry'][] }) {
  return (
    <ul className="book">
      {list.map((e) => (
        <li key={e.dish}>
          <Link to={`/dish/${e.dish}`}>
            <span className="name">{e.name}</span>
            <span className="when">
              <b>{spoken(e.must)}</b> before the plate
            </span>
            <span className="of">
              {e.components.join(' · ')}
              {e.because && <span className="because">{e.because}</span>}
            </span>
            <span className="in">
              {e.allergens.join(', ') || 'no listed allergens'}
              {e.unknown > 0 && `; ${count(e.unknown, 'ingredient')} not recorded`}
              {e.versions.length > 0 && <span className="quiet"> · versions: {e.versions.join(', ')}</span>}
            </span>
            <span className="open">
              {e.faults.length > 0 && <span className="care">{e.faults[0]}</span>}
              {e.gaps > 0 && <span className="gap">{count(e.gaps, 'gap')}</span>}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  )
})
