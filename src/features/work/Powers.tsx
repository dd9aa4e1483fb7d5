import { waysTo, wordSentence, type Worksheet } from '@/core/worksheet'
import { Moves } from '@/ui/turned'
import { Line, ValueLine } from './Line'
import { RoundedWay } from './Rounded'

/** Powers of more resistors are read in the table. */
const mostShown = 60

/** The power of every resistor, worked out by the formula that was chosen, or by all three side by side. */
export function Powers({ worksheet, exact }: { readonly worksheet: Worksheet; readonly exact: Worksheet | null }) {
  const { stages, derivation, choices } = worksheet
  const ids = stages[0].starts.filter((id) => derivation.found.power[id] !== undefined)
  const all = choices.power === 'all'
  if (ids.length === 0 || ids.length > mostShown) return null
  return (
    <details open={all} className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5">
      <summary className="min-h-6 font-semibold">Powers, worked out{all && ' by all three formulas'}</summary>
      {all ? (
        <ul className="divide-y divide-line">
          {[...ids, ...(derivation.whole === null || ids.includes(derivation.whole) ? [] : [derivation.whole])].map(
            (id) => (
              <PowerWays key={id} worksheet={worksheet} id={id} />
            ),
          )}
        </ul>
      ) : (
        <div className="grid gap-x-6 py-1 sm:grid-cols-2 xl:grid-cols-3">
          {ids.map((id) => (
            <div key={id}>
              <ValueLine worksheet={worksheet} id={derivation.found.power[id] as number} exact={exact} />
            </div>
          ))}
        </div>
      )}
    </details>
  )
}

/** One power by every formula that applies, what each needs, and that they agree. */
function PowerWays({ worksheet, id }: { readonly worksheet: Worksheet; readonly id: number }) {
  const ways = waysTo(worksheet, 'power', id)
  const isExact =
    worksheet.arithmetic === 'exact' && ways.length > 1 && ways.every(({ found }) => found.amount !== null)
  const count = ways.length === 3 ? 'all three' : 'both'
  return (
    <li className="py-1.5" data-powers={worksheet.elements[id].name} data-line={worksheet.derivation.found.power[id]}>
      <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2 xl:grid-cols-3">
        {ways.map((way, i) => (
          <div key={i}>
            <p className="text-xs text-soft">{wordSentence(way.name)}</p>
            {way.formulas.map((formula, k) => (
              <Line key={k} formula={formula} work={k === way.formulas.length - 1 ? way.work : undefined} />
            ))}
            <RoundedWay worksheet={worksheet} way={way.found} />
          </div>
        ))}
      </div>
      <Moves line={worksheet.derivation.found.power[id]} />
      {isExact && <p className="text-xs text-holds">✓ {count} agree, exactly</p>}
    </li>
  )
}
