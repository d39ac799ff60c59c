// The foot of an editor: what is wrong, saving, closing, forgetting.
import type { ReactNode } from 'react'
import { Button } from 'react-bootstrap'
import type { FieldError } from './reading'

type Acting = { wrong?: FieldError; busy: boolean; typed: boolean; drop: () => void }

/** Wrong says what was not understood, or why it was not saved. */
export function Wrong({ of, className = '' }: { of: { wrong?: FieldError }; className?: string }) {
  if (!of.wrong) return null
  return (
    <p className={`wrong m-0 ${className}`} role="alert">
      {of.wrong.message}
    </p>
  )
}

type Props = { form: Acting; save: string; close?: () => void; forget?: boolean; stale?: string; children?: ReactNode }

export function EditorActions({ form, save, close, forget, stale, children }: Props) {
  return (
    <>
      <div className="editor-actions">
        {stale && <p className="wrong w-100 m-0">Someone else changed {stale} while you typed. Saving shows both.</p>}
        <Wrong of={form} className="w-100" />
        <Button type="submit" disabled={form.busy}>
          {save}
        </Button>
        {close && (
          <Button variant="outline-dark" onClick={close}>
            Close
          </Button>
        )}
        {forget && form.typed && (
          <Button variant="outline-dark" onClick={form.drop}>
            Discard changes
          </Button>
        )}
      </div>
      {children && <div className="editor-more">{children}</div>}
    </>
  )
}
