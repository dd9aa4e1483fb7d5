'use client'

import { CircleHelp, Search } from 'lucide-react'
import { lazy, Suspense, useMemo } from 'react'
import { Button } from './Button'
import { Commands, type Command } from './commands'
import { Dialog } from './Dialog'
import { finderHint } from './found'
import { openPalette, usePalette } from './palette'
import { onceThere } from './onceThere'
import { useGo } from './useGo'

const Finder = lazy(() => onceThere(() => import('./Finder')))
const Help = lazy(() => onceThere(() => import('./Help')))

const close = (stays: boolean) => !stays && usePalette.setState({ open: null })

/** What every screen has: the palette, the help, and the ways to the others. */
export function Shell() {
  const { open, typed } = usePalette()
  const goTo = useGo()
  const list = useMemo((): readonly Command[] => {
    const go = (path: string) => () => goTo(path)
    return [
      { name: 'Go to the logbook', also: 'open home start networks files list', keys: 'g', run: go('/') },
      { name: 'Go to practice', also: 'exercise train learn tasks', keys: 'shift+p', run: go('/practice') },
      { name: 'Go to my progress', also: 'skills history statistics', run: go('/practice/progress') },
      { name: 'Go to task sheets', also: 'exam test class homework worksheet marks', run: go('/practice/sheets') },
    ]
  }, [goTo])
  const everywhere = useMemo(
    (): readonly Command[] => [
      { name: 'Find a network or a command', also: 'search palette', keys: 'mod+k', inFields: true, run: openPalette },
      {
        name: 'Help and keys',
        also: 'manual guide shortcuts how to',
        keys: 'f1,?',
        inFields: true,
        run: () => usePalette.setState({ open: 'help' }),
      },
    ],
    [],
  )
  return (
    <>
      <Commands group="Go to" list={list} />
      <Commands group="Everywhere" list={everywhere} />
      <Button
        look="bar"
        tip="Find a network or a command"
        keys="mod+k"
        onClick={() => openPalette()}
        aria-label="Ctrl K: find a network or a command"
        className="font-mono text-xs max-sm:!px-1.5"
      >
        <Search size={15} aria-hidden className="sm:hidden" />
        <span className="max-sm:hidden">Ctrl K</span>
      </Button>
      <Button
        look="bar"
        tip="Help and keys"
        keys="f1"
        aria-label="Help and keys"
        onClick={() => usePalette.setState({ open: 'help' })}
        // A phone has it in the settings.
        className="max-sm:hidden"
      >
        <CircleHelp size={15} aria-hidden />
      </Button>
      <Dialog title="Help and keys" open={open === 'help'} onOpenChange={close}>
        <Suspense fallback={<p role="status">Loading…</p>}>
          <Help />
        </Suspense>
      </Dialog>
      <Dialog title="Find" open={open === 'palette'} onOpenChange={close}>
        <Suspense
          fallback={
            // What is typed before the palette is there is not lost.
            <input
              // oxlint-disable-next-line jsx-a11y/no-autofocus -- the palette was asked for to type in it
              autoFocus
              aria-label="Find a network or a command"
              value={typed}
              onChange={(event) => usePalette.setState({ typed: event.target.value })}
              onKeyDown={(event) => event.key === 'Enter' && usePalette.setState({ entered: true })}
              placeholder={finderHint}
              className="h-9 w-full field"
            />
          }
        >
          <Finder />
        </Suspense>
      </Dialog>
    </>
  )
}
