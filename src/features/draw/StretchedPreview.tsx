import clsx from 'clsx'
import { useDeferredValue, useMemo } from 'react'
import { drawSheet } from '@/core/picture'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import dynamic from 'next/dynamic'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { Nothing, onceThere } from '@/ui/onceThere'

const Stairs = dynamic(() => onceThere(() => import('@/ui/Stairs')).then((module) => module.Stairs), {
  loading: Nothing,
})

/** The network stretched, small, beside the drawing, the last good one, greyed, while something is wrong; and the answer as a staircase. */
export function StretchedPreview() {
  const { worksheet, problems } = useOpenNetwork().worked
  const { figures, form, symbols } = useSettings().settings
  // The staircase follows the drawing in the next moment.
  const settled = useDeferredValue(worksheet)
  const picture = useMemo(
    () => (worksheet ? drawSheet(worksheet, worksheet.rows[0], 'reduce', figures, { form }) : null),
    [worksheet, figures, form],
  )
  return (
    <section aria-label="Stretched">
      <h2 className="mb-1 font-semibold">Stretched from + to −</h2>
      {picture && worksheet ? (
        <div
          className={clsx(
            'overflow-auto rounded-lg border border-l-4 border-line border-l-reduce paper [&_svg]:!min-w-0',
            problems.length > 0 && 'greyed',
          )}
        >
          <SheetDrawing
            picture={picture}
            nodeLabels={worksheet.wiring.nodes.map(({ label }) => label)}
            symbols={symbols}
            side="reduce"
            description="The stretched sheet"
          />
        </div>
      ) : (
        <p className="text-soft">It appears as soon as current can flow.</p>
      )}
      {settled && problems.length === 0 && settled.asked === null && <Stairs worksheet={settled} pointable={false} />}
    </section>
  )
}
