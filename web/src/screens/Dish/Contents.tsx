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
      <h2>allergens and versions</h2>
      {view.versions.flatMap((v) => v.broken.map((b) => <Bracket key={v.id + b.what} what={`“${v.name}” ${b.answer === 'no' ? 'contains' : 'may contain'} ${b.what}`}>{b.from.join('; ')}</Bracket>))}
      {view.versions.flatMap((v) => v.lost.map((l) => <Bracket key={v.id + l} what={`“${v.name}”: “${l}” matches no ingredient`} />))}
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
                  'as written'
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
              <Cell key={v.id} answer={v.contents.alcohol.length ? 'contains' : v.contents.untold.length ? 'unknown' : 'no'} from={v.contents.alcohol} open={open === v.id + 'alcohol'} toggle={() => setOpen(open === v.id + 'alcohol' ? '' : v.id + 'alcohol')} />
            ))}
          </tr>
          <tr>
            <th scope="row">animal products</th>
            {view.versions.map((v) => (
              <td key={v.id}>{[...v.contents.animals.map((a) => animals[a.id]), ...(v.contents.untold.length ? ['not all recorded'] : [])].join(', ') || 'none'}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">changes</th>
            {view.versions.map((v) => (
              <td key={v.id}>{v.changes.map((text) => <span key={text} className="d-block">{text}</span>)}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">last call</th>
            {view.versions.map((v) => (
              <td key={v.id}>{v.id ? <Late version={v} /> : ''}</td>
            ))}
          </tr>
        </tbody>
      </table>
      {view.versions.some((v) => v.contents.unknown.length > 0) && (
        <Bracket what="Allergens not recorded, so nothing can be ruled out">{[...new Set(view.versions.flatMap((v) => v.contents.unknown))].join('; ')}</Bracket>
      )}
      <p className="small quiet">Allergens of Annex II of Regulation (EU) No 1169/2011 and of the law of the United States. Worked out from what the kitchen recorded. A cook who knows the dish decides; local law applies.</p>
      <Button variant="outline-dark" size="sm" onClick={() => edit('')}>
        Add a version
      </Button>
    </section>
  )
}

function inside(v: Version, id: string) {
  if (v.contents.allergens.some((a) => a.id === id)) return 'contains'
  return v.contents.unknown.length ? 'unknown' : 'no'
}

function Cell({ answer, from, open, toggle }: { answer: string; from?: string[] | null; open: boolean; toggle: () => void }) {
  return (
    <td className={answer === 'contains' ? 'in-it' : answer === 'unknown' ? 'not-told' : ''}>
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
  if (tooLate.atPass) return <>at the pass: it goes on last</>
  return (
    <>
      {tooLate.say}
      {tooLate.before > 0 && `, ${spoken(tooLate.before)} before the plate`}
      {tooLate.open && ', more once a gap is filled'}
    </>
  )
}
