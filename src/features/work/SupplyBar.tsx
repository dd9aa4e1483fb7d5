import clsx from 'clsx'
import {
  explainLine,
  methods,
  wordSentence,
  type Method,
  type Reveal,
  type Row,
  type Worksheet,
  explainOutward,
} from '@/core/worksheet'
import { equalText } from '@/core/number'
import { Moves, Value } from '@/ui/turned'
import { ValueLine } from './Line'

/** The floor of the valley: the one resistance that is left, and the supply. */
export function SupplyBar({
  worksheet,
  row,
  current,
  reveal,
}: {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly current: boolean
  readonly reveal: Reveal | null
}) {
  const reached = reveal?.reached(row.key, 'reduce', 0)
  if (reached && !reached.reason) return null
  const [{ lines }] = row.down
  const { equivalent } = worksheet.outcome
  const { found, whole } = worksheet.derivation
  return (
    <div
      data-words
      data-stand={`${row.key} reduce`}
      className={clsx(
        'mx-auto flex w-fit max-w-full flex-wrap items-center justify-center gap-x-6 gap-y-1 rounded-xl bg-bar px-6 py-2.5 text-bar-ink',
        current && 'outline-2 outline-offset-2 outline-chosen',
      )}
    >
      <span className="font-mono font-semibold text-bar-reduce" data-line={found.resistance[whole ?? -1]}>
        Req{' '}
        {equivalent && <Value line={found.resistance[whole ?? -1]} amount={equivalent} unit="Ω" write={equalText} />}
        <Moves line={found.resistance[whole ?? -1]} />
      </span>
      {lines
        .filter((id) => !reached || reached.lines.has(id))
        .map((id) => {
          const { name } = explainLine(worksheet, id, true)
          const { isLaw }: Method = methods[worksheet.derivation.lines[id].method]
          return (
            <div key={id}>
              {/* What is no law of the supply itself is said in words. */}
              {!isLaw && <p className="text-xs text-bar-soft">{wordSentence(name)}</p>}
              <div className="[&>div]:mt-0">
                <ValueLine worksheet={worksheet} id={id} asSupply />
              </div>
            </div>
          )
        })}
    </div>
  )
}

/** How the supply follows from what is known of a resistor; where the worksheet climbs outward, its first line alone. */
export function FromKnown({
  worksheet,
  row,
  reveal,
}: {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly reveal: Reveal | null
}) {
  const reached = reveal?.reached(row.key, 'reduce', 0)
  const lines = row.down[0].lines.filter((id) => !reached || reached.lines.has(id))
  if (lines.length === 0) return null
  return (
    <ol
      aria-label="From what is known outward"
      data-words
      data-stand={`${row.key} reduce`}
      className="mx-auto mb-2 w-fit max-w-full rounded-lg border border-line bg-sheet px-4 py-2"
    >
      {lines.map((id) => (
        <li key={id} className="flex flex-wrap items-baseline gap-x-3">
          <span className="text-soft">{wordSentence(explainOutward(worksheet, id))}</span>
          <ValueLine worksheet={worksheet} id={id} />
        </li>
      ))}
    </ol>
  )
}
