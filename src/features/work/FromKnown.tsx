import { explainOutward, wordSentence, type Reveal, type Row, type Worksheet } from '@/core/worksheet'
import { ValueLine } from './Line'

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
