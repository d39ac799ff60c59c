// Who brings things: on which days, and until when one orders.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { lost, useSuppliers } from '../../api/queries'
import { Delete } from '../../parts/Delete'
import { Undo, useDesk } from '../../parts/Desk'
import { Gone } from '../../parts/Gone'
import { Empty, Failed, Waiting } from '../../parts/States'
import { toSupplier, toSupplierWords, week } from './supplierForm'
import { useForm } from '../../parts/form'
import { newID } from '../../parts/ids'
import { EditorActions } from '../../parts/EditorActions'

type View = Schemas['SupplierView']

export function Suppliers() {
  const suppliers = useSuppliers()
  const [open, setOpen] = useState<string>()
  if (suppliers.isPending) return <Waiting what="the suppliers" />
  if (lost(suppliers)) return <Failed error={suppliers.error} again={() => void suppliers.refetch()} />
  const all = suppliers.data.suppliers
  const chosen = all.find((s) => s.supplier.id === open)
  return (
    <div className="order-screen">
      <section aria-label="Suppliers">
        <div className="d-flex align-items-baseline gap-3">
          <h2>suppliers</h2>
          <div className="ms-auto d-flex gap-2">
            <Button size="sm" variant="outline-dark" onClick={() => setOpen('')}>
              Add a supplier
            </Button>
            <Undo screen="suppliers" />
          </div>
        </div>
        {all.length === 0 && <Empty title="No suppliers yet">Add one, then its packs in Ingredients.</Empty>}
        {all.map((s) => (
          <button key={s.supplier.id} className="supplier" aria-current={s.supplier.id === open} onClick={() => setOpen(s.supplier.id)}>
            <b>{s.supplier.name}</b>
            <Week days={s.supplier.delivers} />
            <span>
              delivers <span className="clock">{s.supplier.at}</span>, order by <span className="clock">{s.supplier.by}</span> {s.supplier.before === 0 ? 'the same day' : s.supplier.before === 1 ? 'the day before' : `${s.supplier.before} days before`}
            </span>
          </button>
        ))}
      </section>
      {open && !chosen && <Gone missing={{ kind: 'suppliers', id: open }} otherwise="No such supplier." />}
      {(open === '' || chosen) && <Opened key={open} view={chosen} taken={all.map((s) => s.supplier.id)} close={() => setOpen(undefined)} />}
    </div>
  )
}

// Week shows on which days something comes.
const Week = ({ days }: { days: number[] }) => (
  <span className="week" role="img" aria-label={days.map((d) => week[d - 1]).join(', ')}>
    {week.map((w, i) => (
      <i key={w} data-on={days.includes(i + 1)}>
        {w[0]}
      </i>
    ))}
  </span>
)

function Opened({ view, taken, close }: { view?: View; taken: string[]; close: () => void }) {
  const desk = useDesk()
  const form = useForm(
    `supplier/${view?.supplier.id ?? ''}`, toSupplierWords(view?.supplier), view?.version ?? 0,
    async (f, version) => {
      const value = toSupplier(f, view?.supplier.id ?? (await newID(f.name, taken)))
      return desk.hand({ kind: 'supplier', id: value.id, version, screen: 'suppliers', what: value.name, value })
    },
    close,
  )
  const { value: f, set, wrong } = form
  const text = (name: 'name' | 'at' | 'before' | 'by' | 'note', label: string) => (
    <Form.Group controlId={`supplier-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="Supplier">
      {text('name', 'name')}
      <fieldset>
        <legend>delivers on</legend>
        <div className="d-flex flex-wrap gap-3">
          {week.map((w, i) => (
            <Form.Check key={w} id={`on-${w}`} label={w} checked={f.delivers.includes(i + 1)} onChange={(e) => set({ delivers: e.target.checked ? [...f.delivers, i + 1] : f.delivers.filter((d) => d !== i + 1) })} />
          ))}
        </div>
      </fieldset>
      <div className="pair mt-3">
        {text('at', 'delivery time')}
        {text('by', 'order by')}
        {text('before', 'days ahead')}
        {text('note', 'how to order')}
      </div>
      <EditorActions form={form} save="Save the supplier" close={close}>
        {view && <Delete kind="suppliers" id={view.supplier.id} name={view.supplier.name} screen="suppliers" done={close} />}
      </EditorActions>
    </Form>
  )
}
