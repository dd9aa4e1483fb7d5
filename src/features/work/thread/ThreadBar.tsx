import clsx from 'clsx'
import { ArrowLeftRight, Copy, SlidersHorizontal, Split, X } from 'lucide-react'
import type { ReactNode } from 'react'
import {
  besideOnThread,
  explainLine,
  lineName,
  lineText,
  lineWords,
  unitOfLine,
  wordSentence,
  type Direction,
  type Worksheet,
} from '@/core/worksheet'
import { exactText } from '@/core/number'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import type { Command } from '@/ui/commands'
import { Docked } from '@/ui/Dock'
import { useSettings } from '@/ui/settings'

/** So many values beside one are named. */
const mostBeside = 6

/** What is said of a thread: the value on which one stands, what lies beside it, where one can go; as a list where asked. */
export function ThreadBar({
  worksheet,
  direction,
  end,
  at,
  walk,
  shares,
  isListed,
  commands,
  onGo,
  anchor,
  tools,
}: {
  readonly worksheet: Worksheet
  readonly direction: Direction
  readonly end: number
  readonly at: number
  /** The thread from its end. */
  readonly walk: readonly number[]
  /** What each rounding on it brings in. */
  readonly shares: ReadonlyMap<number, string>
  readonly isListed: boolean
  /** What can be done with it. */
  readonly commands: readonly Command[]
  readonly onGo: (line: number) => void
  /** Where the value was pointed at. */
  readonly anchor: Element
  /** What can be tried with the value on which one stands. */
  readonly tools: ReactNode
}) {
  const { figures } = useSettings().settings
  const line = worksheet.derivation.lines[at]
  const fraction = line.amount ? exactText(line.amount) : undefined
  const isFrom = direction === 'from'
  const beside = besideOnThread(worksheet, at, direction).filter((id) => walk.includes(id))
  const others = walk.length - 1
  return (
    <Docked label="The thread" isAtFoot clearOf={() => anchor}>
      <div data-thread={direction} className="max-h-[60vh] overflow-auto border-l-4 border-chosen px-4 py-2.5">
        <p role="status" className="sr-only">
          {lineWords(worksheet, at, figures)}.{' '}
          {isFrom
            ? `Found from ${countOf(others)}.`
            : `${countOf(others)} ${others === 1 ? 'depends' : 'depend'} on ${lineName(worksheet, end)}.`}
          {shares.has(at) && ` Its rounding: ${shares.get(at)} of all that goes into ${lineName(worksheet, end)}.`}
        </p>
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span className="font-mono font-semibold text-chosen" data-thread-at>
            {barred(lineText(worksheet, at, figures))}
          </span>
          {figures !== 'fraction' && fraction !== undefined && /[/√]/.test(fraction) && (
            <span className="font-mono text-xs break-all text-soft max-sm:hidden" data-exact>
              exactly {fraction.replace('-', '−')} {unitOfLine(line)}
            </span>
          )}
          <span className="text-soft">{isFrom ? wordSentence(explainLine(worksheet, at).name) : 'goes on into'}</span>
          <ul aria-label={isFrom ? 'Found from' : 'Goes into'} className="contents">
            {beside.slice(0, mostBeside).map((id) => (
              <li key={id}>
                <Button className="!min-h-7 font-mono text-xs" onClick={() => onGo(id)}>
                  {barred(lineText(worksheet, id, figures))}
                </Button>
              </li>
            ))}
            {beside.length > mostBeside && <li className="text-soft">and {beside.length - mostBeside} more</li>}
          </ul>
          {beside.length === 0 && !isFrom && <span className="text-soft">nothing else</span>}
          {line.isOpen && <span className="text-soft">it waits for resistors without a value</span>}
        </div>
        {shares.has(at) && (
          <p className="text-xs text-soft" data-share>
            its rounding: {shares.get(at)} of all that goes into {lineName(worksheet, end)}
          </p>
        )}
        {tools && <div className="mt-1.5 flex flex-wrap items-center gap-1.5">{tools}</div>}
        <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
          <span className="mr-auto text-xs text-soft">
            {walk.indexOf(at) + 1} of {walk.length} on the thread
            {isFrom ? ' that leads to ' : ' that begins at '}
            {lineName(worksheet, end)}
            <span className="max-sm:hidden"> · ↑ ↓ walk along it</span>
          </span>
          {commands.map((command) => (
            <ThreadButton key={command.keys} command={command} direction={direction} />
          ))}
        </div>
        {isListed && (
          <ol aria-label="The whole thread" className="mt-1.5 max-h-[34vh] overflow-auto" data-thread-list>
            {walk.map((id) => (
              <li key={id}>
                <button
                  type="button"
                  aria-current={id === at || undefined}
                  onClick={() => onGo(id)}
                  className={clsx(
                    'flex min-h-8 w-full flex-wrap items-center gap-x-2 rounded px-1.5 text-left font-mono text-xs hover:bg-chosen-wash',
                    id === at && 'bg-chosen-wash',
                  )}
                >
                  {barred(lineText(worksheet, id, figures))}
                  {shares.has(id) && <span className="text-soft">{shares.get(id)}</span>}
                </button>
              </li>
            ))}
          </ol>
        )}
      </div>
    </Docked>
  )
}

const icons: Readonly<Record<string, { readonly icon: typeof X; readonly name: (from: boolean) => string }>> = {
  r: { icon: ArrowLeftRight, name: (from) => (from ? 'What depends on it' : 'What it was found from') },
  x: { icon: SlidersHorizontal, name: () => 'Other values' },
  o: { icon: Split, name: () => 'Other ways' },
  c: { icon: Copy, name: () => 'Copy' },
  esc: { icon: X, name: () => 'Close' },
}

/** A command of the thread as a button. */
function ThreadButton({ command, direction }: { readonly command: Command; readonly direction: 'from' | 'to' }) {
  const { icon: Icon, name } = icons[command.keys ?? '']
  return (
    <Button tip={command.name} keys={command.keys} className="!min-h-7 text-xs" onClick={() => void command.run()}>
      <Icon size={14} aria-hidden /> {name(direction === 'from')}
    </Button>
  )
}

const countOf = (others: number) => `${others} other ${others === 1 ? 'value' : 'values'}`
