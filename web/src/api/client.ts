import createClient from 'openapi-fetch'
import type { components, paths } from './generated/schema'
import { holding } from './held'

export type Schemas = components['schemas']

/** A model of a file that differs from the one of the same id that is here. */
export type ModelDifference = {
  id: string
  name: string
  /** The one that is here came with the application. */
  shipped: boolean
  fields: { field: string; what: string; ours: string; theirs: string }[]
}

/** Server problem of RFC 9457 with the extensions that this application sends. */
export type Problem = {
  status?: number
  title?: string
  detail?: string
  field?: string
  currentRevision?: number
  keptAs?: number
  currentVersion?: number
  differs?: ModelDifference[]
}

/** A request that the server refused; its message is the server's sentence. */
export class RefusedError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title ?? 'The server did not answer.')
  }
}

export const api = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: holding((request) => globalThis.fetch(request)),
})

/** The data of an answer, or the refusal thrown. */
export function taken<T>(answer: { data?: T; error?: unknown; response: Response }): T {
  if (answer.data === undefined) throw new RefusedError((answer.error ?? { status: answer.response.status }) as Problem)
  return answer.data
}
