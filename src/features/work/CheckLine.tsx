import { accountForCheck, type RoundingAccount, type Worksheet } from '@/core'
import type { Formula as Tokens } from '@/core/explain'
import { quantityText, unitOf } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

/** A check that a step's members add up; on paper with what rounding has to do with it. */
export function CheckLine({
  worksheet,
  step,
  formula,
}: {
  readonly worksheet: Worksheet
  readonly step: number
  readonly formula: Tokens
}) {
  const { figures } = useSettings().settings
  const account = accountForCheck(worksheet, step)
  const off = account !== null && formula.some((token) => token.token === 'sign' && token.sign === '≈')
  return (
    <div className={off && !account.explained ? 'mt-0.5 text-trouble' : 'mt-0.5 text-holds'}>
      <span aria-label="check:">{off ? (account.explained ? '≈' : '✗') : '✓'}</span>{' '}
      <Formula tokens={formula} figures={figures} />
      {off && <AccountNote worksheet={worksheet} account={account} unit={step} />}
    </div>
  )
}

const letters = { resistance: 'R', voltage: 'V', current: 'I', power: 'P' } as const

/** Whether rounding explains a difference, and which rounding brought in most of it. */
export function AccountNote({
  worksheet,
  account: { difference, explained, most },
  unit: at,
}: {
  readonly worksheet: Worksheet
  readonly account: RoundingAccount
  /** The step or quantity whose unit the difference has. */
  readonly unit: number | 'voltage' | 'current' | 'power'
}) {
  const kind = typeof at === 'number' ? (worksheet.reduction.steps[at].kind === 'series' ? 'voltage' : 'current') : at
  const text = (value: number, quantity: keyof typeof unitOf, figures: 3 | 6 = 6) =>
    quantityText({ value }, unitOf[quantity], figures)
  const name = most && (most.element === null ? 'the supply' : worksheet.elements[most.element].name)
  return (
    <span className="block text-xs text-soft" data-rounding={explained ? 'explained' : 'wrong'}>
      {explained
        ? `Equal within rounding: ${text(Math.abs(difference), kind, 3)} apart.`
        : `${text(Math.abs(difference), kind, 3)} apart: rounding does not explain that, so something is wrong.`}
      {explained && most && most.share > 0.05 && (
        <>
          {' '}
          {most.share > 0.95 ? 'All' : 'Most'} of it from {letters[most.quantity]} of {name}, written{' '}
          {text(most.written, most.quantity)} for {text(most.before, most.quantity)}.
        </>
      )}
    </span>
  )
}
