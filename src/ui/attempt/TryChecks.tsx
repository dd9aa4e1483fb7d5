import { checkPlace, openGoals, toMend, type Check } from '@/core/learner'
import { listed } from '@/core/worksheet'
import { NodeBadge } from '@/ui/NodeBadge'
import { AnswerField } from './AnswerField'
import { saidOfNamed, slotKey, slotName } from './trySheet'
import type { OpenAttempt } from './useAttempt'

const checks: readonly Check[] = ['junction', 'loop', 'power']

/** What a careful person adds up before handing in: at one junction, around one loop, all powers. */
export function TryChecks({ attempt }: { readonly attempt: OpenAttempt }) {
  const { position, worksheet, make } = attempt
  if (openGoals(position).length > 0 || toMend(position).some(({ quantity }) => quantity !== 'check')) return null
  const places = checks.flatMap((check) => {
    const place = checkPlace(position, check)
    const isFound = place?.terms.every(({ quantity, element }) => position.own[quantity][element] !== null)
    return place && isFound ? [{ check, place }] : []
  })
  if (places.length === 0) return null
  return (
    <section aria-label="Check it" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <h2 className="font-semibold">Check it before you hand it in</h2>
      <ul className="mt-1 grid gap-2">
        {places.map(({ check, place: { node, terms } }) => {
          const [{ quantity }] = terms
          const names = listed(terms.map(({ element }) => slotName(position, { quantity, element })))
          const label = check === 'power' ? 'the powers of all resistors' : names
          return (
            <li key={check} className="flex flex-wrap items-start gap-x-3 gap-y-1">
              <span className="pt-1">
                {node !== null && (
                  <>
                    At node <NodeBadge node={node} label={worksheet.wiring.nodes[node].label} />:{' '}
                  </>
                )}
                {check === 'loop' && 'From + to −: '}
                {label} add up to
              </span>
              <AnswerField
                label={`${label} add up to`}
                symbol=""
                quantity={quantity}
                slot={slotKey('check', check)}
                own={position.checks[check] ?? null}
                judgement={saidOfNamed(position, (move) => move.do === 'check' && move.check === check)}
                onAnswer={(answer) => make({ do: 'check', check, answer })}
              />
              {(position.checks[check]?.verdict === 'right' || position.checks[check]?.verdict === 'rounded') && (
                <span className="pt-1 text-holds">
                  {check === 'junction'
                    ? 'what arrives there'
                    : check === 'loop'
                      ? 'the whole voltage'
                      : 'what the source gives'}
                </span>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
