'use client'

import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type RefObject,
} from 'react'
import { useStore } from 'zustand'
import {
  schoolChoices,
  type School,
  type WorksheetChoices,
  isDocument,
  readNetwork,
  type NetworkDocument,
} from '@/core/network'
import type { Pace } from '@/core/worksheet'
import type { Saved, api as Api } from '../api'
import { SettingsContext, useSettings } from '../settings'
import type { Settings } from '../settingsCookie'
import { saveGoesOn } from '../saving/underWay'
import { useFlush } from '../saving/useKept'
import { keepTrying } from '../trying'
import { createWorkStore, type WorkStore, isHalfTyped, type Typing } from './store'
import { useWorksheet, type Worked } from './useWorksheet'
import type { claimPlace } from '@/ui/saving/draft'
import { keep, type Keeper, findOther } from '@/ui/saving/keep'
import type { Version } from '@/ui/saving/versionedSave'

/** How the worksheet is walked: all shown, one reveal at a time, or worked by the person. */
export type Mode = 'worked' | 'step' | 'try'

interface Walk {
  readonly mode: Mode
  /** How much comes with one reveal, and how many are shown. */
  readonly pace: Pace
  readonly shown: number
}

interface Opened {
  readonly store: WorkStore
  readonly keeping: RefObject<KeptNetwork | null>
  readonly worked: Worked
  readonly walk: Walk
  readonly setWalk: (some: Partial<Walk>) => void
  /** Changes how this network's worksheet is done; undefined is as the person likes it everywhere. */
  readonly choose: (some: Partial<WorksheetChoices>) => void
  /** Changes the way to one value, by its key in the document. */
  readonly chooseWay: (key: string, way: string) => void
  /** Changes how the person likes it everywhere. */
  readonly likeEverywhere: (some: Partial<Settings>) => void
}

const Context = createContext<Opened | null>(null)

