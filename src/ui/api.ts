import type { Move } from '@/core/attempt'
import type { NetworkDocument, Problem } from '@/core/network'

/** A saved network as the server gives it. Times are ISO 8601 texts. */
export interface SavedNetwork {
  readonly id: string
  readonly title: string
  readonly version: number
  readonly updatedAt: string
  readonly document: NetworkDocument
}

/** What a learner did on a network, as the server keeps it. */
export interface SavedAttempt {
  readonly of: string
  readonly moves: readonly Move[]
  readonly version: number
}

/** `C` is what a 409 brings: the record as it is kept. */
export type Answer<T, C = SavedNetwork> =
  | { readonly ok: true; readonly body: T }
  /** `status` 0: the server could not be reached. */
  | {
      readonly ok: false
      readonly status: number
      readonly problems: readonly Problem[]
      readonly current?: C
    }

async function ask<T, C = SavedNetwork>(
  method: string,
  path: string,
  body?: object,
  signal?: AbortSignal,
): Promise<Answer<T, C>> {
  try {
    const response = await fetch(`/api/networks${path}`, {
      method,
      signal,
      ...(body && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    })
    if (response.status === 204) return { ok: true, body: undefined as T }
    const answer = await response.json()
    return response.ok
      ? { ok: true, body: answer }
      : { ok: false, status: response.status, problems: answer.problems ?? [], current: answer.current }
  } catch {
    return { ok: false, status: 0, problems: [{ part: null, field: 'request', message: 'the server does not answer' }] }
  }
}

/** The server's doors. */
export const api = {
  find: (id: string) => ask<SavedNetwork>('GET', `/${id}`),
  list: () => ask<{ networks: SavedNetwork[] }>('GET', ''),
  create: (document: NetworkDocument) => ask<SavedNetwork>('POST', '', { document }),
  save: (id: string, version: number, document: NetworkDocument, signal?: AbortSignal) =>
    ask<SavedNetwork>('PUT', `/${id}`, { version, document }, signal),
  remove: (id: string) => ask<undefined>('DELETE', `/${id}`),
  restore: (id: string) => ask<SavedNetwork>('POST', `/${id}/restore`),
  attempt: (id: string) => ask<SavedAttempt | undefined>('GET', `/${id}/attempt`),
  saveAttempt: (id: string, attempt: SavedAttempt) =>
    ask<{ version: number }, SavedAttempt>('PUT', `/${id}/attempt`, attempt),
}

/** The problems of a refusal in one line. */
export function problemText(problems: readonly Problem[]): string {
  return problems.map(({ part, message }) => (part ? `${part}: ${message}` : message)).join(' · ')
}
