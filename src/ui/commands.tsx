'use client'

import { useEffect, useId } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { create } from 'zustand'
import { withoutLetters } from './keyText'
import { useSettings } from './settings'

/** Something the person can do: it has a key, stands in the list of keys, and can be found by name. */
export interface Command {
  readonly name: string
  /** As react-hotkeys-hook reads it: `mod+z`, `?`, `j,down`. */
  readonly keys: string
  readonly run: () => void
  /** Also while typing in a field. */
  readonly inFields?: boolean
}

interface Registry {
  readonly lists: Readonly<Record<string, readonly Command[]>>
}

const useRegistry = create<Registry>(() => ({ lists: {} }))

/** The commands of all that is on the screen now. */
export function useCommandList(): readonly Command[] {
  return Object.values(useRegistry((registry) => registry.lists)).flat()
}

/** Offers commands while the component is on the screen. */
export function Commands({ list }: { readonly list: readonly Command[] }) {
  const id = useId()
  useEffect(() => {
    useRegistry.setState(({ lists }) => ({ lists: { ...lists, [id]: list } }))
    return () =>
      useRegistry.setState(({ lists }) => {
        const { [id]: _gone, ...rest } = lists
        return { lists: rest }
      })
  }, [id, list])
  return list.map((command) => <BoundKey key={command.name} command={command} />)
}

function BoundKey({ command }: { readonly command: Command }) {
  const { letters } = useSettings().settings
  const keys = letters ? command.keys : withoutLetters(command.keys)
  useHotkeys(keys, () => command.run(), {
    enabled: keys !== '',
    preventDefault: true,
    // The letter that is typed counts, not the place of its key; where ? stands differs between keyboards.
    useKey: true,
    ignoreModifiers: command.keys === '?',
    enableOnFormTags: command.inFields ?? false,
    enableOnContentEditable: command.inFields ?? false,
    // An open dialog has the keyboard to itself.
    ignoreEventWhen: () => document.querySelector('[role=dialog][data-state=open]') !== null,
  })
  return null
}
