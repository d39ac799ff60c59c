// A dialog that asks for a few things and does one: fields, what is wrong, two buttons.
import { useId, type FormEvent, type ReactNode } from 'react'
import { Button, Form, Modal } from 'react-bootstrap'
import { Wrong } from './EditorActions'
import type { FieldError } from './reading'

type Props = { title: string; act: string; form: { wrong?: FieldError; busy: boolean; submit: (e?: FormEvent) => void }; ready?: boolean; className?: string; close: () => void; children: ReactNode }

export function AskDialog({ title, act, form, ready = true, className = 'd-grid gap-2', close, children }: Props) {
  const id = useId()
  return (
    <Modal show onHide={close} aria-labelledby={id}>
      <Form onSubmit={form.submit}>
        <Modal.Header>
          <Modal.Title as="h2" id={id}>
            {title}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className={className}>
          {children}
          <Wrong of={form} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-dark" onClick={close}>
            Close
          </Button>
          <Button type="submit" disabled={!ready || form.busy}>
            {act}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  )
}
