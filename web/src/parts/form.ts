// One way for all forms: what is typed is kept in this browser until it is saved, one
// save runs at a time, and what is not understood stands at its field.
import { useCallback, useLayoutEffect, useRef, useState, type FormEvent } from 'react'
import { Refused, Unreachable } from '../api/client'
import { useDraft, type Draft } from './draft'
import { FieldError } from './reading'

export type Saving<T, O> = (typed: T, origin: O) => Promise<boolean>

export type Form<T, O> = Omit<Draft<T, O>, 'set'> & {
  put: (next: T) => void
  set: (part: Partial<T>) => void
  /** wrong is what was not understood, or why it was not saved; field is '' where it is of no field. */
  wrong?: FieldError
  busy: boolean
  submit: (event?: FormEvent) => void
  /** check reads the form without saving it; undefined where it is wrong. */
  check: <R>(read: (typed: T, origin: O) => Promise<R>) => Promise<R | undefined>
}

function told(error: unknown): FieldError {
  if (error instanceof FieldError) return error
  if (error instanceof Refused) return new FieldError('', error.problem.errors?.[0]?.message ?? error.message)
  if (error instanceof Unreachable) return new FieldError('', 'The server cannot be reached. What you typed is kept; save again.')
  return new FieldError('', error instanceof Error ? error.message : 'This was not saved. What you typed is kept.')
}

/**
 * useForm keeps what is typed over a base under a key, and saves it. A save that is asked
 * for while another one runs follows it, with what stands in the form then; also when the
 * form has gone from the page meanwhile.
 */
export function useForm<T, O>(key: string, base: T, origin: O, save: Saving<T, O>, saved?: () => void): Form<T, O> {
  return useFormOn(useDraft(key, base, origin), save, saved)
}

/** useFormOn is a form on a draft that others read or change too. */
export function useFormOn<T, O>(draft: Draft<T, O>, save: Saving<T, O>, saved?: () => void): Form<T, O> {
  const [wrong, setWrong] = useState<FieldError>()
  const [busy, setBusy] = useState(false)
  const now = useRef({ draft, save, saved })
  useLayoutEffect(() => {
    now.current = { draft, save, saved }
  })
  const here = useRef(true)
  useLayoutEffect(() => {
    here.current = true
    return () => void (here.current = false)
  }, [])
  const running = useRef(false)
  const again = useRef(false)

  const once = useCallback(async () => {
    const { draft, save } = now.current
    try {
      const done = await save(draft.value, draft.origin)
      setWrong(undefined)
      if (!done) return
      const next = now.current
      if (next.draft.typed && next.draft.value !== draft.value) return next.draft.rebase() // typed meanwhile
      again.current = false
      next.draft.drop()
      if (here.current) next.saved?.() // else somebody has opened another thing meanwhile, which stays open
    } catch (error) {
      setWrong(told(error))
    }
  }, [])

  const submit = useCallback(
    (event?: FormEvent) => {
      event?.preventDefault()
      again.current = true
      if (running.current) return
      running.current = true
      setBusy(true)
      void (async () => {
        while (again.current) {
          again.current = false
          const tried = now.current.draft.value
          await once()
          if (now.current.draft.value === tried) again.current = false // nothing else stands there
        }
        running.current = false
        setBusy(false)
      })()
    },
    [once],
  )
  const check = async <R>(read: (typed: T, origin: O) => Promise<R>) => {
    try {
      setWrong(undefined)
      return await read(draft.value, draft.origin)
    } catch (error) {
      setWrong(told(error))
      return undefined
    }
  }
  const { set: put, ...rest } = draft
  return { ...rest, put, set: (part) => put({ ...draft.value, ...part }), wrong, busy, submit, check }
}
