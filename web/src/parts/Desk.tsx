// The desk is where changes are handed in: it saves, tells what happened, and,
// where somebody else changed the same, shows both.
import { createContext, lazy, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { Button } from 'react-bootstrap'
import { api, ask, Refused } from '../api/client'
import { reread, useUndoable } from '../api/queries'
import { Clash, save, type Edit } from '../api/save'
import { Loaded } from './Loaded'
import { useOnce } from './once'

type Desk = { hand: (edit: Edit) => Promise<boolean>; say: (text: string) => void }

const ClashDialog = lazy(() => import('./ClashDialog').then((m) => ({ default: m.ClashDialog })))

const Context = createContext<Desk>({ hand: () => Promise.resolve(false), say: () => {} })

export const useDesk = () => useContext(Context)

export function DeskProvider({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState('')
  const [[clash], setClashes] = useState<{ clash: Clash; done: (ok: boolean) => void }[]>([])
  const [failed, setFailed] = useState<{ edit: Edit; done: (ok: boolean) => void }[]>([])

  const hand = useCallback(async (edit: Edit): Promise<boolean> => {
    try {
      await save(edit)
      setSaid('')
      return true
    } catch (error) {
      if (error instanceof Clash) return new Promise((done) => setClashes((all) => [...all, { clash: error, done }]))
      setSaid(error instanceof Error ? error.message : 'Not saved.')
      if (error instanceof Refused && error.problem.status !== 503) return false
      return new Promise((done) => setFailed((all) => [...all, { edit, done }]))
    }
  }, [])

  const desk = useMemo(() => ({ hand, say: setSaid }), [hand])
  const retry = async () => {
    setFailed([])
    for (const { edit, done } of failed) done(await hand(edit)) // in their order: one may be made on the other
  }
  const giveUp = () => {
    failed.forEach(({ done }) => done(false))
    setFailed([])
    setSaid('')
  }
  return (
    <Context value={desk}>
      {children}
      {said && (
        <div className="said" role="alert">
          {said}
          {failed.length > 0 && <button onClick={() => void retry()}>{failed.length > 1 ? `Try all ${failed.length} again` : 'Try again'}</button>}
          <button onClick={giveUp}>Close</button>
        </div>
      )}
      {clash && (
        <Loaded what="what was changed">
          <ClashDialog
            clash={clash.clash}
            say={setSaid}
            end={(ok) => {
              setClashes(([, ...rest]) => rest)
              clash.done(ok)
            }}
          />
        </Loaded>
      )}
    </Context>
  )
}

/** Undo takes one's own last change on a screen back, and makes it again; where it is rarely needed it hides until there is something. */
export function Undo({ screen, hides = false }: { screen: string; hides?: boolean }) {
  const undoable = useUndoable(screen)
  const desk = useDesk()
  const once = useOnce()
  const act = useCallback(
    async (again: boolean) => {
      try {
        await once({ screen, again }, (key) => ask(api.POST('/api/undo', { params: { header: { 'Idempotency-Key': key } }, body: { screen, again } })))
        await reread()
      } catch (error) {
        desk.say(error instanceof Error ? error.message : 'Could not undo.')
      }
    },
    [screen, desk, once],
  )
  const { back = '', again = '' } = undoable.data ?? {}
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName)
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || typing) return
      event.preventDefault()
      void act(event.shiftKey) // what there is to take back may not be known here yet
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [act])
  if (hides && !back && !again) return null
  return (
    <>
      <Button variant="outline-dark" size="sm" disabled={!back} onClick={() => void act(false)} title={back && `Undo: ${back}`}>
        Undo
      </Button>
      <Button variant="outline-dark" size="sm" disabled={!again} onClick={() => void act(true)} title={again && `Redo: ${again}`}>
        Redo
      </Button>
    </>
  )
}
