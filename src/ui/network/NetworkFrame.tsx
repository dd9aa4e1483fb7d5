'use client'

import { FilePlus2, History, Redo2, Undo2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState, type ReactNode } from 'react'
import { useStore } from 'zustand'
import { Button } from '../Button'
import { Commands, type Command } from '../commands'
import { FileField } from '../FileField'
import { saveDocument } from '../download'
import { ScreenBar } from '../ScreenBar'
import { toast } from '../toast'
import { FormulaLine } from './FormulaLine'
import { ImportProblems } from './ImportProblems'
import { useOpenNetwork } from './OpenNetwork'
import { NetworkSaving } from './NetworkSaving'
import { ScreenTabs, type NetworkScreen } from './ScreenTabs'
import { SourceField } from './SourceField'
import { isHalfTyped, type WorkStore } from './store'
import { TitleField } from './TitleField'
import { useFileDrop } from '../useFileDrop'
import { onceThere } from '../onceThere'

const EarlierStates = dynamic(() => onceThere(() => import('./EarlierStates')).then((module) => module.EarlierStates))

interface Props {
  readonly screen: NetworkScreen
  /** In the bar, before undo. */
  readonly status?: ReactNode
  /** Beside the formula line; or in its place, where the screen is not for changing the network. */
  readonly actions: ReactNode
  readonly isEntry?: boolean
  /** Takes a picture that is dropped here; where it is none, pictures are for the drawing. */
  readonly onPicture?: (file: File) => void
  /** What undo takes back here, if not changes of the network. */
  readonly history?: { readonly undo: (() => void) | null; readonly redo: (() => void) | null }
  readonly children: ReactNode
}

/** What every screen of an open network has: its title, saving, undo, the entry line; files can be dropped anywhere. */
export function NetworkFrame({ screen, status, actions, isEntry = true, onPicture, history, children }: Props) {
  const { store, worked } = useOpenNetwork()
  const { network, worksheet, problems, busy, cancel } = worked
  const { id, document, typing, past, future, refused } = useStore(store)
  const router = useRouter()
  const [earlier, setEarlier] = useState(false)
  const wrong = problems.length > 0 || isHalfTyped(typing)
  const other =
    screen === 'work'
      ? { name: 'Draw it', path: `/networks/${id}/draw` }
      : { name: 'Work it out', path: `/networks/${id}` }
  const undo = history ? history.undo : past.length > 0 || wrong ? store.undo : null
  const redo = history ? history.redo : future.length > 0 ? store.redo : null

  const commands = useMemo(
    (): readonly Command[] => [
      { name: 'Undo', keys: 'mod+z', inFields: true, run: () => undo?.() },
      { name: 'Redo', keys: 'mod+shift+z,mod+y', inFields: true, run: () => redo?.() },
      ...(isEntry
        ? [
            { name: 'Edit the formula', keys: 'f', run: () => focus('formula') },
            { name: 'Edit the source', keys: 'e', run: () => focus('source') },
          ]
        : []),
      { name: 'Earlier states of this network', keys: 'shift+v', run: () => setEarlier(true) },
      { name: other.name, keys: 'w', run: () => router.push(other.path) },
      ...(screen === 'bench'
        ? []
        : [{ name: 'Measure it', keys: 'm', run: () => router.push(`/networks/${id}/bench`) }]),
      ...(screen === 'report'
        ? []
        : [{ name: 'Its report, to be handed in', keys: 'shift+h', run: () => router.push(`/networks/${id}/report`) }]),
      {
        name: 'Save the network document',
        keys: 'mod+s',
        inFields: true,
        run: () => saveDocument(store.getState().document),
      },
    ],
    [store, router, other.name, other.path, undo, redo, isEntry, screen, id],
  )
  const file = useRef<HTMLInputElement>(null)
  const drop = useFileDrop(([dropped]) => {
    if (!dropped.type.startsWith('image/')) return void importFile(store, dropped)
    if (onPicture) onPicture(dropped)
    else toast('A picture is traced in Draw; drop it there')
  })
  return (
    <div {...drop.handlers} className="flex min-h-screen flex-col">
      <Commands list={commands} />
      <ScreenBar
        end={
          <>
            {status}
            <Button
              look="bar"
              tip="Undo"
              keys="mod+z"
              aria-label="Undo"
              disabled={undo === null}
              onClick={() => undo?.()}
            >
              <Undo2 size={15} aria-hidden />
            </Button>
            <Button
              look="bar"
              tip="Redo"
              keys="mod+shift+z"
              aria-label="Redo"
              disabled={redo === null}
              onClick={() => redo?.()}
            >
              <Redo2 size={15} aria-hidden />
            </Button>
            <Button
              look="bar"
              tip="Earlier states"
              keys="shift+v"
              aria-label="Earlier states"
              className="max-sm:hidden"
              onClick={() => setEarlier(true)}
            >
              <History size={15} aria-hidden />
            </Button>
          </>
        }
      >
        <TitleField store={store} />
        <NetworkSaving />
        <ScreenTabs id={id} screen={screen} />
      </ScreenBar>
      <section aria-label="Entry">
        <FileField
          ref={file}
          label="A network document or parts list to put here"
          onFiles={([chosen]) => void importFile(store, chosen)}
        />
        <div className="flex flex-wrap items-start gap-2 border-b border-line bg-panel px-3 py-2 sm:px-4 print:hidden">
          {isEntry ? (
            <>
              <SourceField store={store} />
              <FormulaLine store={store} network={network} worksheet={worksheet} floating={screen === 'draw'} />
              <div className="ml-auto flex flex-wrap gap-2 max-sm:w-full">
                <Button
                  tip="Bring in a network document, or a parts list (CSV)"
                  aria-label="Bring in a file"
                  className="h-9"
                  onClick={() => file.current?.click()}
                >
                  <FilePlus2 size={16} aria-hidden />
                </Button>
                {actions}
              </div>
            </>
          ) : (
            actions
          )}
        </div>
        {drop.isOver && (
          <p className="m-4 rounded-md border-2 border-dashed border-chosen bg-chosen-wash p-4 text-center">
            Drop a network document to put it in place of this one, or a parts list to add it; it can be undone
            {onPicture && '; or a photograph to trace'}
          </p>
        )}
        {refused && <ImportProblems refused={refused} onDismiss={() => store.setState({ refused: null })} />}
        {busy && (
          <p role="status" className="flex items-center gap-3 border-b border-line bg-panel px-4 py-2 print:hidden">
            <progress aria-label="Working out" className="w-40" /> Working out{' '}
            {document.parts.length.toLocaleString('en')} parts
            <Button onClick={cancel}>Cancel</Button>
          </p>
        )}
      </section>
      {children}
      {earlier && <EarlierStates onClose={() => setEarlier(false)} />}
    </div>
  )
}

async function importFile(store: WorkStore, file: File): Promise<void> {
  const { importText } = await import('./importText')
  importText(store, file.name, await file.text())
}

function focus(id: string): void {
  const field = window.document.getElementById(id)
  if (field instanceof HTMLInputElement) {
    field.focus()
    field.select()
  }
}
