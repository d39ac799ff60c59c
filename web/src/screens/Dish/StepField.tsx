// A field of a step that is text, with an example in it.
import { Form } from 'react-bootstrap'
import type { FieldError } from '../../parts/reading'
import type { StepForm } from './form'

export type FieldProps = { f: StepForm; set: (part: Partial<StepForm>) => void; wrong?: FieldError }
type TextName = { [K in keyof StepForm]: StepForm[K] extends string ? K : never }[keyof StepForm]

export function Text({ f, set, wrong, name, label, hint }: FieldProps & { name: TextName; label: string; hint?: string }) {
  return (
    <Form.Group controlId={`step-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={f[name]} placeholder={hint} onChange={(e) => set({ [name]: e.target.value })} isInvalid={wrong?.field === name} autoComplete="off" />
    </Form.Group>
  )
}
