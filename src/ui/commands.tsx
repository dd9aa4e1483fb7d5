'use client'

import { useEffect, useId } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { create } from 'zustand'
import { useActingKeys } from './keyText'
import { usePalette } from './palette'
import { useSettings } from './settings'

/** Parts of screens in which single letters and digits are keys as long as the focus is there: their `data-keys`. */
type KeyPlace = 'board' | 'steps' | 'thread' | 'standin' | 'answers'

/** What one is doing when one wants a command: under this it stands in the help. */
export const commandGroups = [
  'This screen',
  'This network',
  'The board',
  'The steps',
  'A value and its thread',
  'The stand-in bench',
  'The task',
  'Settings',
  'Go to',
  'Everywhere',
] as const

/** Something the person can do: it stands in the help, and is found by its name in the palette. */
export interface Command {
  readonly name: string
  /** What else people call it. */
  readonly also?: string
  /** As react-hotkeys-hook reads it: `mod+z`, `?`, `j,down`; nothing where it has no key. */
  readonly keys?: string
  readonly run: () => void
  /** Also while typing in a field. */
  readonly inFields?: boolean
}

interface CommandList {
  readonly group: (typeof commandGroups)[number]
  /** Where its single letters are keys; without one they are keys only where the person has asked for that everywhere. */
  readonly within?: KeyPlace
  readonly list: readonly Command[]
}

interface Registry {
  readonly lists: Readonly<Record<string, CommandList>>
}

const useRegistry = create<Registry>(() => ({ lists: {} }))

/** The commands of all that is on the screen now. */
export function useCommandLists(): readonly CommandList[] {
  return Object.values(useRegistry((registry) => registry.lists))
}

/** Offers commands while the component is on the screen. */
export function Commands({ group, within, list }: CommandList) {
  const id = useId()
  useEffect(() => {
    useRegistry.setState(({ lists }) => ({ lists: { ...lists, [id]: { group, within, list } } }))
    return () =>
      useRegistry.setState(({ lists }) => {
        const { [id]: _gone, ...rest } = lists
        return { lists: rest }
      })
  }, [id, group, within, list])
  // What was asked for on another screen is done once it can be.
  const errand = usePalette((it) => it.errand)
  const wanted = errand === null ? undefined : list.find(({ name }) => name === errand)
  useEffect(() => {
    if (!wanted) return
    usePalette.setState({ errand: null })
    wanted.run()
  }, [wanted])
  return list.flatMap((command) =>
    command.keys ? [<BoundKey key={command.name} keys={command.keys} within={within} command={command} />] : [],
  )
}

function BoundKey({
  keys,
  within,
  command: { run, inFields = false },
}: {
  readonly keys: string
  readonly within: KeyPlace | undefined
  readonly command: Command
}) {
  const { letters } = useSettings().settings
  const bound = useActingKeys()(keys, within)
  // A letter is one only where nobody writes, and where it belongs.
  const isElsewhere = ({ key }: KeyboardEvent) => {
    const at = document.activeElement
    if (key.length !== 1) return false
    return at?.closest('input, textarea') !== null || (!letters && at.closest(`[data-keys~="${within}"]`) === null)
  }
  useHotkeys(bound, () => run(), {
    enabled: bound !== '',
    preventDefault: true,
    // The letter that is typed counts, not the place of its key; where ? stands differs between keyboards.
    useKey: true,
    ignoreModifiers: keys === '?',
    enableOnFormTags: inFields,
    enableOnContentEditable: inFields,
    // An open dialog has the keyboard to itself.
    ignoreEventWhen: (event) =>
      document.querySelector('[role=dialog][data-state=open]') !== null ||
      (!(event.ctrlKey || event.metaKey || event.altKey) && isElsewhere(event)),
  })
  return null
}
