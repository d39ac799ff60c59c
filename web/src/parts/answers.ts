// An answer to a gap: the server says what it changes, and that is handed in like any other
// change. Answers follow one another; who types fast is not ahead of what is kept.
import { useRef } from 'react'
import { api, ask, Refused, type Schemas } from '../api/client'
import { useDesk } from './Desk'

export type Answer = { text: string; usual?: boolean; settled?: boolean }

type Gap = Schemas['Gap']

/** useAnswers gives an answer into the book of which a dish's gap was found; it says what is wrong with it, or nothing. */
export function useAnswers(dish: string, screen = `dish:${dish}`) {
  const desk = useDesk()
  const queue = useRef<Promise<unknown>>(Promise.resolve())
  const put = async (gap: Gap, answer: Answer): Promise<string> => {
    try {
      const { component, dish: changed, ingredient, versions } = await ask(api.POST('/api/dishes/{id}/answer', { params: { path: { id: dish } }, body: { gap, ...answer } }))
      const what = `${gap.title}: ${answer.settled ? 'left open' : answer.text}`
      if (ingredient && !(await desk.hand({ kind: 'ingredient', id: ingredient.id, version: versions.ingredient, screen, what, value: ingredient }))) return 'Not saved.'
      if (component && !(await desk.hand({ kind: 'component', id: component.id, version: versions.component, screen, what, value: component }))) return 'Not saved.'
      if (changed && !(await desk.hand({ kind: 'dish', id: changed.id, version: versions.dish, screen, what, value: changed }))) return 'Not saved.'
      return ''
    } catch (error) {
      return error instanceof Refused ? (error.problem.errors?.[0]?.message ?? error.message) : 'No connection. What you typed is kept: press Enter again.'
    }
  }
  return (gap: Gap, answer: Answer): Promise<string> => {
    const done = queue.current.then(() => put(gap, answer))
    queue.current = done
    return done
  }
}
