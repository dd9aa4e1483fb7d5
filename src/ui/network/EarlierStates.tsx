import { format, formatDistanceToNow } from 'date-fns'
import { useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { isDocument, type NetworkDocument } from '@/core/network'
import { cardOf } from '@/core/picture'
import { differencesOf } from '@/core/worksheet'
import { api, problemText, type EarlierState } from '../api'
import { Button } from '../Button'
import { Dialog } from '../Dialog'
import { useSettings } from '../settings'
import { SheetDrawing } from '../SheetDrawing'
import { toast } from '../toast'
import { useOpenNetwork } from './OpenNetwork'

/** More differences are counted. */
const mostSaid = 12

/** What the network was before: each state with its picture and what has changed since; any of them can be taken up again. */
export function EarlierStates({ onClose }: { readonly onClose: () => void }) {
  const { store, keeping } = useOpenNetwork()
  const { id, document: now } = useStore(store)
  const [states, setStates] = useState<readonly EarlierState[] | null>(null)
  const [chosen, setChosen] = useState<number | null>(null)
  const [documents, setDocuments] = useState<ReadonlyMap<number, NetworkDocument>>(new Map())
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    // What is on the screen is saved first, so that what it was before is there too.
    void (async () => {
      await keeping.current?.flush(false)
      const answer = await api.versions(id)
      if (!answer.ok) return setTrouble(problemText(answer.problems))
      setStates(answer.body.versions)
      setChosen(answer.body.versions[0]?.version ?? null)
    })()
  }, [id, keeping])
  useEffect(() => {
    if (chosen === null || documents.has(chosen)) return
    void api.version(id, chosen).then((answer) => {
      if (!answer.ok) return setTrouble(problemText(answer.problems))
      if (!isDocument(answer.body)) return setTrouble('This state cannot be read any more')
      const document = answer.body
      setDocuments((before) => new Map([...before, [chosen, document]]))
    })
  }, [id, chosen, documents])
  const document = chosen === null ? undefined : documents.get(chosen)
  const restore = () => {
    if (!document) return
    store.change(document, null)
    onClose()
    toast.success('The earlier state is here again; Undo takes it back')
  }
  return (
    <Dialog title="Earlier states" open onOpenChange={onClose}>
      {trouble !== null && (
        <p role="alert" className="text-trouble">
          {trouble}
        </p>
      )}
      {states === null && trouble === null && <progress aria-label="Reading the earlier states" className="w-40" />}
      {states?.length === 0 && (
        <p className="text-soft">
          None yet. A state is kept after a minute without a change, and before parts are removed.
        </p>
      )}
      {states !== null && states.length > 0 && (
        <div className="grid gap-4 sm:grid-cols-[13rem_minmax(0,1fr)]">
          <ul aria-label="States" className="max-h-[55vh] overflow-y-auto">
            {states.map(({ version, at }) => (
              <li key={version}>
                <button
                  type="button"
                  aria-pressed={version === chosen}
                  onClick={() => setChosen(version)}
                  className="w-full rounded px-2 py-1.5 text-left hover:bg-chosen-wash aria-pressed:bg-chosen-wash"
                >
                  <span className="block">{format(at, 'd MMM yyyy, HH:mm')}</span>
                  <span className="text-xs text-soft">{formatDistanceToNow(at, { addSuffix: true })}</span>
                </button>
              </li>
            ))}
          </ul>
          <div className="min-w-0">
            {document ? (
              <State document={document} now={now} onRestore={restore} />
            ) : (
              trouble === null && <progress aria-label="Reading this state" className="w-40" />
            )}
          </div>
        </div>
      )}
    </Dialog>
  )
}

function State({
  document,
  now,
  onRestore,
}: {
  readonly document: NetworkDocument
  readonly now: NetworkDocument
  readonly onRestore: () => void
}) {
  const { nodes, form, symbols } = useSettings().settings
  const { answer, picture, nodeLabels } = useMemo(() => cardOf(document, { nodes, form }), [document, nodes, form])
  const differences = useMemo(() => differencesOf(document, now), [document, now])
  return (
    <>
      <div className="rounded-md border border-line paper p-2 [&_svg]:max-h-56 [&_svg]:!min-w-0">
        {picture ? (
          <SheetDrawing
            picture={picture}
            nodeLabels={nodeLabels}
            symbols={symbols}
            side="reduce"
            description="The network as it was then, stretched from + to −"
          />
        ) : (
          <p className="p-4 text-soft">
            {document.parts.length.toLocaleString('en')} {document.parts.length === 1 ? 'part' : 'parts'}
          </p>
        )}
      </div>
      <p className="mt-1 font-mono text-xs">{answer}</p>
      <h3 className="mt-3 font-semibold">From then to now</h3>
      {differences.length === 0 ? (
        <p className="text-soft">Nothing has changed.</p>
      ) : (
        <ul className="list-disc pl-5">
          {differences.slice(0, mostSaid).map((text) => (
            <li key={text}>{text}</li>
          ))}
          {differences.length > mostSaid && <li>and {differences.length - mostSaid} more</li>}
        </ul>
      )}
      <Button look="strong" className="mt-3" disabled={differences.length === 0} onClick={onRestore}>
        Restore this state
      </Button>
    </>
  )
}
