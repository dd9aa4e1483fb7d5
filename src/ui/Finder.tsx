'use client'

import { Command as Palette } from 'cmdk'
import { usePathname } from 'next/navigation'
import { useEffect, useMemo, useState, type KeyboardEvent } from 'react'
import { schoolChoices, type School } from '@/core/network'
import { api, type LogbookEntry } from './api'
import { useCommandLists, type Command } from './commands'
import { elsewhere, networkOf, pathOf, screenNames, screenOf } from './elsewhere'
import { finderHint, firstShown, namedLike, valueOf } from './found'
import { keyText, useActingKeys } from './keyText'
import { usePalette } from './palette'
import { schoolTexts, schoolWords } from './schoolTexts'
import { useSettings } from './settings'
import { saidRun } from './toast'
import { useGo } from './useGo'

/** The most networks that are offered at once; typing more of a name finds the others. */
const mostFound = 50
/** So many commands are offered before anything is typed. */
const mostUnasked = 60

const close = () => usePalette.setState({ open: null })

/** Every choice of the method, found by its words. */
function useMethodCommands(): readonly Command[] {
  const { settings, change } = useSettings()
  return useMemo(
    () =>
      (Object.keys(schoolChoices) as (keyof School)[])
        .filter((choice) => choice !== 'figures')
        .flatMap((choice) =>
          schoolChoices[choice].map((value) => {
            const texts: Readonly<Record<string, string>> = schoolTexts[choice]
            const name = `Method: ${schoolWords[choice].label} ${texts[value]}`
            const run = saidRun(
              name,
              () => change({ [choice]: value }),
              () => change({ [choice]: settings[choice] }),
            )
            return { name, also: 'how it is worked', run }
          }),
        ),
    [settings, change],
  )
}

/** What can be done on other screens: each leads there, and does it. */
function useElsewhere(here: readonly Command[]): readonly Command[] {
  const go = useGo()
  const path = usePathname()
  return useMemo(() => {
    const network = networkOf(path)
    return elsewhere.flatMap(({ screen, name, also }) => {
      const to = pathOf(screen, network)
      if (to === null || screen === screenOf(path) || here.some((it) => it.name === name)) return []
      const run = () => {
        usePalette.setState({ errand: name })
        go(to)
      }
      return [{ name: `${screenNames[screen]}: ${name}`, also, run }]
    })
  }, [here, go, path])
}

/** Finds any network, command or setting by what people call it. Enter takes what is marked: what is shown first, unless arrows went elsewhere. */
export default function Finder() {
  const { typed, entered } = usePalette()
  const lists = useCommandLists()
  const here = useMemo(() => lists.flatMap(({ list }) => list), [lists])
  const method = useMethodCommands()
  const others = useElsewhere(here)
  const go = useGo()
  const { nodes, form } = useSettings().settings
  const acting = useActingKeys()
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
  const offered = useMemo(() => {
    // What is called so comes before what is meant by it.
    const all = [...here, ...others]
    if (search === '') return all.slice(0, mostUnasked)
    const named = all.filter(({ name }) => namedLike(name, search))
    const meant = (it: Command) => namedLike(`${it.name} ${it.also ?? ''}`, search)
    return [...named, ...all.filter((it) => !named.includes(it) && meant(it)), ...method.filter(meant)]
  }, [here, others, method, search])
  const first = firstShown(networks, offered)
  const isThere = gone !== null && [...networks.map(valueOf), ...offered.map(({ name }) => name)].includes(gone)
  const marked = isThere ? gone : first

  const take = (value: string) => {
    const network = networks.find((one) => valueOf(one) === value)
    close()
    if (network) go(`/networks/${network.id}`)
    else offered.find(({ name }) => name === value)?.run()
  }
  // Enter came before there was anything to take.
  const late = entered && isAnswered ? marked : null
  useEffect(() => {
    if (late !== null) take(late)
    else if (entered && isAnswered) usePalette.setState({ entered: false })
    // oxlint-disable-next-line react/exhaustive-deps -- what is there to take says it all
  }, [late, entered, isAnswered])
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return
    event.preventDefault()
    if (marked !== null) take(marked)
    else if (!isAnswered) usePalette.setState({ entered: true })
  }

  const item = 'data-[selected=true]:bg-chosen-wash flex cursor-pointer justify-between gap-3 rounded px-2 py-1.5'
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
          usePalette.setState({ typed: text, entered: false })
          setGone(null)
        }}
        // oxlint-disable-next-line jsx-a11y/no-autofocus -- the palette was asked for to type in it
        autoFocus
        placeholder={finderHint}
        className="mb-2 h-9 w-full field"
      />
      <Palette.List className="max-h-[50vh] overflow-auto">
        {isAnswered && <Palette.Empty className="p-2 text-soft">Nothing is called “{search}”.</Palette.Empty>}
        <Palette.Group heading="Networks" className={group}>
          {networks.map((network) => (
            <Palette.Item key={network.id} value={valueOf(network)} onSelect={take} className={item}>
              {network.title || 'Untitled network'}
            </Palette.Item>
          ))}
        </Palette.Group>
        <Palette.Group heading="What to do" className={group}>
          {offered.map(({ name, keys = '' }) => (
            <Palette.Item key={name} value={name} onSelect={take} className={item}>
              {name}
              <kbd className="shrink-0 font-mono text-xs text-soft">{keyText(acting(keys))}</kbd>
            </Palette.Item>
          ))}
        </Palette.Group>
      </Palette.List>
    </Palette>
  )
}
