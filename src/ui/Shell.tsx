'use client'

import { useTheme } from 'next-themes'
import { useRouter } from 'next/navigation'
import { Search } from 'lucide-react'
import { lazy, Suspense, useCallback, useMemo, useState } from 'react'
import { Button } from './Button'
import { Commands, useCommandList, type Command } from './commands'
import { keyText } from './keyText'
import { Dialog } from './Dialog'
import { finderHint } from './found'
import { useSettings } from './settings'
import { onceThere } from './onceThere'

const Finder = lazy(() => onceThere(() => import('./Finder')))

/** What every screen has: the palette, the list of keys, and the commands for how things look. */
export function Shell() {
  const [open, setOpen] = useState<'palette' | 'keys' | null>(null)
  const [typed, setTyped] = useState('')
  const [entered, setEntered] = useState(false)
  const find = useCallback(() => {
    setTyped('')
    setEntered(false)
    setOpen('palette')
  }, [])
  const { resolvedTheme, setTheme } = useTheme()
  const { settings, change } = useSettings()
  const router = useRouter()
  const list = useMemo(
    (): readonly Command[] => [
      { name: 'Find a network or a command', keys: 'mod+k', inFields: true, run: find },
      { name: 'Show all keys', keys: '?', run: () => setOpen('keys') },
      { name: 'Go to the logbook', keys: 'g', run: () => router.push('/') },
      { name: 'Go to practice', keys: 'shift+p', run: () => router.push('/practice') },
      { name: 'Light or dark', keys: 'd', run: () => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark') },
      {
        name: 'Zigzag or box symbols',
        keys: 'b',
        run: () => change({ symbols: settings.symbols === 'box' ? 'zigzag' : 'box' }),
      },
      {
        name: 'Nodes as numbers or letters',
        keys: 'a',
        run: () => change({ nodes: settings.nodes === 'letters' ? 'numbers' : 'letters' }),
      },
      {
        name: 'Sheets as a line or a closed loop',
        keys: 'l',
        run: () => change({ form: settings.form === 'loop' ? 'line' : 'loop' }),
      },
      { name: 'Show fractions', keys: '1', run: () => change({ figures: 'fraction' }) },
      { name: 'Show 3 figures', keys: '3', run: () => change({ figures: 3 }) },
      { name: 'Show 4 figures', keys: '4', run: () => change({ figures: 4 }) },
      { name: 'Show 6 figures', keys: '6', run: () => change({ figures: 6 }) },
    ],
    [find, router, resolvedTheme, setTheme, settings.symbols, settings.nodes, settings.form, change],
  )
  return (
    <>
      <Commands list={list} />
      <Button
        look="bar"
        tip="Find a network or a command"
        keys="mod+k"
        onClick={find}
        aria-label="Ctrl K: find a network or a command"
        className="font-mono text-xs max-sm:!px-1.5"
      >
        <Search size={15} aria-hidden className="sm:hidden" />
        <span className="max-sm:hidden">Ctrl K</span>
      </Button>
      <Button
        look="bar"
        tip="Show all keys"
        keys="?"
        aria-label="Show all keys"
        onClick={() => setOpen('keys')}
        // A phone has no keys; the palette leads there all the same.
        className="font-mono text-xs max-sm:hidden"
      >
        ?
      </Button>
      <Dialog title="Keys" open={open === 'keys'} onOpenChange={(stays) => setOpen(stays ? 'keys' : null)}>
        <KeyList />
      </Dialog>
      <Dialog title="Find" open={open === 'palette'} onOpenChange={(stays) => setOpen(stays ? 'palette' : null)}>
        <Suspense
          fallback={
            // What is typed before the palette is there is not lost.
            <input
              // oxlint-disable-next-line jsx-a11y/no-autofocus -- the palette was asked for to type in it
              autoFocus
              aria-label="Find a network or a command"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => event.key === 'Enter' && setEntered(true)}
              placeholder={finderHint}
              className="h-9 w-full field"
            />
          }
        >
          <Finder
            typed={typed}
            onTyped={setTyped}
            entered={entered}
            onEntered={setEntered}
            close={() => setOpen(null)}
          />
        </Suspense>
      </Dialog>
    </>
  )
}

function KeyList() {
  const commands = useCommandList()
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-6 gap-y-1.5">
      {commands.map(({ name, keys }) => (
        <div key={name} className="contents">
          <dt>{name}</dt>
          <dd className="text-right">
            <kbd className="rounded border border-line bg-sheet px-1.5 py-0.5 font-mono text-xs">{keyText(keys)}</kbd>
          </dd>
        </div>
      ))}
      <dt>Walk the parts of a sheet</dt>
      <dd className="text-right font-mono text-xs">← →</dd>
      <dt>On the board: move the cursor, with Shift draw a stroke, with Ctrl leap</dt>
      <dd className="text-right font-mono text-xs">← → ↑ ↓</dd>
      <dt>On the board: edit the value of what is chosen</dt>
      <dd className="text-right font-mono text-xs">Enter or a digit</dd>
      <dt>Choose a part, or say more of a value</dt>
      <dd className="text-right font-mono text-xs">Enter</dd>
    </dl>
  )
}
