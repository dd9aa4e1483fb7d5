'use client'

import clsx from 'clsx'
import { FilePlus2, LayoutGrid, List, Pencil, Plus, Trash2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useCallback, useMemo, useRef, useState, type RefObject } from 'react'
import { newDrawing } from '@/core/entry'
import { Select } from '@/ui/controls'
import { Main } from '@/ui/Main'
import type { LogbookEntry, LogbookQuery } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { beginsNetwork, useHearing } from '@/ui/home'
import { useSettings } from '@/ui/settings'
import { FileField } from '@/ui/FileField'
import { ScreenBar } from '@/ui/ScreenBar'
import { useFileDrop } from '@/ui/useFileDrop'
import { useAwake } from '@/ui/awake'
import { Nothing, onceThere } from '@/ui/onceThere'
import { Bin } from './Bin'
import { Everything } from './Everything'
import { ImportReport, useImport } from './ImportReport'
import { LeftDrafts } from './LeftDrafts'
import { NetworkCard, NetworkList, type EntryActions } from './NetworkList'
import { beginning, readPlace, type LogbookPlace, useEntryActions, useKeptPlace, useLogbook } from './useLogbook'
import { TagBar, TagsDialog } from './TagBar'
import { commandsOf } from '@/ui/elsewhere'

const ArchiveDialog = dynamic(() => onceThere(() => import('./Archive')).then((module) => module.ArchiveDialog), {
  loading: Nothing,
})

const orders = {
  changed: 'last changed',
  title: 'title',
  resistors: 'number of resistors',
} as const satisfies Record<LogbookQuery['by'], string>

/**
 * The saved networks.
 *
 * @param first the first page as the server read it, in JSON
 */
