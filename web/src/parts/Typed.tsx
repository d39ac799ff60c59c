// A value that is saved when it is left: an hour, a number of plates.
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
  const form = useForm(props.draft, props.value, props.origin, (text, from) => (text.trim() === props.value ? Promise.resolve(true) : props.save(text.trim(), from)))
  const commit = () => form.typed && form.submit()
  return (
    <FormGroup controlId={props.id}>
      <FormLabel className="quiet" visuallyHidden={props.hidden}>
        {props.label}
      </FormLabel>
      <FormControl
        value={form.value} placeholder={props.hint} readOnly={props.readOnly} autoComplete="off" inputMode={props.type === 'number' ? 'numeric' : undefined}
        onChange={(e) => form.put(e.target.value)} onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit()
          if (e.key === 'Escape') form.drop()
        }}
      />
      {form.typed && form.value.trim() !== props.value && !form.busy && <span className="understood">Not saved. Enter to save, Esc to cancel.</span>}
    </FormGroup>
  )
}
