// What is in a dish and in each of its versions, computed from what it is made
// of. What was never told is unknown, and never shown as free.
import { useState } from 'react'
import { Button } from 'react-bootstrap'
import { Bracket } from '../../parts/States'
import { spoken } from '../../parts/words'
import type { View } from './types'

type Version = View['versions'][number]

const animals: Record<string, string> = { milk: 'milk', egg: 'egg', honey: 'honey', fish: 'fish', shellfish: 'shellfish', meat: 'meat' }

export function Contents({ view, edit }: { view: View; edit: (id: string) => void }) {
  const [open, setOpen] = useState('')
  const rows = [...new Set(view.versions.flatMap((v) => v.contents.allergens.map((a) => a.id)))]
  const names = new Map(view.versions.flatMap((v) => v.contents.allergens.map((a): [string, string] => [a.id, a.name])))
  return (
    <section>
      <h2>what is in it</h2>
      {view.versions.flatMap((v) => v.broken.map((b) => <Bracket key={v.id + b.what} what={`${v.name} ${b.answer === 'no' ? 'is not without' : 'may not be without'} ${b.what}`}>{b.from.join('; ')}</Bracket>))}
      {view.versions.flatMap((v) => v.lost.map((l) => <Bracket key={v.id + l} what={`${v.name}: “${l}” finds nothing to change`} />))}
      <table className="contents">
        <thead>
          <tr>
            <td />
            {view.versions.map((v) => (
              <th key={v.id} scope="col">
                {v.id ? (
                  <button className="plain-button" onClick={() => edit(v.id)}>
                    {v.name}
                  </button>
                ) : (
                  'as it stands'
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((id) => (
            <tr key={id}>
              <th scope="row">{names.get(id)}</th>
              {view.versions.map((v) => (
                <Cell key={v.id} answer={inside(v, id)} from={v.contents.allergens.find((a) => a.id === id)?.from} open={open === v.id + id} toggle={() => setOpen(open === v.id + id ? '' : v.id + id)} />
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">alcohol</th>
            {view.versions.map((v) => (
              <Cell key={v.id} answer={v.contents.alcohol.length ? 'in it' : v.contents.untold.length ? 'not told' : 'none'} from={v.contents.alcohol} open={open === v.id + 'alcohol'} toggle={() => setOpen(open === v.id + 'alcohol' ? '' : v.id + 'alcohol')} />
            ))}
          </tr>
          <tr>
            <th scope="row">from animals</th>
            {view.versions.map((v) => (
              <td key={v.id}>{[...v.contents.animals.map((a) => animals[a.id]), ...(v.contents.untold.length ? ['not all told'] : [])].join(', ') || 'nothing'}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">to be asked for</th>
            {view.versions.map((v) => (
              <td key={v.id}>{v.id ? <Late version={v} /> : ''}</td>
            ))}
          </tr>
        </tbody>
      </table>
      {view.versions.some((v) => v.contents.unknown.length > 0) && (
        <Bracket what="Never told, so not free of anything">{[...new Set(view.versions.flatMap((v) => v.contents.unknown))].join('; ')}</Bracket>
      )}
      <p className="small quiet">Allergens of Annex II of Regulation (EU) No 1169/2011 and of the law of the United States. It is computed from what the kitchen has told; a cook who knows the dish decides, and local law applies.</p>
      <Button variant="outline-dark" size="sm" onClick={() => edit('')}>
        Add a version
      </Button>
    </section>
  )
}

function inside(v: Version, id: string) {
  if (v.contents.allergens.some((a) => a.id === id)) return 'in it'
  return v.contents.unknown.length ? 'not told' : 'none'
}

function Cell({ answer, from, open, toggle }: { answer: string; from?: string[] | null; open: boolean; toggle: () => void }) {
  return (
    <td className={answer === 'in it' ? 'in-it' : answer === 'not told' ? 'not-told' : ''}>
      {from?.length ? (
        <button className="plain-button" aria-expanded={open} onClick={toggle}>
          {answer}
        </button>
      ) : (
        answer
      )}
      {open && from?.map((f) => (
        <div key={f} className="working">
          {f}
        </div>
      ))}
    </td>
  )
}

function Late({ version }: { version: Version }) {
  const { tooLate } = version
  if (tooLate.atPass) return <>at the pass: what is left off is placed last</>
  return (
    <>
      {tooLate.say}
      {tooLate.before > 0 && `, ${spoken(tooLate.before)} before`}
      {tooLate.open && ', and a gap hides how long'}
    </>
  )
}
