import { checkPlace, openGoals, toMend, type Check, slips as slipTable, summarise, type Position } from '@/core/learner'
import { listed } from '@/core/worksheet'
import { NodeBadge } from '@/ui/Drawing'
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

/** What went well, and which slips occurred. */
export function TrySummary({ position, done }: { readonly position: Position; readonly done: boolean }) {
  const { right, rounded, follows, asked, wrong, mended, hints, slips, untold } = summarise(position)
  const helped = hints[1] + hints[2] + hints[3]
  const answers = right + rounded + follows + asked + wrong
  const checked = Object.keys(position.checks).length
  if (answers === 0 && helped === 0) return null
  return (
    <section aria-label="How it went" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <h2 className="font-semibold">{done ? 'Done. How it went' : 'How it goes'}</h2>
      <p>
        {answers > 0 && (
          <>
            {right + rounded} of {answers} {answers === 1 ? 'answer' : 'answers'} right
            {rounded > 0 && `, ${rounded} of them within rounding`}
            {follows > 0 && `; ${follows} right with an earlier wrong value of your own`}
            {asked > 0 && `; ${asked} in question`}
            {wrong > 0 && `; ${wrong} wrong`}
            {mended > 0 && `, ${mended} corrected since`}
            {'. '}
          </>
        )}
        {helped === 0
          ? 'No hints.'
          : `Hints: ${hints[1]} where to look, ${hints[2]} what to do, ${hints[3]} the step itself.`}
        {done && position.sheet.elements.length === 1 && position.worksheet.outcome.supply.current && (
          <> {checked === 0 ? 'No checks.' : `${checked} ${checked === 1 ? 'check' : 'checks'} made.`}</>
        )}
      </p>
      {slips.length > 0 ? (
        <ul className="mt-1 list-disc pl-5" aria-label="Slips">
          {slips.map(({ slip, times }) => (
            <li key={slip}>
              {slipTable[slip].name}
              {times > 1 && ` (${times} times)`}
            </li>
          ))}
        </ul>
      ) : (
        answers > 0 && wrong === 0 && asked === 0 && <p className="text-holds">No slips.</p>
      )}
      {untold > 0 && (
        <p>
          Of {untold} wrong {untold === 1 ? 'answer' : 'answers'} which slip it was is not certain.
        </p>
      )}
    </section>
  )
}
