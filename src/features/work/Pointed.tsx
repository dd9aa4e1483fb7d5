import clsx from 'clsx'
import { X } from 'lucide-react'
import { judgeOn, wordSentence, type Row, type Side, type Worksheet } from '@/core/worksheet'
import { Docked } from '@/ui/Dock'

/** Elements that were chosen in one row. */
export interface Choice {
  readonly row: string
  readonly side: Side
  readonly ids: readonly number[]
}

const tones = { series: 'border-reduce', parallel: 'border-reduce', neither: 'border-trouble' } as const

/** What the chosen elements are to each other, and why. */
export function Pointed({
  worksheet,
  row,
  ids,
  onClose,
}: {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly ids: readonly number[]
  readonly onClose: () => void
}) {
  const names = ids.map((id) => worksheet.elements[id].name).join(' and ')
  const judged = ids.length > 1 ? judgeOn(worksheet, row, ids) : null
  return (
    <Docked label="What is chosen" isAtFoot clearOf={() => document.activeElement?.closest('[aria-pressed]')}>
      <div
        role="status"
        data-pointed
        className={clsx(
          'flex items-start gap-3 border-l-4 px-4 py-3',
          judged ? tones[judged.verdict.verdict] : 'border-chosen',
        )}
      >
        <div className="flex-1">
          <p>
            <strong className="font-mono">{names}</strong> on sheet {row.number}
            {judged && (
              <>
                : <strong data-verdict={judged.verdict.verdict}>{judged.verdict.verdict}</strong>
              </>
            )}
          </p>
          {judged ? (
            judged.sentences
              .slice(judged.verdict.verdict === 'neither' ? 0 : 1)
              .map((sentence, i) => <p key={i}>{wordSentence(sentence)}</p>)
          ) : (
            <p className="text-soft">Choose a second one: are they in series, in parallel or neither?</p>
          )}
        </div>
        <button
          type="button"
          aria-label="Clear the choice"
          onClick={onClose}
          className="rounded p-1.5 hover:bg-chosen-wash"
        >
          <X size={16} aria-hidden />
        </button>
      </div>
    </Docked>
  )
}
