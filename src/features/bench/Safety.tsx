import type { Planning } from '@/ui/bench/laid'

/** Above this, in volts, people who are licensed for it decide. */
const most = 50

/** What every bench view ends with; and at the top, where the voltages are no learner's any more. */
export function Safety({ planning: { view }, where }: { readonly planning: Planning; readonly where: 'top' | 'end' }) {
  const isHigh = view.hasSource && view.volts > most
  if (where === 'top')
    return isHigh ? (
      <p role="alert" className="rounded-md border-l-4 border-trouble bg-trouble-wash p-3">
        Above {most} V. This is not for a learner’s bench: local codes and licensed people decide whether and how it is
        measured. The stand-in is a simulation only.
      </p>
    ) : null
  return (
    <p className="text-xs text-soft lg:col-span-2">
      Low-voltage DC on a learner’s bench. Power off before a lead is lifted or anything is touched or rewired; above{' '}
      {most} V, or on anything tied to the mains, local codes and licensed people decide.
    </p>
  )
}
