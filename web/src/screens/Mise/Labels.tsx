// Labels for what is made: on the label printer, or on plain paper.
import { useState } from 'react'
import { Button, Form } from 'react-bootstrap'
import { api, ask } from '../../api/client'
import { lost, useLabels } from '../../api/queries'
import { useOnce } from '../../parts/once'
import { Bracket, Failed, Waiting } from '../../parts/States'
import { count } from '../../parts/words'

export function Labels({ service, tasks, close }: { service: string; tasks: string[]; close: () => void }) {
  const labels = useLabels(service, tasks)
  const [left, setLeft] = useState<string[]>([])
  const [said, setSaid] = useState('')
  const [wrong, setWrong] = useState('')
  const [busy, setBusy] = useState(false)
  const once = useOnce()
  if (labels.isPending) return <Waiting what="the labels" />
  if (lost(labels)) return <Failed error={labels.error} again={() => void labels.refetch()} />
  const chosen = labels.data.labels.filter((l) => !left.includes(l.label.task))
  const print = async () => {
    setBusy(true)
    setWrong('')
    setSaid('')
    try {
      const tasks = chosen.map((l) => l.label.task)
      const { printed } = await once(tasks, (key) => ask(api.POST('/api/services/{id}/labels', { params: { path: { id: service }, header: { 'Idempotency-Key': key } }, body: { tasks } })))
      setSaid(`${count(printed, 'label')} printed.`)
    } catch (error) {
      setWrong(error instanceof Error ? error.message : 'Not printed.')
    }
    setBusy(false)
  }
  return (
    <>
      <div className="page-head">
        <h1>Labels</h1>
        <span className="quiet">
          {chosen.length} of {labels.data.labels.length} · 62 × 40 mm
        </span>
        <div className="tools">
          {labels.data.printer && (
            <Button disabled={busy || chosen.length === 0} onClick={() => void print()}>
              {busy ? 'Printing …' : 'Send to the label printer'}
            </Button>
          )}
          <Button variant="outline-dark" onClick={() => window.print()}>
            Print on paper
          </Button>
          <Button variant="outline-dark" onClick={close}>
            Back to the list
          </Button>
        </div>
      </div>
      {said && (
        <p className="understood" role="status">
          {said}
        </p>
      )}
      {wrong && <Bracket alert what={wrong} />}
      <div className="labels">
        {labels.data.labels.map((l) => (
          <div key={l.label.task} className="label" data-left={left.includes(l.label.task)}>
            <div dangerouslySetInnerHTML={{ __html: l.svg }} />
            <Form.Check id={`label-${l.label.task}`} label={l.label.made ? 'Print' : 'Print, dates by hand'} checked={!left.includes(l.label.task)} onChange={(e) => setLeft(e.target.checked ? left.filter((t) => t !== l.label.task) : [...left, l.label.task])} />
          </div>
        ))}
      </div>
    </>
  )
}
