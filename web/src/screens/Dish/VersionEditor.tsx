// A version of a dish for particular guests: what it is to be without, and
// what is changed for that. Whether it is, is computed.
import { Button, Form } from 'react-bootstrap'
import type { Schemas } from '../../api/client'
import { useAllergens } from '../../api/queries'
import { useDesk } from '../../parts/Desk'
import { Rows, type Column } from '../../parts/Rows'
import { readLine } from '../../parts/reading'
import { stepIDs, used } from './steps'
import { toVersion, toVersionForm, type ReadStep, type Version } from './versionForm'
import type { View } from './types'
import { useForm } from '../../parts/form'
import { newID } from '../../parts/ids'
import { EditorActions } from '../../parts/EditorActions'

export function VersionEditor({ view, id, close }: { view: View; id: string; close: () => void }) {
  const was = view.dish.versions?.find((v) => v.id === id)
  const desk = useDesk()
  const allergens = useAllergens().data?.allergens ?? []
  const hand = (what: string, versions: Version[]) => desk.hand({ kind: 'dish', id: view.dish.id, version: view.version, screen: `dish:${view.dish.id}`, what, value: { ...view.dish, versions } })
  const form = useForm(
    `version/${view.dish.id}/${id}`, toVersionForm(named(view), was), view.version,
    async (f) => {
      const all = view.dish.versions ?? []
      const made = await toVersion(f, was?.id ?? (await newID(f.name, all.map((v) => v.id))), readStep(view))
      const next = was?.placings ? { ...made, placings: was.placings } : made // they are changed on its plate
      return hand(next.name, was ? all.map((v) => (v.id === id ? next : v)) : [...all, next])
    },
    close,
  )
  const { value: f, set, wrong } = form
  const remove = async () => {
    if (!was || !(await hand(`${was.name}: deleted`, view.dish.versions!.filter((v) => v.id !== id)))) return
    form.drop()
    close()
  }
  return (
    <Form className="editor" onSubmit={form.submit} onKeyDown={(e) => e.key === 'Escape' && close()} aria-label="Version">
      <Form.Group controlId="version-name">
        <Form.Label>name</Form.Label>
        <Form.Control value={f.name} placeholder="no dairy" onChange={(e) => set({ name: e.target.value })} isInvalid={wrong?.field === 'name'} autoComplete="off" />
      </Form.Group>
      <fieldset>
        <legend>without</legend>
        <div className="d-flex flex-wrap gap-3">
          {[...['gluten', 'alcohol', 'meat', 'animal'].map((what) => ({ id: what, name: what === 'meat' ? 'fish and meat' : what === 'animal' ? 'animal products' : what })), ...allergens].map((a) => (
            <Form.Check key={a.id} id={`without-${a.id}`} label={a.name} checked={f.without.includes(a.id)} onChange={(e) => set({ without: e.target.checked ? [...f.without, a.id] : f.without.filter((w) => w !== a.id) })} />
          ))}
        </div>
      </fieldset>
      <Rows legend="changes" columns={columns(view)} rows={f.changes} set={(changes) => set({ changes })} add="Add a change" wrong={wrong?.field} />
      <EditorActions form={form} save="Save the version" close={close}>
        {was && (
          <Button variant="outline-danger" onClick={() => void remove()}>
            Delete
          </Button>
        )}
      </EditorActions>
    </Form>
  )
}

// readStep reads a typed line as a step that goes into a component.
const readStep = (view: View): ReadStep => async (line, component) => {
  const c = view.components.find((x) => x.component.id === component)
  return (await readLine(line, 'step', c ? stepIDs(c.component) : [], component)).step?.steps[0]
}

const named = (view: View): Schemas['Named'][] => [...view.components.map((c) => c.component), ...view.others]

function columns(view: View): Column[] {
  const what = view.components.flatMap((c): [string, string][] => [...(c.into ? [] : [[`${c.component.id}/`, c.component.name] as [string, string]]), ...c.made.ingredients.map((l): [string, string] => [`${c.component.id}/${l.name}`, `${l.name} in ${c.component.name}`]), ...(used(c.made)?.steps ?? []).map((s): [string, string] => [`${c.component.id}/step:${s.id}`, `“${s.name}” of ${c.component.name}`])])
  return [
    { name: 'do', label: 'do', width: 120, options: [['leave out', 'leave out'], ['swap', 'swap'], ['scale', 'scale'], ['add', 'add to, after']] },
    { name: 'what', label: 'what', width: 210, options: [['', 'what'], ['/', 'the plate'], ...what] },
    { name: 'with', label: 'with', below: true, hint: 'with what', width: 250, find: { kinds: 'component,ingredient', named: 'named', take: (m) => ({ with: `${m.kind === 'component' ? 'c' : 'i'}:${m.id}`, named: m.name }) } },
    { name: 'factor', label: '×', below: true, width: 76, hint: '×' },
    { name: 'step', label: 'step', below: true, width: 250, hint: 'or do: roast 6 min' },
  ]
}
