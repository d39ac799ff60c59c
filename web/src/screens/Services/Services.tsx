// Services and menus: what is to come, what was, and the menus that are kept.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { Link } from 'wouter'
import { api, ask, type Schemas } from '../../api/client'
import { reread, useKitchens, useMenus, useServices } from '../../api/queries'
import { useGo } from '../../parts/address'
import { AskDialog } from '../../parts/AskDialog'
import { Undo } from '../../parts/Desk'
import { useForm } from '../../parts/form'
import { More } from '../../parts/More'
import { useOnce } from '../../parts/once'
import { Serve } from '../../parts/Serve'
import { Empty, Failed, Waiting } from '../../parts/States'
import { count, day } from '../../parts/words'

export function Services() {
  const services = useServices()
  const menus = useMenus()
  const kitchens = useKitchens()
  const [open, setOpen] = useState<'' | 'service' | 'menu'>()
  const list = services.data?.pages.flatMap((p) => p.services) ?? []
  const asked = open ?? (services.data && list.length === 0 && kitchens.data?.kitchens.length ? 'service' : '') // nothing yet: the first one
  return (
    <>
      <div className="page-head">
        <h1>Services and menus</h1>
        <div className="tools">
          <Undo screen="services" />
          <Button variant="outline-dark" size="sm" onClick={() => setOpen('menu')}>
            New menu
          </Button>
          <Button size="sm" onClick={() => setOpen('service')}>
            New service
          </Button>
        </div>
      </div>
      {services.isPending && <Waiting what="the services" />}
      {services.isError && <Failed error={services.error} again={() => void services.refetch()} />}
      {services.data && list.length === 0 && <Empty title="No service yet">Name the evening and its day; courses and dishes come next.</Empty>}
      <div className="menu-screen">
        <div>
          <Listed title="To come" list={list.filter((s) => !s.past)} />
          <Listed title="Past" list={list.filter((s) => s.past)} />
          <More of={services} />
        </div>
        <section aria-label="Kept menus">
          <h2>Kept menus</h2>
          {menus.data?.menus.length === 0 && <p className="quiet">None. Compose one here, or keep the menu of a service.</p>}
          <ul className="listed">
            {menus.data?.menus.map((m) => (
              <li key={m.menu.id}>
                <Link to={`/menus/${m.menu.id}`}>{m.menu.name}</Link>
                <span className="quiet small">
                  {count(m.menu.courses.length, 'course')}
                  {m.services.length > 0 && ` · served ${m.services.map((s) => day(s.name, true)).join(', ')}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
      {asked === 'service' && <Serve title="New service" to="menu" act="Compose the menu" close={() => setOpen('')} />}
      {asked === 'menu' && <NewMenu close={() => setOpen('')} />}
    </>
  )
}

function Listed({ title, list }: { title: string; list: Schemas['ServiceLine'][] }) {
  const kitchens = useKitchens()
  const several = (kitchens.data?.kitchens.length ?? 0) > 1
  const days = [...new Set(list.map((s) => s.day))]
  if (list.length === 0) return null
  return (
    <section aria-label={title} className="mb-3">
      <h2>{title}</h2>
      <ul className="listed">
        {days.map((d) => (
          <li key={d}>
            <b>
              {day(d, true)} {d.slice(0, 4)}
            </b>
            <span className="side-by-side">
              {list
                .filter((s) => s.day === d)
                .map((s) => (
                  <span key={s.id}>
                    <Link to={`/menu/${s.id}`}>{s.name}</Link>
                    {several && <span className="quiet small"> {kitchens.data?.kitchens.find((k) => k.kitchen.id === s.kitchen)?.kitchen.name}</span>}
                  </span>
                ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function NewMenu({ close }: { close: () => void }) {
  const go = useGo()
  const once = useOnce()
  const form = useForm('new-menu', { name: '' }, 0, async (f) => {
    const body = { name: f.name.trim(), courses: [] }
    const made = await once(body, (key) => ask(api.POST('/api/menus', { params: { header: { 'Idempotency-Key': key } }, body })))
    await reread()
    go(`/menus/${made.id}`)
    return true
  })
  return (
    <AskDialog title="New menu" act="Compose it" form={form} ready={form.value.name.trim() !== ''} close={close}>
      <Form.Group controlId="new-menu-name">
        <Form.Label>name</Form.Label>
        <Form.Control value={form.value.name} autoFocus maxLength={120} onChange={(e) => form.set({ name: e.target.value })} autoComplete="off" />
      </Form.Group>
    </AskDialog>
  )
}
