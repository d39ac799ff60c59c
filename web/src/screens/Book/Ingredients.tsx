// What is bought: what is in it, when it can be had, what to look for when it
// comes; and, when a delivery is sent back, what falls and what stands in.
import { useDeferredValue, useState } from 'react'
import { Link } from 'wouter'
import { Form } from 'react-bootstrap'
import { Refused, type Schemas } from '../../api/client'
import { lost, useAllergens, useIngredient, useIngredients, useRefused, useSuppliers } from '../../api/queries'
import { Undo, useDesk } from '../../parts/Desk'
import { Delete } from '../../parts/Delete'
import { Gone } from '../../parts/Gone'
import { Rows } from '../../parts/Rows'
import { More } from '../../parts/More'
import { useAddress } from '../../parts/address'
import { Merge } from './Merge'
import { toIngredient, toWords } from './ingredientForm'
import { Bracket, Empty, Failed, Waiting } from '../../parts/States'
import { useForm } from '../../parts/form'
import { EditorActions } from '../../parts/EditorActions'
import { count } from '../../parts/words'

type Item = Schemas['IngredientView']

export function Ingredients() {
  const [params, setParams] = useAddress()
  const [words, setWords] = useState('')
  const book = useIngredients(useDeferredValue(words)) // the list follows the hand
  if (book.isPending) return <Waiting what="the ingredients" />
  if (lost(book)) return <Failed error={book.error} again={() => void book.refetch()} />
  const list = book.data.pages.flatMap((p) => p.ingredients)
  const { all, untold } = book.data.pages[0]
  const of = params.get('of')
  return (
    <>
      <div className="page-head">
        <h1>Ingredients</h1>
        <span className="quiet">
          {count(all, 'ingredient')}{untold > 0 && `, ${untold} with allergens not recorded`} · <Link to="/book">Dishes</Link>
        </span>
        <div className="tools">
          <Undo screen="ingredients" />
        </div>
      </div>
      {all === 0 && <Empty title="No ingredients yet">They come in with the first dish.</Empty>}
      <div className="dish-screen">
        <div>
          <Form.Control aria-label="Search ingredients" placeholder="Search" className="mb-2" value={words} maxLength={200} onChange={(e) => setWords(e.target.value)} />
          <Listed list={list} open={of} pick={(of) => setParams({ of }, { replace: true })} />
          {list.length === 0 && all > 0 && <p className="quiet">No ingredient is called so.</p>}
          <More of={book} />
        </div>
        <div>{of && <Opened key={of} id={of} close={() => setParams({}, { replace: true })} />}</div>
      </div>
    </>
  )
}

function Listed({ list, open, pick }: { list: Item[]; open: string | null; pick: (id: string) => void }) {
  return list.map((i) => (
    <button key={i.ingredient.id} className="step-line" aria-current={i.ingredient.id === open} onClick={() => pick(i.ingredient.id)}>
      <span className="name">{i.ingredient.name}</span>
      <span>
        {i.ingredient.allergens ? <span className="facts">{i.ingredient.allergens.length ? i.ingredient.allergens.join(', ') : 'no allergens'}</span> : <span className="gap">allergens?</span>}
        <span className="small quiet"> in {count(i.dishes, 'dish')}</span>
      </span>
    </button>
  ))
}

const animals = ['none', 'milk', 'egg', 'honey', 'fish', 'shellfish', 'meat']

function Opened({ id, close }: { id: string; close: () => void }) {
  const item = useIngredient(id)
  const gone = item.error instanceof Refused && item.error.problem.status === 404
  if (gone) return <Gone missing={{ kind: 'ingredients', id }} otherwise="No such ingredient." />
  if (item.isPending) return <Waiting what="the ingredient" />
  if (lost(item)) return <Failed error={item.error} again={() => void item.refetch()} />
  return <Editor item={item.data} close={close} />
}

