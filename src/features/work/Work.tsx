'use client'

import clsx from 'clsx'
import { Download, ListPlus, Redo2, Undo2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { toast } from 'sonner'
import { useStore } from 'zustand'
import { readNetworkText, writeNetwork } from '@/core/network'
import { api, problemText, type SavedNetwork } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { download, fileName } from '@/ui/download'
import { useSettings } from '@/ui/settings'
import { Shell } from '@/ui/Shell'
import { TopBar } from '@/ui/TopBar'
import { ViewMenu } from '@/ui/ViewMenu'
import { useDropzone } from 'react-dropzone'
import { answerText } from './answer'
import { AnswerTable } from './AnswerTable'
import { autosave } from './autosave'
import { claimDraftSlot } from './draftSlot'
import { Findings } from './Findings'
import { FormulaLine } from './FormulaLine'
import { PartsPanel } from './PartsPanel'
import { SavingState } from './SavingState'
import { SourceField } from './SourceField'
import { createWorkStore, type WorkStore } from './store'
import { TitleField } from './TitleField'
import { useWorksheet } from './useWorksheet'
import { Valley } from './Valley'

/** The worksheet of one network: entry above, the valley below, the answer table at the end of the climb. */
export function Work({ record }: { readonly record: SavedNetwork }) {
  const [store] = useState(() => createWorkStore(record))
  const state = useStore(store)
  const { settings, change: changeSettings } = useSettings()
  const { network, worksheet, problems, busy, cancel } = useWorksheet(state.document)
  // The table at the end of the climb follows the valley in the next moment.
  const settled = useDeferredValue(worksheet)
  const [row, setRow] = useState(-1)
  useEffect(() => keep(store), [store])

  const { document, typing } = state
  const wrong = problems.length > 0 || typing.formula !== undefined || typing.source !== undefined
  const analysis = worksheet?.analysis ?? null
  const rows = worksheet?.reduction.steps.length ?? 0
  const title = document.title || 'network'
  const { figures, parts: partsOpen } = settings

  const saveDocument = useCallback(
    () => download(fileName(title, '.nodrel.json'), 'application/json', `${JSON.stringify(document, null, 2)}\n`),
    [title, document],
  )
  const saveCsv = useCallback(async () => {
    if (!analysis) return
    const { answerCsv } = await import('./answerCsv')
    download(fileName(title, '.csv'), 'text/csv', answerCsv(analysis))
  }, [title, analysis])
  const copyTable = useCallback(() => {
    if (!analysis) return
    navigator.clipboard.writeText(answerText(analysis, figures)).then(
      () => toast.success('The answer table is on the clipboard'),
      () => toast.error('The browser does not let the clipboard be used'),
    )
  }, [analysis, figures])

  const commands = useMemo((): readonly Command[] => {
    const step = (by: number) => () => setRow((before) => Math.max(0, Math.min(rows, before + by)))
    return [
      { name: 'Undo', keys: 'mod+z', inFields: true, run: store.undo },
      { name: 'Redo', keys: 'mod+shift+z,mod+y', inFields: true, run: store.redo },
      { name: 'Edit the formula', keys: 'f', run: () => focus('formula') },
      { name: 'Edit the source', keys: 'e', run: () => focus('source') },
      { name: 'Parts list', keys: 'p', run: () => changeSettings({ parts: !partsOpen }) },
      { name: 'Next step', keys: 'j,down', run: step(1) },
      { name: 'Previous step', keys: 'k,up', run: step(-1) },
      { name: 'Copy the answer table', keys: 'c', run: copyTable },
      { name: 'Save the network document', keys: 's', run: saveDocument },
      { name: 'Save the answer table as CSV', keys: 'v', run: () => void saveCsv() },
    ]
  }, [store, rows, partsOpen, changeSettings, copyTable, saveDocument, saveCsv])

  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    onDrop: importFile,
    noClick: true,
    noKeyboard: true,
    multiple: false,
  })
  async function importFile(files: readonly File[]): Promise<void> {
    const [file] = files
    if (!file) return
    const read = readNetworkText(await file.text())
    if (!read.ok) return void toast.error(`${file.name} was not read: ${problemText(read.problems.slice(0, 5))}`)
    store.change(writeNetwork(read.network), null)
    toast(`${file.name} stands here now`, { action: { label: 'Undo', onClick: store.undo } })
  }

  return (
    <div {...getRootProps({ className: 'flex min-h-screen flex-col' })}>
      <input {...getInputProps({ 'aria-label': 'A network document to put here' })} />
      <Commands list={commands} />
      <TopBar
        right={
          <>
            {rows > 0 && (
              <span className="text-xs text-bar-soft">
                {row < 0
                  ? `${rows} ${rows === 1 ? 'step' : 'steps'}`
                  : row < rows
                    ? `step ${row + 1} of ${rows}`
                    : 'the supply'}
              </span>
            )}
            <Button
              look="bar"
              tip="Undo"
              keys="mod+z"
              aria-label="Undo"
              disabled={state.past.length === 0 && !wrong}
              onClick={store.undo}
            >
              <Undo2 size={15} aria-hidden />
            </Button>
            <Button
              look="bar"
              tip="Redo"
              keys="mod+shift+z"
              aria-label="Redo"
              disabled={state.future.length === 0}
              onClick={store.redo}
            >
              <Redo2 size={15} aria-hidden />
            </Button>
            <ViewMenu />
            <Shell />
          </>
        }
      >
        <TitleField store={store} />
        <SavingState store={store} />
      </TopBar>
      <div className="flex flex-wrap items-start gap-2 border-b border-line bg-panel px-4 py-2">
        <SourceField store={store} />
        <FormulaLine store={store} network={network} worksheet={worksheet} />
        <div className="ml-auto flex gap-2">
          <Button
            tip="Parts list"
            keys="p"
            aria-pressed={partsOpen}
            onClick={() => changeSettings({ parts: !partsOpen })}
            className={clsx('h-9', partsOpen && 'border-chosen bg-chosen-wash')}
          >
            <ListPlus size={16} aria-hidden /> Parts
          </Button>
          <DropdownMenu.Root>
            <DropdownMenu.Trigger asChild>
              <Button className="h-9">
                <Download size={16} aria-hidden /> Take out
              </Button>
            </DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content
                align="end"
                sideOffset={6}
                className="z-50 rounded-md border border-line bg-panel p-1 shadow-lg"
              >
                <MenuItem onSelect={saveDocument} text="Network document, as a file" />
                <MenuItem onSelect={() => void saveCsv()} text="Answer table, as CSV" disabled={!analysis} />
                <MenuItem onSelect={copyTable} text="Answer table, as text to the clipboard" disabled={!analysis} />
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        </div>
      </div>
      {isDragActive && (
        <p className="m-4 rounded-md border-2 border-dashed border-chosen bg-chosen-wash p-4 text-center">
          Drop a network document to put it in place of this one; it can be undone
        </p>
      )}
      {busy && (
        <p role="status" className="flex items-center gap-3 border-b border-line bg-panel px-4 py-2">
          <progress aria-label="Working out" className="w-40" /> Working out{' '}
          {document.parts.length.toLocaleString('en')} parts
          <Button onClick={cancel}>Cancel</Button>
        </p>
      )}
      <div className="flex flex-1 flex-col-reverse lg:flex-row">
        <main className="min-w-0 flex-1 px-4 pt-2 pb-24">
          <h1 className="sr-only">{document.title || 'Untitled network'}: worked</h1>
          <Findings worksheet={worksheet} problems={problems} document={document} />
          {worksheet && (
            <div
              className={clsx(wrong && 'greyed')}
              aria-label={wrong ? 'The last good analysis' : undefined}
              role={wrong ? 'group' : undefined}
            >
              <Valley worksheet={worksheet} row={row} />
              <AnswerTable worksheet={settled ?? worksheet} />
            </div>
          )}
        </main>
        {partsOpen && <PartsPanel store={store} worksheet={worksheet} problems={problems} />}
      </div>
    </div>
  )
}

/** Saves by itself while the network is open. */
function keep(store: WorkStore): () => void {
  let closed = false
  let stop = () => {
    closed = true
  }
  void claimDraftSlot(store.getState().id, localStorage, navigator.locks as LockManager | undefined).then(
    ({ key, release }) => {
      if (closed) return release()
      const stopSaving = autosave(store, api, localStorage, key)
      stop = () => {
        stopSaving()
        release()
      }
    },
  )
  return () => stop()
}

function MenuItem({
  text,
  ...rest
}: {
  readonly text: string
  readonly onSelect: () => void
  readonly disabled?: boolean
}) {
  return (
    <DropdownMenu.Item
      {...rest}
      className="cursor-pointer rounded px-2 py-1.5 outline-none data-disabled:opacity-50 data-highlighted:bg-chosen-wash"
    >
      {text}
    </DropdownMenu.Item>
  )
}

function focus(id: string): void {
  const field = window.document.getElementById(id)
  if (field instanceof HTMLInputElement) {
    field.focus()
    field.select()
  }
}
