import clsx from 'clsx'
import {
  accountForCheck,
  accountForPowers,
  accountForWay,
  accountText,
  type Formula as Tokens,
  type Found,
  type RoundingAccount,
  type Worksheet,
} from '@/core/worksheet'
import type { Quantity } from '@/core/number'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

/** A check that does not come out to the digit on paper: whether rounding explains that. */
export function RoundedCheck({
  worksheet,
  step,
  law,
  formula,
}: {
  readonly worksheet: Worksheet
  readonly step: number
  /** The law by its letters, where it is read before the numbers. */
  readonly law: Tokens
  readonly formula: Tokens
}) {
  const { figures } = useSettings().settings
  const account = accountForCheck(worksheet, step)
  const explained = account?.explained ?? false
  const quantity = worksheet.elements[step].made?.kind === 'series' ? 'voltage' : 'current'
  return (
    <div className={clsx('mt-0.5', explained ? 'text-holds' : 'text-trouble')}>
      <span aria-label="check:">{explained ? '≈' : '✗'}</span>{' '}
      {law.length > 0 && (
        <span className="mr-3 inline-block">
          <Formula tokens={law} figures={figures} />
        </span>
      )}
      <Formula tokens={formula} figures={figures} />
      {account && <AccountNote account={account} quantity={quantity} />}
    </div>
  )
}

/** On paper another way can give another number: whether rounding explains that. */
export function RoundedWay({ worksheet, way }: { readonly worksheet: Worksheet; readonly way: Found }) {
  if (way.quantity === 'potential') return null
  const account = accountForWay(worksheet, way)
  const size = Math.abs(way.amount?.value ?? 0)
  if (!account || Math.abs(account.difference) <= 1e-9 * size) return null
  return <AccountNote account={account} quantity={way.quantity} />
}

/** Whether the powers add up to what the supply gives, on paper. */
export function RoundedBalance({ worksheet }: { readonly worksheet: Worksheet }) {
  const account = accountForPowers(worksheet)
  const given = Math.abs(worksheet.outcome.supply.power?.value ?? 0)
  if (!account || Math.abs(account.difference) <= 1e-9 * given) return <span className="text-holds">✓ adds up</span>
  return account.explained ? (
    <span className="text-holds">≈ within rounding</span>
  ) : (
    <span className="text-trouble">✗ does not add up</span>
  )
}

function AccountNote({ account, quantity }: { readonly account: RoundingAccount; readonly quantity: Quantity }) {
  return (
    <span className="block text-xs text-soft" data-rounding={account.explained ? 'explained' : 'wrong'}>
      {accountText(account, quantity)}
    </span>
  )
}