function Editor({ item, close }: { item: Schemas['IngredientOutputBody']; close: () => void }) {
  const desk = useDesk()
  const allergens = useAllergens().data?.allergens ?? []
  const suppliers = useSuppliers()
  const form = useForm(`ingredient/${item.ingredient.id}`, toWords(item.ingredient, item.standIns), { over: item.ingredient, version: item.version }, async (f, from) => {
    const value = await toIngredient(f, from.over)
    return desk.hand({ kind: 'ingredient', id: value.id, version: from.version, screen: 'ingredients', what: value.name, value })
  })
  const { value: f, set, wrong } = form
  const text = (name: 'name' | 'also' | 'density' | 'piece' | 'loss' | 'salt' | 'sugar' | 'acid' | 'season' | 'delivery', label: string) => (
    <Form.Group controlId={`ingredient-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
  return (
    <>
      <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label={`Ingredient ${item.ingredient.name}`}>
        <div className="pair">
          {text('name', 'name')}
          {text('also', 'also called (comma between)')}
        </div>
        <fieldset>
          <legend>allergens</legend>
          <Form.Check id="told" label="Recorded: contains what is ticked, nothing else" checked={f.told} onChange={(e) => set({ told: e.target.checked })} />
          <div className="d-flex flex-wrap gap-3 mt-2">
            {allergens.map((a) => (
              <Form.Check key={a.id} id={`allergen-${a.id}`} label={a.name} checked={f.allergens.includes(a.id)} onChange={(e) => set({ told: true, allergens: e.target.checked ? [...f.allergens, a.id] : f.allergens.filter((x) => x !== a.id) })} />
            ))}
          </div>
          {!f.told && <span className="gap mt-2">Not recorded. Until then no dish with it counts as free of any allergen.</span>}
        </fieldset>
        <div className="pair mt-3">
          <Form.Group controlId="ingredient-animal">
            <Form.Label>animal source</Form.Label>
            <Form.Select value={f.animal} onChange={(e) => set({ animal: e.target.value })}>
              <option value="">not recorded</option>
              {animals.map((a) => (
                <option key={a} value={a}>
                  {a === 'none' ? 'none' : a}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Check className="align-self-end" id="ingredient-alcohol" label="contains alcohol" checked={f.alcohol} onChange={(e) => set({ alcohol: e.target.checked })} />
          {text('density', 'density, g/ml')}
          {text('piece', 'weight of one, g')}
          {text('loss', 'trim loss, %')}
          {text('season', 'season, months (9, 10, 11)')}
          {text('salt', 'salt in it, %')}
          {text('sugar', 'sugar in it, %')}
          {text('acid', 'acid in it, %')}
        </div>
        {text('delivery', 'check on delivery')}
        <Rows legend="packs" columns={[{ name: 'supplier', label: 'supplier', width: 150, options: [['', 'supplier'], ...(suppliers.data?.suppliers ?? []).map((s): [string, string] => [s.supplier.id, s.supplier.name])] }, { name: 'size', label: 'size', width: 100 }, { name: 'price', label: 'price', width: 80 }, { name: 'name', label: 'name', width: 110 }]} rows={f.packs} set={(packs) => set({ packs })} add="Add a pack" wrong={wrong?.field} />
        <Rows legend="parts of one" columns={[{ name: 'name', label: 'part (rind, juice, flesh)', width: 190 }, { name: 'amount', label: 'one gives', width: 110, hint: '45 ml, or 5 %' }, { name: 'density', label: 'density, g/ml', width: 110 }]} rows={f.parts} set={(parts) => set({ parts })} add="Add a part, in the order they are taken" wrong={wrong?.field} />
        <Form.Check className="mt-2" id="ingredient-house" label="never ordered (water, ice)" checked={f.house} onChange={(e) => set({ house: e.target.checked })} />
        <Rows legend="substitutes" columns={[{ name: 'ingredient', label: 'ingredient', width: 180, find: { kinds: 'ingredient', named: 'named', take: (m) => ({ ingredient: m.id, named: m.name }) } }, { name: 'factor', label: '×', width: 80, hint: '1' }, { name: 'note', label: 'note', width: 200 }]} rows={f.substitutes} set={(substitutes) => set({ substitutes })} add="Add a substitute" wrong={wrong?.field} />
        <EditorActions form={form} save="Save the ingredient" close={close}>
          <Merge id={item.ingredient.id} name={item.ingredient.name} />
          <Delete kind="ingredients" id={item.ingredient.id} name={item.ingredient.name} screen="ingredients" to="/book/ingredients" />
        </EditorActions>
      </Form>
      <SentBack id={item.ingredient.id} name={item.ingredient.name} />
    </>
  )
}

function SentBack({ id, name }: { id: string; name: string }) {
  const refused = useRefused(id)
  if (!refused.data) return null
  const { falls, standIns } = refused.data
  return (
    <section className="mt-4">
      <h2>If {name} is sent back</h2>
      {falls.length === 0 && <p className="quiet">No dish uses it.</p>}
      {falls.map((f) => (
        <Bracket key={f.dish} what={<Link to={`/dish/${f.dish}`}>{f.name} is off</Link>}>
          used in {f.by.join(', ')}
          {f.versions.length > 0 && `; versions still on: ${f.versions.join(', ')}`}
        </Bracket>
      ))}
      {standIns.map((s) => (
        <p key={s.ingredient} className="m-0">
          <strong>{s.name}</strong>{s.factor !== 1 && `, × ${s.factor}`}
          {s.note && `, ${s.note}`}
          {s.brings.length > 0 && <span className="care">Adds {s.brings.join(', ')}.</span>}
          {s.unknown && <span className="care">Allergens not recorded.</span>}
        </p>
      ))}
    </section>
  )
}
