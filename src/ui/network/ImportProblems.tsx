import { Button } from '../Button'
import type { RefusedImport } from './store'

/** What of a file, a drop or a paste was not understood, row by row. */
export function ImportProblems({
  refused: { from, problems },
  onDismiss,
}: {
  readonly refused: RefusedImport
  readonly onDismiss: () => void
}) {
  return (
    <section role="alert" className="mx-4 mt-3 rounded-md border-l-4 border-trouble bg-trouble-wash p-3 print:hidden">
      <div className="flex items-start justify-between gap-4">
        <h2 className="font-semibold">Not understood in {from}</h2>
        <Button look="plain" onClick={onDismiss}>
          Dismiss
        </Button>
      </div>
      <ul className="ml-4 list-disc">
        {problems.slice(0, 20).map((problem, i) => (
          <li key={i}>{problem}</li>
        ))}
      </ul>
      {problems.length > 20 && <p>… and {problems.length - 20} more</p>}
    </section>
  )
}
