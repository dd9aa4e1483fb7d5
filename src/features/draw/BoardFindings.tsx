import clsx from 'clsx'
import { Button } from '@/ui/Button'
import { Message } from '@/ui/network/Findings'
import type { NetworkDocument, Problem } from '@/core/network'
import type { LabelledPoints, FindingCode } from '@/core/structure'
import type { Miss } from '@/core/entry'
import { keyOf, missText } from './MissMark'
import type { Outcome } from '@/core/worksheet'

interface Props {
  readonly document: NetworkDocument
  readonly troubles: readonly Trouble[]
  readonly misses: readonly Miss[]
  readonly nodes: readonly LabelledPoints[]
  readonly nodeAt: (miss: Miss) => number
  /** What is pointed at in the list: the key of a trouble or a miss. */
  readonly onPoint: (key: string | null) => void
  readonly onJoin: (...misses: readonly Miss[]) => void
}

const most = 12

/** What is wrong with the drawing or worth saying about it; ends that seem to be meant for each other are joined by a click. */
export function BoardFindings({ document, troubles, misses, nodes, nodeAt, onPoint, onJoin }: Props) {
  const isNew = !document.parts.some(({ kind }) => kind === 'resistor')
  // As long as nothing is drawn, an open circuit is no finding.
  const said = isNew ? troubles.filter(({ code }) => code !== 'open-supply') : troubles
  const pointing = (key: string) => ({ onPointerEnter: () => onPoint(key), onPointerLeave: () => onPoint(null) })
  return (
    <section aria-label="Findings" aria-live="polite">
      <h2 className="mb-1 flex items-center font-semibold">
        {isNew ? 'To begin' : 'Findings'}
        {misses.length > 1 && (
          <Button className="ml-auto font-normal" onClick={() => onJoin(...misses)}>
            Join all {misses.length}
          </Button>
        )}
      </h2>
      {isNew && said.length + misses.length === 0 && <FirstSteps />}
      {!isNew && said.length + misses.length === 0 && <p className="text-soft">No problems found.</p>}
      <ul className="grid gap-1.5">
        {misses.slice(0, most).map((miss) => (
          <li
            key={keyOf(miss)}
            data-miss={miss.part}
            {...pointing(keyOf(miss))}
            className="flex items-center gap-2 rounded-md border-l-4 border-chosen bg-sheet px-3 py-1.5"
          >
            <p className="flex-1">{missText(miss, nodes[nodeAt(miss)]?.label)}</p>
            <Button onClick={() => onJoin(miss)}>Join</Button>
          </li>
        ))}
        {said.slice(0, most).map((trouble, i) => (
          <li
            key={i}
            data-finding={trouble.code}
            {...pointing(keyOfTrouble(trouble))}
            className={clsx(
              'rounded-md border-l-4 bg-sheet px-3 py-1.5',
              // Still open is not wrong: the drawing goes on.
              trouble.code === 'open-supply' ? 'border-edge' : 'border-trouble',
            )}
          >
            <Message text={trouble.message} names={trouble.parts} />
          </li>
        ))}
      </ul>
      {said.length > most && <p className="mt-1 text-soft">… and {said.length - most} more findings</p>}
    </section>
  )
}

/** What to do on a new board. */
function FirstSteps() {
  return (
    <ol className="list-decimal space-y-1 rounded-md bg-sheet px-3 py-2 pl-8">
      <li>
        Drag from peg to peg, then type the value: <b className="font-mono">4k7</b>. Enter alone makes a wire.
      </li>
      <li>
        The source <b>E1</b> is there already. Use it, change its value, or draw your own:{' '}
        <b className="font-mono">9V</b> replaces it.
      </li>
      <li>Ends at one peg, or on a wire, are joined. Findings appear here as you draw.</li>
    </ol>
  )
}

const words: Readonly<Record<FindingCode, string>> = {
  shorted: 'shorted',
  'dead-end': 'dead end',
  'cut-off': 'cut off',
  'open-supply': '',
  'shorted-supply': 'shorted',
  bridge: 'bridge',
  'meter-shorts': 'shorts',
  'unread-tolerance': 'tolerance',
  'unread-rating': 'rating',
}

/** A word for a problem, by the field that it is about. */
const problemWords: Readonly<Record<string, string>> = {
  'two-sources': 'a second source',
  resistance: 'no value',
  voltage: 'no value',
}

/** Something to be said at the board, and the parts it is about. */
interface Trouble {
  readonly code: string
  readonly parts: readonly string[]
  readonly message: string
}

/** What is wrong with the network as it is drawn, or worth saying about it. */
export function troublesOf(
  document: NetworkDocument,
  problems: readonly Problem[],
  analysis: Pick<Outcome, 'findings'> | null,
): readonly Trouble[] {
  if (problems.length > 0)
    return problems.map(({ part, field, message }) => ({
      code: field === 'kind' ? 'two-sources' : field,
      parts: part !== null && document.parts.some(({ name }) => name === part) ? [part] : [],
      message: part ? `${part}: ${message}` : message,
    }))
  return analysis?.findings ?? []
}

/** What tells a trouble from the others. */
export function keyOfTrouble({ code, parts, message }: Trouble): string {
  return [code, ...parts, message].join(' ')
}

/** A word of trouble for each part. While nothing closes the circuit, no part is to blame. */
export function marksOf(troubles: readonly Trouble[]): ReadonlyMap<string, string> {
  const open = troubles.some(({ code }) => code === 'open-supply')
  const marks = new Map<string, string>()
  for (const { code, parts } of troubles) {
    const word = words[code as FindingCode] ?? problemWords[code] ?? 'to correct'
    if (open || word === '') continue
    for (const part of parts) if (!marks.has(part)) marks.set(part, word)
  }
  return marks
}