export function Logbook({ first }: { readonly first: string }) {
  const isAwake = useAwake()
  const { settings, change: changeSettings } = useSettings()
  const { nodes, form, logbook: view } = settings
  // Until the page has come to life it is what the server read: the beginning.
  const [place, setPlace] = useState<LogbookPlace>(beginning)
  const [isBack, setBack] = useState(false)
  if (isAwake && !isBack) {
    setBack(true)
    setPlace(readPlace())
  }
  const { search, tag, by: order } = place
  const goTo = (there: Partial<LogbookPlace>) => setPlace((before) => ({ ...before, pages: 1, scroll: 0, ...there }))
  const asked = { search: search.trim(), tag, by: order, nodes, form }
  const { pages, isAnswered, trouble, refresh } = useLogbook(first, asked, place.pages)
  useKeptPlace(place, isAnswered && isBack, pages.length)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [tagging, setTagging] = useState<LogbookEntry | null>(null)
  const { create, gone, forget, actions } = useEntryActions(refresh, setTagging)
  const [binOpen, setBinOpen] = useState(false)
  const searchField = useRef<HTMLInputElement>(null)

  const brought = useImport(refresh)
  const drop = useFileDrop(brought.take)
  const files = useRef<HTMLInputElement>(null)
  const openFiles = useCallback(() => files.current?.click(), [])
  const turnView = useCallback(
    () => changeSettings({ logbook: view === 'list' ? 'cards' : 'list' }),
    [changeSettings, view],
  )

  const commands = useMemo(
    (): readonly Command[] => [
      { ...commandsOf.newNetwork, keys: 'n', run: () => void create(newDrawing, 'open') },
      { name: 'Draw a network', also: 'new add create picture', keys: 'p', run: () => void create(newDrawing, 'draw') },
      { ...commandsOf.importFiles, keys: 'i', run: () => openFiles() },
      { ...commandsOf.bin, keys: 'x', run: () => setBinOpen(true) },
      { name: 'Cards or a list', also: 'view', keys: 'v', run: turnView },
      { name: 'Search the logbook', also: 'find open', keys: '/', run: () => searchField.current?.focus() },
    ],
    // oxlint-disable-next-line react/exhaustive-deps -- the actions only use the router and stable setters
    [openFiles, turnView],
  )

  // A network is begun with what is typed; a word is looked for.
  useHearing((text) => {
    if (beginsNetwork(text)) void create(newDrawing, 'open', undefined, text)
    else searchField.current?.focus()
    return true
  })

  const { found, all } = pages[pages.length - 1]
  const entries = pages.flatMap((page) => page.entries)
  const shown = entries.filter(({ id }, i) => !gone.has(id) && entries.findIndex((other) => other.id === id) === i)
  return (
    <div {...drop.handlers} className="min-h-screen">
      <Commands group="This screen" list={commands} />
      <ScreenBar>
        <h1 className="font-medium">Logbook</h1>
        <Link href="/practice" className="rounded-md px-3 py-1.5 text-bar-soft hover:text-bar-ink max-sm:px-1.5">
          Practice
        </Link>
      </ScreenBar>
      <Main className="mx-auto max-w-6xl p-4">
        <FileField ref={files} multiple label="Files to import" onFiles={brought.take} />
        <Tools
          searchField={searchField}
          place={place}
          onPlace={goTo}
          onCreate={(then) => void create(newDrawing, then)}
          onImport={openFiles}
          onBin={() => setBinOpen(true)}
          onView={turnView}
        />
        <TagBar tags={pages[0].tags} chosen={tag} onChoose={(chosen) => goTo({ tag: chosen })} />
        {drop.isOver && (
          <p className="mb-4 rounded-md border-2 border-dashed border-chosen bg-chosen-wash p-6 text-center">
            Drop network documents, parts lists (CSV) or an archive (zip) to import them
          </p>
        )}
        <ImportReport {...brought} />
        <LeftDrafts onChange={() => void refresh()} />
        {trouble !== null && (
          <p role="alert" className="mb-3 rounded-md border-l-4 border-trouble bg-trouble-wash p-3">
            The logbook could not be read again: {trouble}.{' '}
            <button type="button" className="text-chosen underline" onClick={() => void refresh()}>
              Try again
            </button>
          </p>
        )}
        <div aria-busy={!isAnswered} className={clsx(!isAnswered && 'opacity-60')}>
          {all === 0 ? (
            <p className="p-10 text-center text-soft">
              The logbook is empty.{' '}
              <button type="button" className="text-chosen underline" onClick={() => void create(newDrawing, 'open')}>
                Start a network
              </button>{' '}
              or drop a document here.
            </p>
          ) : found === 0 ? (
            <NothingFound search={search.trim()} tag={tag} all={all} onShowAll={() => goTo({ search: '', tag: '' })} />
          ) : view === 'list' ? (
            <ChosenList entries={shown} actions={actions} chosen={chosen} onChosen={setChosen} />
          ) : (
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-3">
              {shown.map((entry) => (
                <NetworkCard key={entry.id} entry={entry} {...actions} />
              ))}
            </ul>
          )}
        </div>
        {entries.length < found && (
          <p className="p-4 text-center">
            <Button onClick={() => setPlace((before) => ({ ...before, pages: before.pages + 1 }))}>
              Show more; {(found - entries.length).toLocaleString('en')} of {found.toLocaleString('en')}{' '}
              {found - entries.length === 1 ? 'is' : 'are'} left
            </Button>
          </p>
        )}
        {brought.archive && (
          <ArchiveDialog file={brought.archive} onClose={brought.leaveArchive} onDone={() => void refresh()} />
        )}
        {tagging && (
          <TagsDialog
            entry={tagging}
            known={pages[0].tags.map((it) => it.tag)}
            onClose={() => setTagging(null)}
            onSaved={() => void refresh()}
          />
        )}
        {binOpen && <Bin onClose={() => setBinOpen(false)} onChange={() => (forget(), void refresh())} />}
      </Main>
    </div>
  )
}

