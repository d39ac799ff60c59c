// A value that is saved when it is left: an hour, a number of plates.
import { useRef } from 'react'
import { FormControl, FormGroup, FormLabel } from 'react-bootstrap'
import type { Schemas } from '../api/client'
import { useForm } from './form'

/** Origin is the service that typing began from. */
export type Origin = { service: Schemas['Service']; version: number }

type Props<O> = { id: string; label: string; hidden?: boolean; hint?: string; value: string; readOnly: boolean; draft: string; type?: string; origin: O; save: (text: string, from: O) => Promise<boolean> }

/** Typed is a value of a service. */
export const Typed = (props: Props<Origin>) => TypedOn(props)

/** TypedOn is a value that is saved when it is left or Enter is pressed; what does not save stays as it was typed. */
export function TypedOn<O>(props: Props<O>) {
  const refused = useRef<string>(undefined)
  const form = useForm(props.draft, props.value, props.origin, async (text, from) => {
    const saved = text.trim() === props.value || (await props.save(text.trim(), from))
    refused.current = saved ? undefined : text
    return saved
  })
  const commit = () => form.typed && form.submit()
  return (
    <FormGroup controlId={props.id}>
      <FormLabel className="quiet" visuallyHidden={props.hidden}>
        {props.label}
      </FormLabel>
      <FormControl
        value={form.value} placeholder={props.hint} readOnly={props.readOnly} autoComplete="off" inputMode={props.type === 'number' ? 'numeric' : undefined}
        onChange={(e) => form.put(e.target.value)} onBlur={() => form.value !== refused.current && commit()} // the same once more only when asked
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit()
          if (e.key === 'Escape') form.drop()
        }}
      />
      {form.typed && form.value.trim() !== props.value && !form.busy && <span className="understood">Not saved. Enter to save, Esc to cancel.</span>}
    </FormGroup>
  )
}
