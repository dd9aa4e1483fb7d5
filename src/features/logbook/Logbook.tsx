'use client'

import clsx from 'clsx'
import { FilePlus2, LayoutGrid, List, Pencil, Plus, Trash2 } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { toast } from '@/ui/toast'
import type { NetworkDocument } from '@/core/network'
import { newDrawing } from '@/core/entry'
import { api, problemText, type LogbookEntry, type LogbookQuery } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useSettings } from '@/ui/settings'
import { FileField } from '@/ui/FileField'
import { ScreenBar } from '@/ui/ScreenBar'
import { useArrival } from '@/ui/useArrival'
import { useFileDrop } from '@/ui/useFileDrop'
import { useAwake } from '@/ui/awake'
import { onceThere } from '@/ui/onceThere'
import { Bin } from './Bin'
import { Everything } from './Everything'
import { ImportReport, useImport } from './ImportReport'
import { LeftDrafts } from './LeftDrafts'
import { NetworkCard, NetworkList, type EntryActions } from './NetworkList'
import { beginning, keepPlace, readPlace, type LogbookPlace, useLogbook } from './useLogbook'
import { TagBar, TagsDialog } from './TagBar'

const ArchiveDialog = dynamic(() => onceThere(() => import('./Archive')).then((module) => module.ArchiveDialog))

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
  const router = useRouter()
  const isAwake = useAwake()
  const main = useRef<HTMLElement>(null)
  useArrival(() => main.current?.focus({ preventScroll: true }))
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
  const setSearch = (typed: string) => setPlace((before) => ({ ...before, search: typed, pages: 1, scroll: 0 }))
  const setTag = (chosen: string) => setPlace((before) => ({ ...before, tag: chosen, pages: 1, scroll: 0 }))
  const asked = { search: search.trim(), tag, by: order, nodes, form }
  const { pages, isAnswered, trouble, refresh } = useLogbook(first, asked, place.pages)
  useKeptPlace(place, isAnswered && isBack, pages.length)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [tagging, setTagging] = useState<LogbookEntry | null>(null)
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set())
  const [binOpen, setBinOpen] = useState(false)
  const searchField = useRef<HTMLInputElement>(null)

  const brought = useImport(refresh)
  const drop = useFileDrop(brought.take)
  const files = useRef<HTMLInputElement>(null)
  const openFiles = useCallback(() => files.current?.click(), [])

  const create = async (document: NetworkDocument, then: 'open' | 'draw' | 'stay', origin?: string) => {
    const answer = await api.create('network', document, { origin })
    if (!answer.ok) return void toast.error(problemText(answer.problems))
    if (then === 'stay') await refresh()
    else router.push(`/networks/${answer.body.id}${then === 'draw' ? '/draw' : ''}`)
  }
  const duplicate = async ({ id }: LogbookEntry) => {
    const found = await api.find('network', id)
    if (!found.ok) return void toast.error(problemText(found.problems))
    const { document, title } = found.body
    await create({ ...document, title: `${title}, copy` }, 'stay', id)
    toast.success(`“${title}” duplicated`)
  }
  const putBack = async (id: string) => {
    const answer = await api.restore('network', id)
    if (!answer.ok && answer.status !== 404) return void toast.error(problemText(answer.problems))
    setGone((before) => new Set([...before].filter((it) => it !== id)))
    await refresh()
  }
  const remove = async ({ id, title }: LogbookEntry) => {
    // Gone from the screen at once, so that it cannot be deleted twice.
    setGone((before) => new Set([...before, id]))
    const answer = await api.remove('network', id)
    if (!answer.ok && answer.status !== 404) {
      setGone((before) => new Set([...before].filter((it) => it !== id)))
      return void toast.error(problemText(answer.problems))
    }
    toast(`“${title || 'Untitled network'}” is in the bin`, {
      duration: 15_000,
      action: { label: 'Undo', onClick: () => void putBack(id) },
    })
    await refresh()
  }

  const actions: EntryActions = {
    onTags: setTagging,
    onDuplicate: (entry) => void duplicate(entry),
    onRemove: (entry) => void remove(entry),
  }

  const commands = useMemo(
    (): readonly Command[] => [
      { name: 'New network, typed', keys: 'n', run: () => void create(newDrawing, 'open') },
      { name: 'New network, drawn', keys: 'p', run: () => void create(newDrawing, 'draw') },
      { name: 'Import files', keys: 'i', run: () => openFiles() },
      { name: 'Open the bin', keys: 'x', run: () => setBinOpen(true) },
      {
        name: 'Cards or a list',
        keys: 'v',
        run: () => changeSettings({ logbook: view === 'list' ? 'cards' : 'list' }),
      },
      { name: 'Search the logbook', keys: '/', run: () => searchField.current?.focus() },
    ],
    // oxlint-disable-next-line react/exhaustive-deps -- the actions only use the router and stable setters
    [openFiles, view, changeSettings],
  )

  const { found, all } = pages[pages.length - 1]
  const entries = pages.flatMap((page) => page.entries)
  const shown = entries.filter(({ id }, i) => !gone.has(id) && entries.findIndex((other) => other.id === id) === i)
  return (
    <div {...drop.handlers} className="min-h-screen">
      <Commands list={commands} />
      <ScreenBar>
        <h1 className="font-medium">Logbook</h1>
        <Link href="/practice" className="rounded-md px-3 py-1.5 text-bar-soft hover:text-bar-ink max-sm:px-1.5">
          Practice
        </Link>
      </ScreenBar>
      <main ref={main} tabIndex={-1} className="mx-auto max-w-6xl p-4 outline-none">
        <FileField ref={files} multiple label="Files to import" onFiles={brought.take} />
        <div className="mb-4 flex flex-wrap items-center gap-2">
          <Button
            look="strong"
            tip="New network, typed as a formula"
            keys="n"
            onClick={() => void create(newDrawing, 'open')}
          >
            <Plus size={16} aria-hidden /> New network
          </Button>
          <Button
            look="strong"
            tip="New network, copied from a picture"
            keys="p"
            onClick={() => void create(newDrawing, 'draw')}
          >
            <Pencil size={16} aria-hidden /> Draw a network
          </Button>
          <Button
            tip="Import network documents, parts lists or an archive; or drop them anywhere here"
            keys="i"
            onClick={openFiles}
          >
            <FilePlus2 size={16} aria-hidden /> Import
          </Button>
          <Button tip="What was deleted: put it back, or delete it for good" keys="x" onClick={() => setBinOpen(true)}>
            <Trash2 size={16} aria-hidden /> Bin
          </Button>
          <Everything onImport={openFiles} />
          <input
            ref={searchField}
            readOnly={!isAwake}
            type="search"
            aria-label="Search the logbook"
            placeholder="search words and values, 4k7"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            className="ml-auto h-9 w-60 field"
          />
          <label className="flex items-center gap-2 text-soft">
            by
            <select
              value={order}
              onChange={(event) => {
                const by = event.target.value as keyof typeof orders
                setPlace((before) => ({ ...before, by, pages: 1, scroll: 0 }))
              }}
              className="h-9 field text-ink"
            >
              {Object.entries(orders).map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <Button
            tip={view === 'list' ? 'Cards with drawings' : 'A line for each network'}
            keys="v"
            aria-label={view === 'list' ? 'Show cards' : 'Show a list'}
            className="h-9"
            onClick={() => changeSettings({ logbook: view === 'list' ? 'cards' : 'list' })}
          >
            {view === 'list' ? <LayoutGrid size={16} aria-hidden /> : <List size={16} aria-hidden />}
          </Button>
        </div>
        <TagBar tags={pages[0].tags} chosen={tag} onChoose={setTag} />
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
            <p className="p-10 text-center text-soft">
              {search.trim() === '' ? 'Nothing' : `Nothing with “${search.trim()}”`}
              {tag !== '' && ` has the tag “${tag}”`}
              {search.trim() !== '' && tag === '' && ' is in the logbook'}.{' '}
              <button
                type="button"
                className="text-chosen underline"
                onClick={() => setPlace((before) => ({ ...before, search: '', tag: '' }))}
              >
                Show all {all}
              </button>
            </p>
          ) : view === 'list' ? (
            <>
              {chosen.size > 0 && (
                <p className="mb-2 flex items-center gap-2">
                  {chosen.size} chosen
                  <Link
                    href={`/compare?ids=${[...chosen].join()}`}
                    prefetch={false}
                    className="inline-flex min-h-8 items-center rounded-md border border-edge bg-sheet px-2.5 hover:bg-chosen-wash"
                  >
                    Side by side
                  </Link>
                  <Button look="plain" onClick={() => setChosen(new Set())}>
                    Let go
                  </Button>
                </p>
              )}
              <NetworkList
                entries={shown}
                chosen={chosen}
                onChoose={(id, isChosen) =>
                  setChosen((before) => new Set([...before].filter((it) => it !== id).concat(isChosen ? [id] : [])))
                }
                {...actions}
              />
            </>
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
              Show more; {(found - entries.length).toLocaleString('en')} of {found.toLocaleString('en')} are left
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
        {binOpen && <Bin onClose={() => setBinOpen(false)} onChange={() => (setGone(new Set()), void refresh())} />}
      </main>
    </div>
  )
}

/** Remembers the place for the way back, and goes there once what stood there is there again. */
function useKeptPlace(place: LogbookPlace, isThere: boolean, pages: number): void {
  const wanted = useRef<number | null>(null)
  useEffect(() => {
    if (!isThere) return
    keepPlace({ ...place, scroll: wanted.current === null ? place.scroll : window.scrollY })
  }, [place, isThere])
  useEffect(() => {
    if (!isThere || wanted.current !== null || pages < place.pages) return
    wanted.current = place.scroll
    window.scrollTo(0, place.scroll)
  }, [isThere, pages, place])
  useEffect(() => {
    const keep = () => {
      if (wanted.current !== null) keepPlace({ ...readPlace(), scroll: window.scrollY })
    }
    window.addEventListener('scroll', keep, { passive: true })
    return () => window.removeEventListener('scroll', keep)
  }, [])
}
