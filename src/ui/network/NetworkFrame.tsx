'use client'

import { FilePlus2, History, Redo2, Undo2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import { createContext, useCallback, useContext, useMemo, useRef, useState, type ReactNode } from 'react'
import { createPortal } from 'react-dom'
import { useStore } from 'zustand'
import { Button } from '../Button'
import { Commands, type Command } from '../commands'
import { FileField } from '../FileField'
import { useGo } from '../useGo'
import { saveDocument } from '../download'
import { ScreenBar } from '../ScreenBar'
import { WithDock } from '../Dock'
import { toast } from '../toast'
import { sayBinned } from './binned'
import { FormulaLine, SourceField } from './FormulaLine'
import { useOpenNetwork } from './OpenNetwork'
import { isHalfTyped, type WorkStore, type RefusedImport } from './store'
import { useFileDrop } from '../useFileDrop'
import { Nothing, onceThere } from '../onceThere'
import { api, problemText } from '../api'
import { SavingChoice, SavingState } from '../saving/SavingState'
import type { Saving } from '../saving/versionedSave'
import type { NetworkDocument } from '@/core/network'
import clsx from 'clsx'
import Link from 'next/link'
import { useAwake } from '../awake'

const EarlierStates = dynamic(() => onceThere(() => import('./EarlierStates')).then((module) => module.EarlierStates), {
  loading: Nothing,
})

interface Props {
  readonly screen: NetworkScreen
  /** In the bar, before undo. */
  readonly status?: ReactNode
  /** At the left of the entry line, whatever else stands there. */
  readonly lead?: ReactNode
  /** At its right. */
  readonly actions: ReactNode
  readonly isEntry?: boolean
  /** Takes a picture that is dropped here; where it is none, pictures are for the drawing. */
  readonly onPicture?: (file: File) => void
  /** What undo takes back here, if not changes of the network. */
  readonly history?: { readonly undo: (() => void) | null; readonly redo: (() => void) | null }
  readonly children: ReactNode
}

const ActionsPlace = createContext<HTMLElement | null>(null)

/** What a screen puts beside the formula line, from wherever in the frame it is made. */
export function FrameActions({ children }: { readonly children: ReactNode }) {
  const place = useContext(ActionsPlace)
  return place && createPortal(children, place)
}

/** What every screen of an open network has: its title, saving, undo, the entry line; files can be dropped anywhere. */
export function NetworkFrame({ screen, status, lead, actions, isEntry = true, onPicture, history, children }: Props) {
  const { store, worked, keeping } = useOpenNetwork()
  const { network, worksheet, problems, busy, cancel } = worked
  const { id, document, typing, past, future, refused } = useStore(store)
  const go = useGo()
  const [earlier, setEarlier] = useState(false)
  const [place, setPlace] = useState<HTMLElement | null>(null)
  const actionsHere = (
    <>
      {actions}
      <div ref={setPlace} className="contents" />
    </>
  )
  const wrong = problems.length > 0 || isHalfTyped(typing)
  const other = screen === 'work' ? 'draw' : 'work'
  const file = useRef<HTMLInputElement>(null)
  const undo = history ? history.undo : past.length > 0 || wrong ? store.undo : null
  const redo = history ? history.redo : future.length > 0 ? store.redo : null

  const remove = useCallback(async () => {
    const { title } = store.getState().document
    await keeping.current?.flush(false)
    const answer = await api.remove('network', id)
    if (!answer.ok && answer.status !== 404) return void toast.error(problemText(answer.problems))
    go('/')
    sayBinned(id, title ?? '', () => go(`/networks/${id}`))
  }, [store, keeping, id, go])
  const commands = useMemo(
    (): readonly Command[] => [
      { name: 'Undo', also: 'back revert', keys: 'mod+z', inFields: true, run: () => undo?.() },
      { name: 'Redo', also: 'again', keys: 'mod+shift+z,mod+y', inFields: true, run: () => redo?.() },
      ...(isEntry
        ? [
            { name: 'Edit the formula', also: 'type network resistors', keys: 'f', run: () => focus('formula') },
            {
              name: 'Edit the source',
              also: 'voltage supply battery current known',
              keys: 'e',
              run: () => focus('source'),
            },
            { name: 'Import a file', also: 'open load upload parts list csv', run: () => file.current?.click() },
          ]
        : []),
      { name: 'Rename this network', also: 'title name', run: () => focus('title') },
      {
        name: 'Earlier states of this network',
        also: 'history versions restore',
        keys: 'shift+v',
        run: () => setEarlier(true),
      },
      {
        name: 'Export the network (document)',
        also: 'save share download json file',
        keys: 'mod+s',
        inFields: true,
        run: () => saveDocument(store.getState().document),
      },
      { name: 'Delete this network', also: 'remove bin trash', run: remove },
    ],
    [store, undo, redo, isEntry, remove],
  )
  const ways = useMemo(
    (): readonly Command[] =>
      screens
        .filter(({ key }) => key !== screen)
        .map(({ key, name, path, also }) => ({
          name: `Go to ${name}`,
          also,
          keys: key === 'bench' ? 'm' : key === 'report' ? 'shift+h' : key === other ? 'w' : undefined,
          run: () => go(`/networks/${id}${path}`),
        })),
    [go, id, screen, other],
  )
  const drop = useFileDrop(([dropped]) => {
    if (!dropped.type.startsWith('image/')) return void importFile(store, dropped)
    if (onPicture) onPicture(dropped)
    else toast('A picture is traced in Draw; drop it there')
  })
  const entry = (
    <section aria-label="Entry">
      <FileField
        ref={file}
        label="A network document or parts list to put here"
        onFiles={([chosen]) => void importFile(store, chosen)}
      />
      <div className="flex flex-wrap items-start gap-2 border-b border-line bg-panel px-3 py-2 sm:px-4 print:hidden">
        {lead}
        {isEntry && (
          <>
            <SourceField store={store} />
            <FormulaLine store={store} network={network} worksheet={worksheet} floating={screen === 'draw'} />
          </>
        )}
        <div className={clsx('flex flex-wrap gap-2 max-sm:w-full', isEntry || lead ? 'ml-auto' : 'w-full')}>
          {isEntry && (
            <Button
              tip="Import a network document, or a parts list (CSV)"
              aria-label="Import a file"
              className="h-9"
              onClick={() => file.current?.click()}
            >
              <FilePlus2 size={16} aria-hidden />
            </Button>
          )}
          {actionsHere}
        </div>
      </div>
      {drop.isOver && (
        <p className="m-4 rounded-md border-2 border-dashed border-chosen bg-chosen-wash p-4 text-center">
          Drop a network document to replace this one, or a parts list to add its parts; Undo takes it back
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
  )
  return (
    <div {...drop.handlers} className="flex min-h-screen flex-col">
      <Commands group="This network" list={commands} />
      <Commands group="Go to" list={ways} />
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
        <ScreenTabs id={id} screen={screen} isDrawn={worksheet !== null || wrong} />
      </ScreenBar>
      <ActionsPlace.Provider value={place}>
        <WithDock head={entry} isFixed={screen === 'work'}>
          {children}
        </WithDock>
      </ActionsPlace.Provider>
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

/** Whether the open network is saved; where somebody else was faster, the person chooses. */
function NetworkSaving() {
  const { store, keeping } = useOpenNetwork()
  const { saving: kept, notKept, id, typing, document } = useStore(store)
  const half = isHalfTyped(typing)
  const saving: Saving<NetworkDocument> =
    half && kept.state === 'saved' ? { state: 'unsaved', reason: 'half typed' } : kept
  return (
    <>
      <SavingState saving={saving} notKept={notKept} className="text-xs text-bar-soft" />
      <SavingChoice
        saving={saving}
        putBack={() => api.restore('network', id)}
        what="network"
        describe={({ version, content }) => (
          <p>
            Version {version} is newer than the one you changed: it has {resistorsOf(content)}, yours{' '}
            {resistorsOf(document)}. Choose one; Undo brings the other back
            {notKept ? '' : ', also after a reload'}.
          </p>
        )}
        onChoose={(which) => keeping.current?.choose(which)}
        onRestored={(version) => keeping.current?.goOn(version)}
      />
    </>
  )
}

function resistorsOf({ parts }: NetworkDocument): string {
  const count = parts.filter(({ kind }) => kind === 'resistor').length
  return `${count.toLocaleString('en')} ${count === 1 ? 'resistor' : 'resistors'}`
}

const screens = [
  { key: 'draw', name: 'Draw', path: '/draw', also: 'board edit picture circuit diagram' },
  { key: 'work', name: 'Work', path: '', also: 'solve reduce worksheet answer steps' },
  { key: 'bench', name: 'Bench', path: '/bench', also: 'measure meter multimeter lab readings' },
  { key: 'report', name: 'Report', path: '/report', also: 'print pdf hand in document' },
] as const

/** A screen of one network. */
type NetworkScreen = (typeof screens)[number]['key']

/** The screens of one network; the others are fetched once this one is drawn. */
function ScreenTabs({
  id,
  screen,
  isDrawn,
}: {
  readonly id: string
  readonly screen: NetworkScreen
  readonly isDrawn: boolean
}) {
  return (
    <nav aria-label="Screens of this network" className="flex">
      {screens.map(({ key, name, path }) => (
        <Link
          key={key}
          href={`/networks/${id}${path}`}
          prefetch={isDrawn ? null : false}
          aria-current={key === screen ? 'page' : undefined}
          className={clsx(
            'rounded-md px-3 py-1.5 max-sm:px-1',
            key === screen ? 'bg-bar-line font-medium' : 'text-bar-soft hover:text-bar-ink',
          )}
        >
          {name}
        </Link>
      ))}
    </nav>
  )
}

/** The network's title, edited in place. */
function TitleField({ store }: { readonly store: WorkStore }) {
  const isAwake = useAwake()
  const title = useStore(store, ({ document }) => document.title ?? '')
  return (
    <input
      id="title"
      aria-label="Title of the network"
      value={title}
      placeholder="Untitled network"
      maxLength={200}
      readOnly={!isAwake}
      size={Math.max(12, Math.min(40, title.length + 1))}
      onChange={(event) => store.change({ ...store.getState().document, title: event.target.value }, 'title')}
      onBlur={store.pause}
      className="min-w-0 rounded border border-transparent bg-transparent px-1.5 py-1 font-medium placeholder:text-bar-soft hover:border-bar-line"
    />
  )
}

/** What of a file, a drop or a paste was not understood, row by row. */
function ImportProblems({
  refused: { from, problems },
  onDismiss,
}: {
  readonly refused: RefusedImport
  readonly onDismiss: () => void
}) {
  return (
    <section role="alert" className="mx-4 mt-3 rounded-md border-l-4 border-trouble bg-trouble-wash p-3 print:hidden">
      <div className="flex items-start justify-between gap-4">
        <h2 className="font-semibold">Not understood in {from}</h2>
        <Button look="plain" onClick={onDismiss}>
          Dismiss
        </Button>
      </div>
      <ul className="ml-4 list-disc">
        {problems.slice(0, 20).map((problem, i) => (
          <li key={i}>{problem}</li>
        ))}
      </ul>
      {problems.length > 20 && <p>… and {problems.length - 20} more</p>}
    </section>
  )
}
