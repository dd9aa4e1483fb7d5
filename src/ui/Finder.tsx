'use client'

import { Command as Palette } from 'cmdk'
import { useRouter } from 'next/navigation'
import { useEffect, useState, type KeyboardEvent } from 'react'
import { api, type LogbookEntry } from './api'
import { useCommandList } from './commands'
import { finderHint, firstShown, namedLike, valueOf } from './found'
import { keyText } from './keyText'
import { useSettings } from './settings'

/** The most networks that are offered at once; typing more of a name finds the others. */
const mostFound = 50

interface Props {
  readonly typed: string
  readonly onTyped: (typed: string) => void
  /** Enter was pressed, and there was nothing to take yet: what comes first is taken. */
  readonly entered: boolean
  readonly onEntered: (entered: boolean) => void
  readonly close: () => void
}

/** Finds any network or command by its name. Enter takes what is marked: what is shown first, unless arrows went elsewhere. */
export default function Finder({ typed, onTyped, entered, onEntered, close }: Props) {
  const commands = useCommandList()
  const router = useRouter()
  const { nodes, form } = useSettings().settings
  const [found, setFound] = useState<{ readonly to: string; readonly networks: readonly LogbookEntry[] } | null>(null)
  // What the person went to; null as long as they did not, and again when what is shown changes.
  const [gone, setGone] = useState<string | null>(null)
  const search = typed.trim()
  useEffect(() => {
    let left = false
    const asked = { search, tag: '', by: 'changed', from: 0, count: mostFound, nodes, form } as const
    void api.logbook({ ...asked, pictures: false }).then((answer) => {
      if (left) return
      setFound({ to: search, networks: answer.ok ? answer.body.entries : [] })
      setGone(null)
    })
    return () => {
      left = true
    }
  }, [search, nodes, form])

  const isAnswered = found?.to === search
  const networks =
    found === null ? [] : isAnswered ? found.networks : found.networks.filter(({ title }) => namedLike(title, search))
  const offered = commands.filter(({ name }) => namedLike(name, search))
  const first = firstShown(networks, offered)
  const isThere = gone !== null && [...networks.map(valueOf), ...offered.map(({ name }) => name)].includes(gone)
  const marked = isThere ? gone : first

  const take = (value: string) => {
    const network = networks.find((one) => valueOf(one) === value)
    close()
    if (network) router.push(`/networks/${network.id}`)
    else offered.find(({ name }) => name === value)?.run()
  }
  // Enter came before there was anything to take.
  const late = entered && isAnswered ? marked : null
  useEffect(() => {
    if (late !== null) take(late)
    else if (entered && isAnswered) onEntered(false)
    // oxlint-disable-next-line react/exhaustive-deps -- what is there to take says it all
  }, [late, entered, isAnswered])
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return
    event.preventDefault()
    if (marked !== null) take(marked)
    else if (!isAnswered) onEntered(true)
  }

  const item = 'data-[selected=true]:bg-chosen-wash flex cursor-pointer justify-between rounded px-2 py-1.5'
  const group =
    '[&_[cmdk-group-heading]]:text-soft [&_[cmdk-group-heading]]:mt-2 [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:text-xs'
  return (
    <Palette
      label="Find a network or a command"
      shouldFilter={false}
      value={marked ?? ''}
      onValueChange={setGone}
      onKeyDown={onKeyDown}
    >
      <Palette.Input
        value={typed}
        onValueChange={(text) => {
          onTyped(text)
          onEntered(false)
          setGone(null)
        }}
        // oxlint-disable-next-line jsx-a11y/no-autofocus -- the palette was asked for to type in it
        autoFocus
        placeholder={finderHint}
        className="mb-2 h-9 w-full field"
      />
      <Palette.List className="max-h-[50vh] overflow-auto">
        {isAnswered && <Palette.Empty className="p-2 text-soft">Nothing has this name.</Palette.Empty>}
        <Palette.Group heading="Networks" className={group}>
          {networks.map((network) => (
            <Palette.Item key={network.id} value={valueOf(network)} onSelect={take} className={item}>
              {network.title || 'Untitled network'}
            </Palette.Item>
          ))}
        </Palette.Group>
        <Palette.Group heading="Commands" className={group}>
          {offered.map(({ name, keys }) => (
            <Palette.Item key={name} value={name} onSelect={take} className={item}>
              {name}
              <kbd className="font-mono text-xs text-soft">{keyText(keys)}</kbd>
            </Palette.Item>
          ))}
        </Palette.Group>
      </Palette.List>
    </Palette>
  )
}
