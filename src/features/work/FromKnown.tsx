import { explainKnown, type Reached, type Worksheet } from '@/core'
import { wordSentence } from '@/core/explain'
import { Line } from './Line'

/** How the supply follows from what is known of a resistor; where the worksheet climbs outward, its first line alone. */
export function FromKnown({ worksheet, reached }: { readonly worksheet: Worksheet; readonly reached: Reached }) {
  const lines = explainKnown(worksheet).slice(0, reached.lines + (reached.half ? 1 : 0))
  if (lines.length === 0) return null
  return (
    <ol
      aria-label="From what is known outward"
      className="mx-auto mb-2 w-fit max-w-full rounded-lg border border-line bg-sheet px-4 py-2"
    >
      {lines.map(({ name, formula, work }, i) => (
        <li key={i} className="flex flex-wrap items-baseline gap-x-3">
          <span className="text-soft">{wordSentence(name)}</span>
          <Line formula={formula} work={work} half={i >= reached.lines} />
        </li>
      ))}
    </ol>
  )
}
