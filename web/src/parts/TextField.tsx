// A line to type into, with its label, so many pixels wide.
import { Form } from 'react-bootstrap'

type Props = { id: string; label: string; value: string; wide: number; list?: string; set: (v: string) => void }

export function TextField({ id, label, value, wide, list, set }: Props) {
  return (
    <Form.Group controlId={id} style={{ width: wide }}>
      <Form.Label>{label}</Form.Label>
      <Form.Control value={value} autoComplete="off" list={list} onChange={(e) => set(e.target.value)} />
    </Form.Group>
  )
}
