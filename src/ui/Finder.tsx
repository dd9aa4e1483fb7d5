'use client'

import { Command as Palette } from 'cmdk'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { api, type LogbookEntry } from './api'
import { useCommandList } from './commands'
import { keyText } from './keyText'
import { useSettings } from './settings'

/** The most networks that are offered at once; typing more of a name finds the others. */
const mostFound = 50

/** Finds any network or command by its name. */
export function Finder({ close }: { readonly close: () => void }) {
  const commands = useCommandList()
  const router = useRouter()
  const { nodes, form } = useSettings().settings
  const [typed, setTyped] = useState('')
  const [networks, setNetworks] = useState<readonly LogbookEntry[]>([])
  const [chosen, setChosen] = useState('')
  useEffect(() => {
    let gone = false
    const query = { search: typed.trim(), by: 'changed', from: 0, count: mostFound, nodes, form } as const
    void api.logbook(query).then((answer) => {
      if (gone || !answer.ok) return
      const { entries } = answer.body
      setNetworks(entries)
      // What arrives after the last key is what Enter takes.
      if (entries.length > 0) setChosen(valueOf(entries[0]))
    })
    return () => {
      gone = true
    }
  }, [typed, nodes, form])
  const item = 'data-[selected=true]:bg-chosen-wash flex cursor-pointer justify-between rounded px-2 py-1.5'
  const group =
    '[&_[cmdk-group-heading]]:text-soft [&_[cmdk-group-heading]]:mt-2 [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:text-xs'
  const pick = (run: () => void) => () => {
    close()
    run()
  }
  return (
    <Palette label="Find a network or a command" value={chosen} onValueChange={setChosen}>
      <Palette.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="a network, or what to do"
        className="mb-2 h-9 w-full field"
      />
      <Palette.List className="max-h-[50vh] overflow-auto">
        <Palette.Empty className="p-2 text-soft">Nothing has this name.</Palette.Empty>
        <Palette.Group heading="Networks" className={group}>
          {networks.map((network) => (
            <Palette.Item
              key={network.id}
              value={valueOf(network)}
              onSelect={pick(() => router.push(`/networks/${network.id}`))}
              className={item}
            >
              {network.title || 'Untitled network'}
            </Palette.Item>
          ))}
        </Palette.Group>
        <Palette.Group heading="Commands" className={group}>
          {commands.map(({ name, keys, run }) => (
            <Palette.Item key={name} value={name} onSelect={pick(run)} className={item}>
              {name}
              <kbd className="font-mono text-xs text-soft">{keyText(keys)}</kbd>
            </Palette.Item>
          ))}
        </Palette.Group>
      </Palette.List>
    </Palette>
  )
}

function valueOf({ id, title }: LogbookEntry): string {
  return `${title} ${id}`.trim()
}
