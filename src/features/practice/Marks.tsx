import { marksOf, slipsOf, slipsText, type JudgedTask, type Marked } from '@/core/learner'

/** Marks as an exam gives them: each line for its way, its answer, its unit; first tries and retries apart. */
export function Marks({ judged }: { readonly judged: JudgedTask }) {
  const all = marksOf(judged)
  const slips = slipsOf(judged)
  const hasUnits = judged.items.some(({ unit }) => unit.of > 0)
  const hasMethods = judged.items.some(({ method }) => method.of > 0)
  return (
    <section aria-label="Marks" data-marks={`${all.first} ${all.now} ${all.of}`}>
      <p>
        <strong>
          {all.first} of {all.of} {all.of === 1 ? 'mark' : 'marks'}
        </strong>{' '}
        at the first try{all.now > all.first && `, ${all.now} by now`}. {slips.length > 0 && slipsText(slips)}
      </p>
      <table className="mt-1 w-full max-w-2xl border-collapse text-left">
        <thead className="text-soft">
          <tr>
            <th className="py-0.5 pr-3 font-normal">line</th>
            {hasMethods && <th className="pr-3 text-right font-normal">method</th>}
            <th className="pr-3 text-right font-normal">answer</th>
            {hasUnits && <th className="text-right font-normal">unit</th>}
          </tr>
        </thead>
        <tbody>
          {judged.items.map(({ line, method, answer, unit, isTold }, i) => (
            <tr key={i} className="border-t border-line">
              <td className="py-0.5 pr-3 font-mono">
                {line}
                {isTold && <span className="font-sans text-soft"> told by a hint</span>}
              </td>
              {hasMethods && <Mark marked={method} />}
              <Mark marked={answer} />
              {hasUnits && <Mark marked={unit} />}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Mark({ marked: { of, first, now } }: { readonly marked: Marked }) {
  return (
    <td className="pr-3 text-right font-mono">
      {of === 0 ? (
        <span className="text-soft">–</span>
      ) : (
        <>
          {first}/{of}
          {now > first && <span className="text-soft"> ({now})</span>}
        </>
      )}
    </td>
  )
}
