import clsx from 'clsx'
import { accountForCheck, accountForWay, type RoundingAccount, type Worksheet } from '@/core'
import type { Quantity, Way } from '@/core/expansion'
import type { Formula as Tokens } from '@/core/explain'
import { letterOf, quantityText, unitOf } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

/** A check that does not come out to the digit on paper: whether rounding explains that. */
export function RoundedCheck({
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
  const explained = account?.explained ?? false
  return (
    <div className={clsx('mt-0.5', explained ? 'text-holds' : 'text-trouble')}>
      <span aria-label="check:">{explained ? '≈' : '✗'}</span> <Formula tokens={formula} figures={figures} />
      {account && <AccountNote worksheet={worksheet} account={account} unit={step} />}
    </div>
  )
}

/** On paper another way can give another number: whether rounding explains that. */
export function RoundedWay({
  worksheet,
  id,
  quantity,
  way,
}: {
  readonly worksheet: Worksheet
  readonly id: number
  readonly quantity: Quantity
  readonly way: Way
}) {
  const account = accountForWay(worksheet, id, quantity, way)
  const size = Math.abs(worksheet.elements[id][quantity]?.value ?? 0)
  if (!account || Math.abs(account.difference) <= 1e-9 * size) return null
  return <AccountNote worksheet={worksheet} account={account} unit={quantity} />
}

/** Whether the powers add up to what the supply gives, on paper. */
export function RoundedBalance({ worksheet }: { readonly worksheet: Worksheet }) {
  const account = accountForCheck(worksheet, 'power')
  const given = Math.abs(worksheet.analysis.supply.power?.value ?? 0)
  if (!account || Math.abs(account.difference) <= 1e-9 * given) return <span className="text-holds">✓ adds up</span>
  return account.explained ? (
    <span className="text-holds">≈ within rounding</span>
  ) : (
    <span className="text-trouble">✗ does not add up</span>
  )
}

/** Whether rounding explains a difference, and which rounding brought in most of it. */
function AccountNote({
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
    // A difference of two written values is a short decimal, but for the last digits of a double.
    quantityText({ value: Number(value.toPrecision(12)) }, unitOf[quantity], figures)
  const name = most && (most.element === null ? 'the supply' : worksheet.elements[most.element].name)
  return (
    <span className="block text-xs text-soft" data-rounding={explained ? 'explained' : 'wrong'}>
      {explained
        ? `Equal within rounding: ${text(Math.abs(difference), kind, 3)} apart.`
        : `${text(Math.abs(difference), kind, 3)} apart: rounding does not explain that, so something is wrong.`}
      {explained && most && most.share > 0.05 && (
        <>
          {' '}
          {most.share > 0.95 ? 'All' : 'Most'} of it from {letterOf[most.quantity]} of {name}, written{' '}
          {text(most.written, most.quantity)} for {text(most.before, most.quantity)}.
        </>
      )}
    </span>
  )
}
