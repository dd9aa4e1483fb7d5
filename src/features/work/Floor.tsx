import clsx from 'clsx'
import { explainFloor, explainKnown, type Worksheet } from '@/core'
import { wordSentence } from '@/core/explain'
import { shownText } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

/** The floor of the valley: the one resistance that is left, and the supply. */
export function Floor({ worksheet, current }: { readonly worksheet: Worksheet; readonly current: boolean }) {
  const { figures } = useSettings().settings
  const { analysis } = worksheet
  if (analysis.equivalent === null) return null
  const lines = analysis.supply.current ? explainFloor(worksheet) : []
  const outward = analysis.supply.current ? explainKnown(worksheet) : []
  return (
    <>
      {outward.length > 0 && (
        <ol
          aria-label="From what is known outward"
          className="mx-auto mb-2 w-fit max-w-full rounded-lg border border-line bg-sheet px-4 py-2"
        >
          {outward.map(({ name, formula }, i) => (
            <li key={i} className="flex flex-wrap items-baseline gap-x-3">
              <span className="text-soft">{wordSentence(name)}</span>
              <Formula tokens={formula} figures={figures} />
            </li>
          ))}
        </ol>
      )}
      <div
        className={clsx(
          'mx-auto flex w-fit max-w-full flex-wrap items-center justify-center gap-x-6 gap-y-1 rounded-xl bg-bar px-6 py-2.5 text-bar-ink',
          current && 'outline-2 outline-offset-2 outline-chosen',
        )}
      >
        <span className="font-mono font-semibold text-bar-reduce">
          Req = {shownText(analysis.equivalent, 'Ω', figures)}
        </span>
        {lines.map((line, i) => (
          <Formula key={i} tokens={line} figures={figures} />
        ))}
      </div>
    </>
  )
}
