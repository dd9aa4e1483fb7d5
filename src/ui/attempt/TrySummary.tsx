import { slips as slipTable, summarise, type Position } from '@/core/learner'

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
            {follows > 0 && `; ${follows} right on an earlier wrong value of your own`}
            {asked > 0 && `; ${asked} in question`}
            {wrong > 0 && `; ${wrong} wrong`}
            {mended > 0 && `, ${mended} of the values mended since`}
            {'. '}
          </>
        )}
        {helped === 0
          ? 'No hint was asked for.'
          : `Hints: ${hints[1]} where to look, ${hints[2]} what to do, ${hints[3]} the step itself.`}
        {done && position.sheet.elements.length === 1 && position.worksheet.outcome.supply.current && (
          <> {checked === 0 ? 'No check was made.' : `${checked} ${checked === 1 ? 'check' : 'checks'} made.`}</>
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
          Of {untold} wrong {untold === 1 ? 'answer' : 'answers'} it could not be told for certain which slip it was.
        </p>
      )}
    </section>
  )
}
