import dynamic from 'next/dynamic'
import type { Worksheet, Formula as Tokens } from '@/core/worksheet'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

const RoundedCheck = dynamic(() => import('./Rounded').then((module) => module.RoundedCheck))

/** A check that a step's members add up; on paper with what rounding has to do with it. */
export function CheckLine(props: { readonly worksheet: Worksheet; readonly step: number; readonly formula: Tokens }) {
  const { figures } = useSettings().settings
  const { formula } = props
  if (formula.some((token) => token.token === 'sign' && token.sign === '≈')) return <RoundedCheck {...props} />
  return (
    <div className="mt-0.5 text-holds">
      <span aria-label="check:">✓</span> <Formula tokens={formula} figures={figures} />
    </div>
  )
}
