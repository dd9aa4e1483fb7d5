'use client'

import { formatDistanceToNow } from 'date-fns'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useState } from 'react'
import { isDocument, type NetworkDocument } from '@/core/network'
import { api, problemText } from '@/ui/api'
import { Button } from '@/ui/Button'
import { download, fileName, saveDocument } from '@/ui/download'
import { browserLocks, draftsIn, hold, readDraft, type DraftKind } from '@/ui/saving/draft'
import { browserStorage } from '@/ui/saving/draftStorage'
import { savesAnswered } from '@/ui/saving/underWay'
import { toast } from '@/ui/toast'

/** Unsaved work that no open window holds. */
interface Left {
  readonly key: string
  /** Of its network; an exercise and a task sheet have their own. */
  readonly id: string
  readonly kind: DraftKind
  readonly text: string
  /** null for what is no network, and for what is damaged. */
  readonly document: NetworkDocument | null
  /** What it is called, or its code; empty where it has none. */
  readonly name: string
  readonly at: number
  /** Whether its network is still there, and takes it up when it is opened. */
  readonly there: boolean
}

/** How many are looked at: more is more than anybody left. */
const most = 50

async function findLeft(): Promise<Left[]> {
  // What the screen that was just left still saves, or keeps, is not left behind yet.
  await savesAnswered()
  const found: Left[] = []
  for (const { kind, id: of, key } of draftsIn(browserStorage).slice(0, most)) {
    // A run is kept under its network and its own id.
    const id = kind === 'run' ? of.split('.')[0] : of
    const release = await hold(browserLocks(), key)
    if (!release) continue
    await release()
    const text = browserStorage.read(key)
    if (text === null) continue
    const read = readDraft(text, kind === 'network' ? isDocument : () => true)
    const draft = read.state === 'sound' ? read.draft : null
    found.push({
      key,
      id,
      kind,
      text,
      document: draft && isDocument(draft.content) ? draft.content : null,
      name: draft ? nameOf(kind, of, draft.content) : '',
      at: draft?.at ?? 0,
      there: await isThere(kind, id),
    })
  }
  return found
}

/** What a run or a sheet is called; the code of a task. */
function nameOf(kind: DraftKind, of: string, content: unknown): string {
  if (kind === 'exercise') return of.slice(of.indexOf('.') + 1)
  const { title } = (typeof content === 'object' && content !== null ? content : {}) as { title?: unknown }
  return typeof title === 'string' ? title : ''
}

/** Whether what it is gone on with is still there; where nobody answers, it is taken for that. */
async function isThere(kind: DraftKind, id: string): Promise<boolean> {
  const [sheet] = id.split('.')
  // A task by itself is made from its code again.
  if (kind === 'exercise' && sheet === 'own') return true
  const answer = await (kind === 'exercise' || kind === 'sheet' ? api.find('sheet', sheet) : api.find('network', id))
  return answer.ok || answer.status === 0
}

/** Where it is gone on with. */
function pathTo({ kind, id }: Left): string {
  if (kind === 'exercise') {
    const [sheet, code] = id.split('.')
    return sheet === 'own' ? `/practice?code=${code}` : `/practice/sheets/${sheet}?code=${code}`
  }
  if (kind === 'sheet') return `/practice/sheets/${id}`
  return `/networks/${id}${kind === 'run' ? '/bench' : ''}`
}

/** What was not saved when a window was closed or a network deleted elsewhere: it stays here until somebody decides. */
export function LeftDrafts({ onChange }: { readonly onChange: () => void }) {
  const [left, setLeft] = useState<readonly Left[]>([])
  const router = useRouter()
  const look = useCallback(() => findLeft().then(setLeft), [])
  useEffect(() => {
    void findLeft().then(setLeft)
    window.addEventListener('storage', look)
    return () => window.removeEventListener('storage', look)
  }, [look])
  const discard = async ({ key }: Left) => {
    browserStorage.remove(key)
    await look()
  }
  const keep = async (it: Left, document: NetworkDocument) => {
    const answer = await api.create('network', document)
    if (!answer.ok) return void toast.error(problemText(answer.problems))
    await discard(it)
    onChange()
    toast.success(`“${document.title || 'Untitled network'}” is kept as a new network`)
  }
  const saveFile = ({ document, text, kind }: Left) =>
    document ? saveDocument(document) : download(fileName(`unsaved ${kind}`, '.txt'), 'text/plain', text)
  if (left.length === 0) return null
  return (
    <section aria-labelledby="left-drafts" className="mb-4 rounded-md border-l-4 border-trouble bg-sheet p-3">
      <h2 id="left-drafts" className="font-semibold">
        Not saved yet, kept in this browser
      </h2>
      <ul className="divide-y divide-line">
        {left.map((it) => {
          const { key, kind, document, name, at, there } = it
          const title = document
            ? document.title || 'Untitled network'
            : {
                attempt: 'An attempt',
                run: 'A run of readings',
                network: 'A network',
                exercise: 'A task',
                sheet: 'A task sheet',
              }[kind]
          return (
            <li key={key} className="flex flex-wrap items-center gap-2 py-2">
              <span className="min-w-48 flex-1">
                <span className="font-medium">{title}</span>
                <span className="text-soft">
                  {!document && name && ` · ${name}`}
                  {at > 0 && ` · ${formatDistanceToNow(at, { addSuffix: true })}`}
                  {!there && ` · its ${kind === 'exercise' || kind === 'sheet' ? 'sheet' : 'network'} was deleted`}
                  {kind === 'network' && !document && ' · damaged, so it cannot be opened'}
                </span>
              </span>
              {there && (document || kind !== 'network') && (
                <Button look="strong" onClick={() => router.push(pathTo(it))}>
                  Open it
                </Button>
              )}
              {document && <Button onClick={() => void keep(it, document)}>Keep as a new network</Button>}
              <Button onClick={() => saveFile(it)}>Export</Button>
              <Button look="plain" aria-label={`Discard ${title}`} onClick={() => void discard(it)}>
                Discard
              </Button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
