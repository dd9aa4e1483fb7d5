import type { Card, Form } from '@/core/picture'
import type { Documents, Exercise, KindName } from '@/core/kept'
import type { NetworkDocument, Problem } from '@/core/network'
import type { Naming } from '@/core/structure'

/** A document as the server keeps it. Times are ISO 8601 texts. */
export interface Saved<K extends KindName> {
  readonly id: string
  readonly title: string
  readonly version: number
  readonly updatedAt: string
  readonly document: Documents[K]
}

/** An exercise as it is listed; its title is its code. */
export type ListedExercise = Omit<Saved<'exercise'>, 'document'> & Pick<Exercise, 'seconds' | 'result'>

/** Which page of the logbook. */
export interface LogbookQuery {
  readonly search: string
  /** Only those with this tag; empty for all. */
  readonly tag: string
  readonly by: 'changed' | 'title' | 'resistors'
  readonly from: number
  readonly count: number
  readonly nodes: Naming
  readonly form: Form
  /** Whether cards come with their drawings. */
  readonly pictures: boolean
}

/** A network as the logbook lists it. */
export interface LogbookEntry {
  readonly id: string
  readonly title: string
  readonly resistors: number
  readonly tags: readonly string[]
  /** It was made from another network, or another from it. */
  readonly hasFamily: boolean
  readonly version: number
  readonly updatedAt: string
  /** As it was last worked out; null before it was. */
  readonly card: Card | null
  /** Whether the card shows this version; else it is being worked out. */
  readonly fresh: boolean
}

export interface LogbookPage {
  readonly entries: readonly LogbookEntry[]
  /** How many fit the search, and how many there are. */
  readonly found: number
  readonly all: number
  /** All tags, with how many networks have each. */
  readonly tags: readonly { readonly tag: string; readonly count: number }[]
  readonly pictures: boolean
}

/** An earlier state of a network, and when it was saved. */
export interface EarlierState {
  readonly version: number
  readonly at: string
}

/** What was deleted, and for how many days it is kept. */
export interface Bin {
  readonly days: number
  readonly networks: readonly {
    readonly id: string
    readonly title: string
    readonly resistors: number
    readonly deletedAt: string
  }[]
}

/** How long an answer is waited for, in milliseconds. */
const longest = 30_000
/** The longest body that browsers send to its end when the page goes, in characters. */
const mostKeptAlive = 60_000

/** `C` is what a 409 brings: the record as it is kept. */
export type Reply<T, C = unknown> =
  | { readonly ok: true; readonly body: T }
  /** `status` 0: the server could not be reached. */
  | {
      readonly ok: false
      readonly status: number
      readonly problems: readonly Problem[]
      readonly current?: C
    }

