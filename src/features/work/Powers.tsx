import type { Worksheet } from '@/core/worksheet'
import { ValueLine } from './Line'

/** Powers of more resistors are read in the table. */
const mostShown = 60

/** The power of every resistor, worked out by the formula that was chosen. */
export function Powers({ worksheet, exact }: { readonly worksheet: Worksheet; readonly exact: Worksheet | null }) {
  const { stages, derivation } = worksheet
  const lines = stages[0].starts.flatMap((id) => derivation.found.power[id] ?? [])
  if (lines.length === 0 || lines.length > mostShown) return null
  return (
    <details className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5">
      <summary className="min-h-6 font-semibold">Powers, worked out</summary>
      <div className="grid gap-x-6 py-1 sm:grid-cols-2 xl:grid-cols-3">
        {lines.map((id) => (
          <div key={id}>
            <ValueLine worksheet={worksheet} id={id} exact={exact} />
          </div>
        ))}
      </div>
    </details>
  )
}