/** Holds the open network for all its screens: one store with undo and redo, worked out once per change, kept by itself. */
export function OpenNetwork({
  record,
  justFetched = false,
  isTried = false,
  children,
}: {
  readonly record: Saved<'network'>
  /** The record came from the server just now, so that no newer one need be asked for. */
  readonly justFetched?: boolean
  /** It is being tried, so that its answers are not shown. */
  readonly isTried?: boolean
  readonly children: ReactNode
}) {
  const [store] = useState(() => createWorkStore(record))
  const document = useStore(store, (state) => state.document)
  const { settings: liked, change: likeEverywhere } = useSettings()
  const choices = document.worksheet
  const settings = useMemo(() => ({ ...liked, ...schoolOf(choices) }), [liked, choices])
  const worked = useWorksheet(document, settings)
  const [walk, putWalk] = useState<Walk>({ mode: isTried ? 'try' : 'worked', pace: 'line', shown: 0 })
  const keeping = useRef<KeptNetwork | null>(null)
  useEffect(() => {
    const { version, document: content } = record
    const kept = keepNetwork(store, { version, content }, !justFetched)
    keeping.current = kept
    return () => saveGoesOn(kept.stop())
    // The record is what the store was made from; a newer one comes through the server's answers.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [store])
  useFlush(useCallback(async (leaving) => keeping.current?.flush(leaving), []))
  const choose = useCallback(
    (some: Partial<WorksheetChoices>) => {
      const { document: before } = store.getState()
      const entries = Object.entries({ ...before.worksheet, ...some }).filter(([, value]) => value !== undefined)
      const { worksheet: _before, ...rest } = before
      store.change(entries.length === 0 ? rest : { ...rest, worksheet: Object.fromEntries(entries) }, null)
    },
    [store],
  )
  const chooseWay = useCallback(
    (key: string, way: string) => choose({ ways: { ...store.getState().document.worksheet?.ways, [key]: way } }),
    [store, choose],
  )
  // What a worksheet has of its own is kept with the network, everything else with the person.
  const change = useCallback(
    (some: Partial<Settings>) => {
      const own = schoolOf(some)
      if (Object.keys(own).length > 0) choose(own)
      const others = Object.entries(some).filter(([name]) => !(name in schoolChoices))
      if (others.length > 0) likeEverywhere(Object.fromEntries(others))
    },
    [choose, likeEverywhere],
  )
  const { id } = record
  const setWalk = useCallback(
    (some: Partial<Walk>) => {
      if (some.mode !== undefined) keepTrying(id, some.mode === 'try')
      putWalk((before) => ({ ...before, ...some }))
    },
    [id],
  )
  const opened = useMemo(
    () => ({ store, keeping, worked, walk, setWalk, choose, chooseWay, likeEverywhere }),
    [store, keeping, worked, walk, setWalk, choose, chooseWay, likeEverywhere],
  )
  const held = useMemo(() => ({ settings, change }), [settings, change])
  return (
    <Context.Provider value={opened}>
      <SettingsContext.Provider value={held}>{children}</SettingsContext.Provider>
    </Context.Provider>
  )
}

/** Those of some choices that every worksheet has. */
function schoolOf(some: Partial<Settings> | WorksheetChoices | undefined): Partial<School> {
  return Object.fromEntries(
    Object.entries(some ?? {}).filter(([name, value]) => name in schoolChoices && value !== undefined),
  )
}

export function useOpenNetwork(): Opened {
  const opened = useContext(Context)
  if (!opened) throw new Error('a network is open inside OpenNetwork')
  return opened
}

/** Keeps the open network. After a conflict what was not chosen stays within reach of Undo, also after a reload. */
type KeptNetwork = Keeper<NetworkDocument>

const typingOf = (beside: unknown): Typing => {
  const { formula, source } = (typeof beside === 'object' && beside !== null ? beside : {}) as Record<string, unknown>
  return {
    formula: typeof formula === 'string' ? formula : undefined,
    source: typeof source === 'string' ? source : undefined,
  }
}

/**
 * Keeps what the store of the open network has; see {@link keep}.
 *
 * @param record what the server has, as far as the page knows
 * @param isOld whether the server is asked for a newer one
 */
export function keepNetwork(
  store: WorkStore,
  record: Version<NetworkDocument>,
  isOld = true,
  doors?: Pick<typeof Api, 'find' | 'save'>,
  claim?: typeof claimPlace,
): KeptNetwork {
  const { id } = store.getState()
  const remembered = findOther('network', id, isDocument)
  if (remembered && store.getState().past.length === 0) store.setState({ past: [remembered] })
  const keeper = keep<'network', NetworkDocument>(
    {
      kind: 'network',
      id,
      known: record,
      isOld,
      pack: (document) => document,
      unpack: (document) => document,
      fits: isDocument,
      wrong: (document) => (readNetwork(document).ok ? null : 'something in it is wrong'),
      become(document, from, beside) {
        const { document: before, past } = store.getState()
        const isSame = JSON.stringify(before) === JSON.stringify(document)
        // A draft is a change that can be undone; what is merely newer is not.
        const isChange = from === 'draft' && !isSame
        store.setState({ document, typing: typingOf(beside), ...(isChange && { past: [...past, before] }) })
      },
      show: (saving, notKept) => store.setState({ saving, notKept }),
    },
    doors,
    claim,
  )
  const { document, typing } = store.getState()
  if (document !== record.content || isHalfTyped(typing)) keeper.put(document, typing)
  const unsubscribe = store.subscribe((now, before) => {
    if (now.document !== before.document || now.typing !== before.typing) keeper.put(now.document, now.typing)
  })
  return {
    ...keeper,
    choose(which) {
      const { past } = store.getState()
      const aside = keeper.choose(which)
      if (aside) store.setState({ past: [...past, aside], future: [], lastChange: null })
      return aside
    },
    async stop() {
      unsubscribe()
      await keeper.stop()
    },
  }
}