async function ask<T, C = unknown>(method: string, path: string, body?: object, leaving = false): Promise<Reply<T, C>> {
  try {
    const text = body && JSON.stringify(body)
    const response = await fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(longest),
      // What is sent while the page goes is sent to its end, up to what browsers allow.
      keepalive: leaving && text !== undefined && text.length < mostKeptAlive,
      ...(text !== undefined && { headers: { 'content-type': 'application/json' }, body: text }),
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

/** What became of a thing in an archive: see the server's `archive`. */
export interface ArchiveItem {
  readonly path: string
  readonly kind: 'network' | 'sheet' | 'exercise' | 'way'
  readonly title: string
  readonly verdict: 'new' | 'same' | 'conflict' | 'refused'
  readonly message?: string
  readonly theirs?: string
  readonly mine?: string
}

/** What becomes of what is here already, but otherwise. */
export type ArchiveChoice = 'skip' | 'both' | 'replace'

/** What a backup holds. */
interface BackupContent {
  readonly networks: number
  readonly deleted: number
  readonly changedAt: string | null
}

/** Sends a file as it is; it may take as long as it takes. */
async function sendFile<T>(path: string, file: Blob): Promise<Reply<T>> {
  try {
    const headers = { 'content-type': 'application/octet-stream' }
    const response = await fetch(`/api${path}`, { method: 'POST', headers, body: file })
    const answer = await response.json()
    return response.ok
      ? { ok: true, body: answer }
      : { ok: false, status: response.status, problems: answer.problems ?? [] }
  } catch {
    return { ok: false, status: 0, problems: [{ part: null, field: 'request', message: 'the server does not answer' }] }
  }
}

/** The list that a door gives under the name of its kind. */
async function listed<T>(kind: KindName, query = ''): Promise<Reply<readonly T[]>> {
  const answer = await ask<Readonly<Record<string, readonly T[]>>>('GET', `/${kind}s${query}`)
  return answer.ok ? { ok: true, body: answer.body[`${kind}s`] } : answer
}

/** The server's doors. */
export const api = {
  /** All of a kind; of one network, if it is named. */
  list: <K extends Exclude<KindName, 'exercise'>>(kind: K, of?: string) =>
    listed<Saved<K>>(kind, of === undefined ? '' : `?of=${of}`),
  exercises: () => listed<ListedExercise>('exercise'),
  /** One document; nothing where one with a name of its own was not begun. */
  find: <K extends KindName>(kind: K, id: string) =>
    ask<K extends 'attempt' | 'exercise' ? Saved<K> | undefined : Saved<K>>('GET', `/${kind}s/${id}`),
  /** `of`: the network it belongs to; `origin`: the one it was made from. A 409 brings the one that has its title. */
  create: <K extends KindName>(
    kind: K,
    document: Documents[K],
    from: { readonly of?: string; readonly origin?: string } = {},
  ) => ask<Saved<K>, Saved<K>>('POST', `/${kind}s`, { document, ...from }),
  save: <K extends KindName>(kind: K, id: string, version: number, document: Documents[K], leaving?: boolean) =>
    ask<{ readonly version: number }, Saved<K>>('PUT', `/${kind}s/${id}`, { version, document }, leaving),
  remove: (kind: KindName, id: string) => ask<undefined>('DELETE', `/${kind}s/${id}`),
  restore: <K extends KindName>(kind: K, id: string) => ask<Saved<K>>('POST', `/${kind}s/${id}/restore`),
  clearExercises: () => ask<undefined>('DELETE', '/exercises'),
  logbook: (query: LogbookQuery) =>
    ask<LogbookPage>('GET', `/logbook?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`),
  family: (id: string) =>
    ask<{ readonly networks: readonly { readonly id: string; readonly title: string }[] }>(
      'GET',
      `/networks/${id}/family`,
    ),
  versions: (id: string) => ask<{ readonly versions: readonly EarlierState[] }>('GET', `/networks/${id}/versions`),
  version: (id: string, of: number) => ask<NetworkDocument>('GET', `/networks/${id}/versions?of=${of}`),
  /** Keeps a picture to be traced. */
  keepPicture: (id: string, file: Blob) =>
    sendFile<{ readonly id: string; readonly width: number; readonly height: number }>(
      `/networks/${id}/pictures`,
      file,
    ),
  lookAtArchive: (file: Blob) =>
    sendFile<{ readonly id: string; readonly items: readonly ArchiveItem[] }>('/import', file),
  takeArchive: (id: string, otherwise: ArchiveChoice, choices: Readonly<Record<string, ArchiveChoice>>) =>
    ask<{ networks: number; readings: number; attempts: number; practice: number }>('POST', `/import/${id}`, {
      otherwise,
      choices,
    }),
  lookAtBackup: (file: Blob) => sendFile<BackupContent & { readonly id: string }>('/backup', file),
  restoreBackup: (id: string) => ask<BackupContent & { readonly kept: string }>('POST', `/backup/${id}`),
  bin: () => ask<Bin>('GET', '/bin'),
  /** For good: one network in the bin, or all of them. */
  emptyBin: (id?: string) => ask<undefined>('DELETE', id === undefined ? '/bin' : `/bin/${id}`),
}

/** The problems of a refusal in one line. */
export function problemText(problems: readonly Problem[]): string {
  return problems.map(({ part, message }) => (part ? `${part}: ${message}` : message)).join(' · ')
}
