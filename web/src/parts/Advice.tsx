// What whoever does a step has to know beside its time: a remark, what hands do inside it,
// and what is done when it is not yet right, went too far or goes wrong.
import type { Schemas } from '../api/client'

export function Advice({ words }: { words?: Schemas['Advice'][] }) {
  if (!words?.length) return null
  return (
    <ul className="advice-words">
      {words.map((w, i) => (
        <li key={i}>
          {w.when === 'out' && <i className="count-box" aria-hidden />}
          {w.when && <b>{w.when}: </b>}
          {w.then}
        </li>
      ))}
    </ul>
  )
}