/** What begins something in the logbook, and what of it is looked at. */
function Tools({
  searchField,
  place,
  onPlace,
  onCreate,
  onImport,
  onBin,
  onView,
}: {
  readonly searchField: RefObject<HTMLInputElement | null>
  readonly place: LogbookPlace
  readonly onPlace: (there: Partial<LogbookPlace>) => void
  readonly onCreate: (then: 'open' | 'draw') => void
  readonly onImport: () => void
  readonly onBin: () => void
  readonly onView: () => void
}) {
  const isAwake = useAwake()
  const { logbook: view } = useSettings().settings
  return (
    <div className="mb-4 flex flex-wrap items-center gap-2">
      <Button look="strong" tip="New network, typed as a formula" keys="n" onClick={() => onCreate('open')}>
        <Plus size={16} aria-hidden /> New network
      </Button>
      <Button look="strong" tip="New network, copied from a picture" keys="p" onClick={() => onCreate('draw')}>
        <Pencil size={16} aria-hidden /> Draw a network
      </Button>
      <Button
        tip="Import network documents, parts lists or an archive; or drop them anywhere here"
        keys="i"
        onClick={onImport}
      >
        <FilePlus2 size={16} aria-hidden /> Import
      </Button>
      <Button tip="What was deleted: put it back, or delete it for good" keys="x" onClick={onBin}>
        <Trash2 size={16} aria-hidden /> Bin
      </Button>
      <Everything onImport={onImport} />
      <input
        ref={searchField}
        readOnly={!isAwake}
        type="search"
        aria-label="Search the logbook"
        placeholder="search words and values, 4k7"
        value={place.search}
        onChange={(event) => onPlace({ search: event.target.value })}
        className="ml-auto h-9 w-60 field"
      />
      <span className="flex items-center gap-2 text-soft">
        by
        <Select
          label="Order by"
          value={place.by}
          options={(Object.keys(orders) as (keyof typeof orders)[]).map((key) => ({ value: key, name: orders[key] }))}
          onChange={(by) => onPlace({ by })}
          className="!h-9 text-ink"
        />
      </span>
      <Button
        tip={view === 'list' ? 'Cards with drawings' : 'A line for each network'}
        keys="v"
        aria-label={view === 'list' ? 'Show cards' : 'Show a list'}
        className="h-9"
        onClick={onView}
      >
        {view === 'list' ? <LayoutGrid size={16} aria-hidden /> : <List size={16} aria-hidden />}
      </Button>
    </div>
  )
}

function NothingFound({
  search,
  tag,
  all,
  onShowAll,
}: {
  readonly search: string
  readonly tag: string
  readonly all: number
  readonly onShowAll: () => void
}) {
  return (
    <p className="p-10 text-center text-soft">
      {search === '' ? 'Nothing' : `Nothing with “${search}”`}
      {tag !== '' && ` has the tag “${tag}”`}
      {search !== '' && tag === '' && ' is in the logbook'}.{' '}
      <button type="button" className="text-chosen underline" onClick={onShowAll}>
        Show all {all}
      </button>
    </p>
  )
}

/** A line for each network; some of them can be chosen, to be seen side by side. */
function ChosenList({
  entries,
  actions,
  chosen,
  onChosen,
}: {
  readonly entries: readonly LogbookEntry[]
  readonly actions: EntryActions
  readonly chosen: ReadonlySet<string>
  readonly onChosen: (chosen: ReadonlySet<string>) => void
}) {
  return (
    <>
      {chosen.size > 0 && (
        <p className="mb-2 flex items-center gap-2">
          {chosen.size} chosen
          <Link
            href={`/compare?ids=${[...chosen].join()}`}
            prefetch={false}
            className="inline-flex min-h-8 items-center rounded-md border border-edge bg-sheet px-2.5 hover:bg-chosen-wash"
          >
            Compare
          </Link>
          <Button look="plain" onClick={() => onChosen(new Set())}>
            Clear
          </Button>
        </p>
      )}
      <NetworkList
        entries={entries}
        chosen={chosen}
        onChoose={(id, isChosen) =>
          onChosen(new Set([...chosen].filter((it) => it !== id).concat(isChosen ? [id] : [])))
        }
        {...actions}
      />
    </>
  )
}
