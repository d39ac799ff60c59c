// A value that is saved when it is left: an hour, a number of plates.
import { useState } from 'react'
import { FormControl, FormGroup, FormLabel } from 'react-bootstrap'
import type { Schemas } from '../api/client'
import { useDraft } from './draft'

/** Origin is the service that typing began from. */
export type Origin = { service: Schemas['Service']; version: number }

// Typed is a value that is saved when it is left or Enter is pressed; what does
// not save stays as it was typed.
export function Typed(props: { id: string; label: string; hidden?: boolean; value: string; readOnly: boolean; draft: string; type?: string; origin: Origin; save: (text: string, from: Origin) => Promise<boolean> }) {
  const draft = useDraft(props.draft, props.value, props.origin)
  const [busy, setBusy] = useState(false)
  const commit = async () => {
    if (!draft.typed || busy) return
    if (draft.value.trim() === props.value) return draft.drop()
    setBusy(true)
    if (await props.save(draft.value.trim(), draft.origin)) draft.drop()
    setBusy(false)
  }
  return (
    <FormGroup controlId={props.id}>
      <FormLabel className="quiet" visuallyHidden={props.hidden}>
        {props.label}
      </FormLabel>
      <FormControl
        value={draft.value} readOnly={props.readOnly} autoComplete="off" inputMode={props.type === 'number' ? 'numeric' : undefined}
        onChange={(e) => draft.set(e.target.value)} onBlur={() => void commit()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void commit()
          if (e.key === 'Escape') draft.drop()
        }}
      />
      {draft.typed && draft.value.trim() !== props.value && !busy && <span className="understood">not saved yet: Enter saves, Esc gives up</span>}
    </FormGroup>
  )
}
