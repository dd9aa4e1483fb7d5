import {
  explainLine,
  nameOf,
  readingPart,
  unitOfLine,
  type AskedAnswers as Wanted,
  type Worksheet,
} from '@/core/worksheet'
import { equalText, letterOf } from '@/core/number'
import { Button } from '@/ui/Button'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { Moves, Value } from '@/ui/turned'

/** A reading is what a meter shows. */
const withoutEqual: typeof equalText = (...of) => equalText(...of).replace(/^= /, '')

const letters = { ...letterOf, potential: 'potential' } as const

/** What was asked for, and what was left out to get there. */
export function OnlyAsked({ worksheet, asked }: { readonly worksheet: Worksheet; readonly asked: Wanted }) {
  const { figures } = useSettings().settings
  const { choose } = useOpenNetwork()
  const { answers, missing, leftOut } = asked
  const { elements, derivation, nodeLabels, network, wiring } = worksheet
  const names = (ids: readonly number[], most: number) =>
    ids
      .slice(0, most)
      .map((id) => elements[id].name)
      .join(', ') + (ids.length > most ? ` and ${ids.length - most} more` : '')
  const notNeeded = [
    ...(leftOut.steps.length > 0 ? [`the steps to ${names(leftOut.steps, 12)}`] : []),
    ...(leftOut.resistors.length > 0 ? [`the values of ${names(leftOut.resistors, 20)}`] : []),
  ]
  return (
    <section aria-label="What was asked for" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <h2 className="sr-only">What was asked for</h2>
      <ul className="grid gap-1">
        {answers.map(({ line: id }, i) => {
          const { quantity, of, amount, isOpen } = derivation.lines[id]
          const isReading = readingPart(elements.length, of) !== null && quantity !== 'potential'
          const ofSupply = of === derivation.supply && quantity !== 'resistance'
          return (
            <li key={i} className="flex flex-wrap items-baseline gap-x-3">
              <span className="font-mono font-semibold" data-line={id}>
                {isReading
                  ? `${nameOf(worksheet, derivation.lines[id])} shows`
                  : quantity === 'potential'
                    ? `potential of node ${nodeLabels[of]}`
                    : `${letters[quantity]} of ${ofSupply ? network.parts[wiring.supply].name : elements[of].name}`}{' '}
                {!isOpen && (
                  <Value
                    line={id}
                    amount={amount}
                    unit={unitOfLine(derivation.lines[id])}
                    write={isReading ? withoutEqual : equalText}
                  />
                )}
                <Moves line={id} />
              </span>
              {(quantity === 'potential' || isReading) &&
                explainLine(worksheet, id).formulas.map((formula, k) => (
                  <Formula key={k} tokens={formula} figures={figures} />
                ))}
            </li>
          )
        })}
        {missing.map(({ quantity, of }) => (
          <li key={`${quantity} ${of}`} className="text-trouble">
            There is no {quantity} of {of} to find in this network: it does not exist, carries no current, or has no
            supply.
          </li>
        ))}
      </ul>
      <p className="mt-1 text-xs text-soft">
        {notNeeded.length > 0 && `Not needed for this: ${notNeeded.join('; ')}. `}
        <Button className="ml-1 !min-h-7 text-xs" onClick={() => choose({ asked: [] })}>
          Show everything
        </Button>
      </p>
    </section>
  )
}
