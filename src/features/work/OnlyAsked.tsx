import type { OnlyAsked as Wanted } from '@/core'
import { letterOf, equalText, unitOf } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

const letters = { ...letterOf, potential: 'potential' } as const

/** What was asked for, and what was left out to get there. */
export function OnlyAsked({ wanted }: { readonly wanted: Wanted }) {
  const { figures } = useSettings().settings
  const { answers, missing, leftOut } = wanted
  return (
    <section aria-label="What was asked for" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <h2 className="sr-only">What was asked for</h2>
      <ul className="grid gap-1">
        {answers.map(({ name, quantity, amount, work }, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-x-3">
            <span className="font-mono font-semibold">
              {letters[quantity]} {quantity === 'potential' ? 'of node' : 'of'} {name}{' '}
              {equalText(amount, quantity === 'potential' ? 'V' : unitOf[quantity], figures)}
            </span>
            {work && <Formula tokens={work} figures={figures} />}
          </li>
        ))}
        {missing.map(({ quantity, of }) => (
          <li key={`${quantity} ${of}`} className="text-trouble">
            There is no {quantity} of {of} to find in this network: it is not there, carries nothing, or has no supply.
          </li>
        ))}
      </ul>
      <p className="mt-1 text-xs text-soft">
        Left out, since it does not lead there:{' '}
        {leftOut.steps.length === 0 ? 'no step' : `the steps to ${leftOut.steps.slice(0, 12).join(', ')}`}
        {leftOut.steps.length > 12 && ` and ${leftOut.steps.length - 12} more`}
        {leftOut.resistors.length > 0 && `; the values of ${leftOut.resistors.slice(0, 20).join(', ')}`}
        {leftOut.resistors.length > 20 && ` and ${leftOut.resistors.length - 20} more`}.
      </p>
    </section>
  )
}
