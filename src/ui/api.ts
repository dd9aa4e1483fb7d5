import type { Card, Form } from '@/core/picture'
import type { ReadingsDocument } from '@/core/bench'
import type { KeptSheet, Move, Practised, TaskMove } from '@/core/learner'
import type { NetworkDocument, Problem, Way } from '@/core/network'
import type { Naming } from '@/core/structure'

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

/** What a learner did at a task, as the server keeps it. */
export interface SavedExercise {
  readonly of: string
  readonly moves: readonly TaskMove[]
  readonly seconds: number
  readonly version: number
}

/** What the moves at a task came to. */
export type ExerciseResult = Pick<Practised, 'marks' | 'of' | 'isDone' | 'evidence' | 'slips'>

/** An attempt at a task as it is listed. */
export interface ListedExercise extends Pick<Practised, 'code' | 'at' | 'seconds'> {
  readonly id: string
  readonly result: ExerciseResult
}

/** A sheet of tasks as the server keeps it. */
export interface SavedSheet {
  readonly id: string
  readonly version: number
  readonly updatedAt: string
  readonly sheet: KeptSheet
}

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

/** A named way as the server keeps it. */
export type SavedWay = Pick<Way, 'name' | 'choices'> & { readonly id: string }

/** A run of readings as the server has it. */
export interface SavedRun {
  readonly id: string
  readonly version: number
  readonly updatedAt: string
  readonly document: ReadingsDocument
}

/** How long an answer is waited for, in milliseconds. */
const longest = 30_000
/** The longest body that browsers send to its end when the page goes, in characters. */
const mostKeptAlive = 60_000

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
  leaving = false,
): Promise<Answer<T, C>> {
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
export interface BackupContent {
  readonly networks: number
  readonly deleted: number
  readonly changedAt: string | null
}

/** Sends a file as it is; it may take as long as it takes. */
async function sendFile<T>(path: string, file: Blob): Promise<Answer<T>> {
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

/** The server's doors. */
export const api = {
  find: (id: string) => ask<SavedNetwork>('GET', `/networks/${id}`),
  logbook: (query: LogbookQuery) =>
    ask<LogbookPage>('GET', `/logbook?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`),
  /** `origin`: the network that it was made from. */
  create: (document: NetworkDocument, origin?: string) => ask<SavedNetwork>('POST', '/networks', { document, origin }),
  family: (id: string) =>
    ask<{ readonly networks: readonly { readonly id: string; readonly title: string }[] }>(
      'GET',
      `/networks/${id}/family`,
    ),
  save: (id: string, version: number, document: NetworkDocument, leaving?: boolean) =>
    ask<SavedNetwork>('PUT', `/networks/${id}`, { version, document }, leaving),
  remove: (id: string) => ask<undefined>('DELETE', `/networks/${id}`),
  restore: (id: string) => ask<SavedNetwork>('POST', `/networks/${id}/restore`),
  versions: (id: string) => ask<{ readonly versions: readonly EarlierState[] }>('GET', `/networks/${id}/versions`),
  version: (id: string, of: number) => ask<NetworkDocument>('GET', `/networks/${id}/versions?of=${of}`),
  attempt: (id: string) => ask<SavedAttempt | undefined>('GET', `/networks/${id}/attempt`),
  saveAttempt: (id: string, attempt: SavedAttempt, leaving?: boolean) =>
    ask<{ version: number }, SavedAttempt>('PUT', `/networks/${id}/attempt`, attempt, leaving),
  ways: () => ask<{ readonly ways: readonly SavedWay[] }>('GET', '/ways'),
  keepWay: (way: Way, replace: boolean) => ask<SavedWay>('PUT', '/ways', { way, replace }),
  removeWay: (id: string) => ask<undefined>('DELETE', `/ways/${id}`),
  runs: (id: string) => ask<{ readonly runs: readonly SavedRun[] }>('GET', `/networks/${id}/runs`),
  createRun: (id: string, document: ReadingsDocument) =>
    ask<SavedRun>('POST', `/networks/${id}/runs`, { version: 0, document }),
  saveRun: (id: string, version: number, document: ReadingsDocument, leaving?: boolean) =>
    ask<{ version: number }, SavedRun>('PUT', `/runs/${id}`, { version, document }, leaving),
  removeRun: (id: string) => ask<undefined>('DELETE', `/runs/${id}`),
  exercises: () => ask<{ readonly exercises: readonly ListedExercise[] }>('GET', '/exercises'),
  exercise: (id: string) => ask<SavedExercise | undefined>('GET', `/exercises/${id}`),
  saveExercise: (id: string, exercise: SavedExercise & { readonly result: ExerciseResult }, leaving?: boolean) =>
    ask<{ version: number }, SavedExercise>('PUT', `/exercises/${id}`, exercise, leaving),
  clearExercises: () => ask<undefined>('DELETE', '/exercises'),
  sheets: () => ask<{ readonly sheets: readonly SavedSheet[] }>('GET', '/sheets'),
  sheet: (id: string) => ask<SavedSheet>('GET', `/sheets/${id}`),
  createSheet: (sheet: KeptSheet, id?: string) => ask<SavedSheet>('POST', '/sheets', { version: 0, id, sheet }),
  saveSheet: (id: string, version: number, sheet: KeptSheet, leaving?: boolean) =>
    ask<{ version: number }, SavedSheet>('PUT', `/sheets/${id}`, { version, sheet }, leaving),
  removeSheet: (id: string) => ask<undefined>('DELETE', `/sheets/${id}`),
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
