import type { NetworkDocument, Problem } from '@/core/network'

/** A saved network as the server gives it. Times are ISO 8601 texts. */
export interface SavedNetwork {
  readonly id: string
  readonly title: string
  readonly version: number
  readonly updatedAt: string
  readonly document: NetworkDocument
}

export type Answer<T> =
  | { readonly ok: true; readonly body: T }
  /** `status` 0: the server could not be reached. */
  | {
      readonly ok: false
      readonly status: number
      readonly problems: readonly Problem[]
      readonly current?: SavedNetwork
    }

async function ask<T>(method: string, path: string, body?: object, signal?: AbortSignal): Promise<Answer<T>> {
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
}

/** The problems of a refusal in one line. */
export function problemText(problems: readonly Problem[]): string {
  return problems.map(({ part, message }) => (part ? `${part}: ${message}` : message)).join(' · ')
}
