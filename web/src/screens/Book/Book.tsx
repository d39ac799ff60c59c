// The book: every dish, found by its name, by what is in it, by what it must
// be free of, by the month, by how late it can be begun.
import { useState } from 'react'
import { Link } from 'wouter'
import { Form } from 'react-bootstrap'
import { useBook, type Search } from '../../api/queries'
import { More } from '../../parts/More'
import { Empty, Failed, Waiting } from '../../parts/States'
import { spoken } from '../../parts/words'

const months = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
const leads: [number, string][] = [
  [0, 'however long'],
  [3600, 'within 1 h'],
  [4 * 3600, 'within 4 h'],
  [12 * 3600, 'on the day'],
  [36 * 3600, 'since the day before'],
]

export function Book() {
  const [query, setQuery] = useState<Search>({ words: '', without: '', month: 0, within: 0 })
  const book = useBook(query)
  const first = book.data?.pages[0]
  const entries = book.data?.pages.flatMap((p) => p.entries)
  const set = (part: Partial<Search>) => setQuery({ ...query, ...part })
  return (
    <>
      <div className="page-head">
        <h1>Book</h1>
        <span className="quiet">{first && `${first.found} of ${first.all} ${first.all === 1 ? 'dish' : 'dishes'}`}</span>
        <div className="tools">
          <a className="btn btn-outline-dark btn-sm" href="/api/book/export.json">
            Save the book
          </a>
          <Link className="btn btn-outline-dark btn-sm" to="/book/import">
            Take one in
          </Link>
          <Link className="btn btn-outline-dark btn-sm" to="/book/ingredients">
            Ingredients
          </Link>
          <Link className="btn btn-primary btn-sm" to="/book/new">
            Put a dish in
          </Link>
        </div>
      </div>
      <div className="book-search">
        <Form.Control aria-label="Search the book" placeholder="a dish, a component, an ingredient, an allergen" value={query.words} autoFocus onChange={(e) => set({ words: e.target.value })} autoComplete="off" />
        <Form.Select aria-label="Surely without" value={query.without} onChange={(e) => set({ without: e.target.value })}>
          <option value="">with anything in it</option>
          {['gluten', 'alcohol'].map((w) => (
            <option key={w} value={w}>
              surely without {w}
            </option>
          ))}
          <option value="meat">surely without fish and meat</option>
          {(first?.allergens ?? []).map((a) => (
            <option key={a.id} value={a.id}>
              surely without {a.name}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="In season" value={query.month} onChange={(e) => set({ month: Number(e.target.value) })}>
          <option value={0}>in any month</option>
          {months.map((m, i) => (
            <option key={m} value={i + 1}>
              all to be had in {m}
            </option>
          ))}
        </Form.Select>
        <Form.Select aria-label="Begun" value={query.within} onChange={(e) => set({ within: Number(e.target.value) })}>
          {leads.map(([s, label]) => (
            <option key={s} value={s}>
              {s ? `begun ${label}` : label}
            </option>
          ))}
        </Form.Select>
      </div>
      {book.isPending && <Waiting what="the book" />}
      {book.isError && <Failed error={book.error} again={() => void book.refetch()} />}
      {first?.found === 0 && (
        <Empty title={first.all ? 'Nothing in the book is like that' : 'The book is empty'}>{first.all ? 'Fewer words find more.' : 'Paste a dish as it was written, or type it line by line.'}</Empty>
      )}
      <ul className="book">
        {entries?.map((e) => (
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
                {e.allergens.join(', ') || 'no allergen that was told'}
                {e.unknown > 0 && `; ${e.unknown} not told`}
                {e.versions.length > 0 && <span className="quiet"> · for guests: {e.versions.join(', ')}</span>}
              </span>
              <span className="open">
                {e.faults.length > 0 && <span className="care">{e.faults[0]}</span>}
                {e.gaps > 0 && <span className="gap">{e.gaps === 1 ? '1 gap holds it up' : `${e.gaps} gaps hold it up`}</span>}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <More of={book} />
    </>
  )
}
