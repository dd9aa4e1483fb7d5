import dynamic from 'next/dynamic'
import type { Worksheet, Formula as Tokens } from '@/core/worksheet'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { onceThere } from '@/ui/onceThere'

const RoundedCheck = dynamic(() => onceThere(() => import('./Rounded')).then((module) => module.RoundedCheck))

/**
 * A check that a step's members add up; on paper with what rounding has to do with it. The law by its letters stands before
 * the numbers; without numbers it is all there is, and nothing is checked.
 */
export function CheckLine(props: { readonly worksheet: Worksheet; readonly step: number; readonly formula: Tokens }) {
  const { figures } = useSettings().settings
  const { formula } = props
  const at = formula.findIndex(({ token }) => token === 'sum')
  if (at < 0)
    return (
      <div className="mt-0.5 text-soft">
        <Formula tokens={formula} figures={figures} />
      </div>
    )
  const [law, sums] = [formula.slice(0, Math.max(0, at - 1)), formula.slice(at)]
  if (sums.some((token) => token.token === 'sign' && token.sign === '≈'))
    return <RoundedCheck {...props} law={law} formula={sums} />
  return (
    <div className="mt-0.5 text-holds">
      <span aria-label="check:">✓</span>{' '}
      {law.length > 0 && (
        <span className="mr-3 inline-block">
          <Formula tokens={law} figures={figures} />
        </span>
      )}
      <span className="inline-block">
        <Formula tokens={sums} figures={figures} />
      </span>
    </div>
  )
}
