// The one way to the server. Types are made from the API's own description.
import createClient from 'openapi-fetch'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']
export type Problem = Schemas['Problem']

export const api = createClient<paths>({ fetch: (request) => globalThis.fetch(request) })

/** Refused is an answer that says no, with the server's reasons. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.errors?.map((e) => e.message).join(' · ') || problem.detail)
  }
}

/** Unreachable is no answer at all: what was typed is kept and can be sent again. */
export class Unreachable extends Error {
  constructor() {
    super('No connection. What you typed is kept: try again.')
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** ask gives the data of an answer, or throws Refused or Unreachable. */
export async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await request
  } catch {
    throw new Unreachable()
  }
  if (answer.data !== undefined && answer.response.ok) return answer.data
  const problem = (answer.error ?? {}) as Partial<Problem>
  throw new Refused({ title: '', detail: 'The server refused this and gave no reason.', ...problem, status: answer.response.status })
}

/** writeKey marks a write, so that a repeat of it does nothing. */
export function writeKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, '0')).join('')
}
