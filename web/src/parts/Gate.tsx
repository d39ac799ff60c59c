// Before anything else: the code, where one is wanted, and who is at this screen.
import { useState, type FormEvent, type ReactNode } from 'react'
import { Button, Form, FormControl, FormGroup, FormLabel } from 'react-bootstrap'
import { api, ask } from '../api/client'
import { client, useSession } from '../api/queries'
import { Failed, Waiting } from './States'

export function Gate({ children }: { children: (name: string) => ReactNode }) {
  const session = useSession()
  if (session.isPending) return <div className="page"><Waiting what="the kitchen" /></div>
  if (session.isError) return <div className="page"><Failed error={session.error} again={() => void session.refetch()} /></div>
  if (!session.data.joined) return <Join />
  if (!session.data.name) return <Name />
  return <>{children(session.data.name)}</>
}

function Ask({ title, hint, label, verb, send, children }: { title: string; hint: string; label: string; verb: string; send: (text: string) => Promise<unknown>; children?: ReactNode }) {
  const [text, setText] = useState('')
  const [error, setError] = useState<unknown>()
  const submit = async (value: string) => {
    try {
      await send(value)
      await client.invalidateQueries()
    } catch (e) {
      setError(e)
    }
  }
  const onSubmit = (event: FormEvent) => {
    event.preventDefault()
    void submit(text)
  }
  return (
    <main className="page" style={{ maxWidth: 640, paddingTop: 72 }}>
      <h1>{title}</h1>
      <p className="quiet">{hint}</p>
      {error !== undefined && <Failed error={error} />}
      {children}
      <Form onSubmit={onSubmit} className="d-flex gap-3 align-items-end mt-3">
        <FormGroup controlId="asked">
          <FormLabel>{label}</FormLabel>
          <FormControl size="lg" value={text} onChange={(e) => setText(e.target.value)} autoFocus maxLength={40} autoComplete="off" />
        </FormGroup>
        <Button size="lg" type="submit" disabled={text.trim() === ''}>
          {verb}
        </Button>
      </Form>
    </main>
  )
}

const giveName = (name: string) => ask(api.PUT('/api/session', { body: { name } }))

function Name() {
  return (
    <Ask title="Who is on this screen?" hint="Your role or initials, shown with every change you make." label="role or initials" verb="Start" send={giveName} />
  )
}

function Join() {
  const join = (code: string) => ask(api.POST('/api/session/join', { body: { code } }))
  return <Ask title="Join this kitchen" hint="Type the code shown where Jointime was started. Asked once." label="code" verb="Join" send={join} />
}
