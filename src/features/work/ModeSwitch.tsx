import clsx from 'clsx'
import { useMemo } from 'react'
import { Tip } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useOpenNetwork, type Mode } from '@/ui/network/OpenNetwork'

const modes = [
  { mode: 'worked', name: 'Worked', tip: 'All shown', keys: 'q' },
  { mode: 'step', name: 'Step', tip: 'One reveal at a time', keys: 's' },
  { mode: 'try', name: 'Try', tip: 'Do it yourself', keys: 't' },
] as const satisfies readonly { mode: Mode; name: string; tip: string; keys: string }[]

/** The three ways to walk a worksheet. */
export function ModeSwitch() {
  const { walk, setWalk } = useOpenNetwork()
  const commands = useMemo(
    (): readonly Command[] =>
      modes.map(({ mode, name, tip, keys }) => ({
        name: `${name}: ${tip.toLowerCase()}`,
        keys,
        run: () => setWalk({ mode }),
      })),
    [setWalk],
  )
  return (
    <div
      role="group"
      aria-label="How to walk the worksheet"
      className="flex h-9 overflow-hidden rounded-md border border-edge"
    >
      <Commands list={commands} />
      {modes.map(({ mode, name, tip, keys }) => (
        <Tip key={mode} text={tip} keys={keys}>
          <button
            type="button"
            aria-pressed={walk.mode === mode}
            onClick={() => setWalk({ mode })}
            className={clsx(
              'px-3 -outline-offset-2 not-first:border-l not-first:border-edge',
              walk.mode === mode ? 'bg-chosen-wash font-semibold' : 'bg-sheet hover:bg-chosen-wash',
            )}
          >
            {name}
          </button>
        </Tip>
      ))}
    </div>
  )
}
