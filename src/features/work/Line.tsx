import clsx from 'clsx'
import { amountAt, explainLine, keystrokes, unitOfLine, type Formula as Tokens, type Worksheet } from '@/core/worksheet'
import { differs, shownText, type Amount, type Unit } from '@/core/number'
import { barred } from '@/ui/Barred'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { Moves } from '@/ui/turned'
import { RoundedCheck } from './Rounded'

/** One formula. */
export function Line({
  formula,
  work,
  exact,
  id,
}: {
  readonly formula: Tokens
  /** The line of the worksheet that it is part of, where it can be pointed at. */
  readonly id?: number
  /** What goes into the calculator. */
  readonly work?: Tokens
  /** The exact value beside the one on paper, and its unit. */
  readonly exact?: { readonly amount: Amount; readonly unit: Unit }
}) {
  const { figures, keys: wanted } = useSettings().settings
  return (
    <div className="mt-0.5" data-line={id} data-formula={id}>
      <Formula tokens={formula} figures={figures} />
      {exact && (
        <span className="ml-2 text-xs whitespace-nowrap text-soft" data-exact-beside>
          exactly {barred(shownText(exact.amount, exact.unit, figures === 'repeating' ? figures : 6))}
        </span>
      )}
      <Moves line={id} />
      {wanted === 'yes' && work && <Keys keys={keystrokes(work)} />}
    </div>
  )
}

/** A line of the worksheet; on paper with the exact value beside it. */
export function ValueLine({
  worksheet,
  id,
  exact,
  asSupply = false,
}: {
  readonly worksheet: Worksheet
  readonly id: number
  readonly exact?: Worksheet | null
  /** Read as the supply's. */
  readonly asSupply?: boolean
}) {
  const { formulas, work } = explainLine(worksheet, id, asSupply)
  const line = worksheet.derivation.lines[id]
  const exactly = exact && amountAt(exact, line.quantity, line.of)
  const off = exactly && line.amount && differs(line.amount, exactly)
  const last = formulas.length - 1
  return formulas.map((formula, i) => (
    <Line
      key={i}
      formula={formula}
      id={id}
      work={i === last ? work : undefined}
      exact={i === last && off ? { amount: exactly, unit: unitOfLine(line) } : undefined}
    />
  ))
}

function Keys({ keys }: { readonly keys: readonly string[] }) {
  return (
    <span className="mt-0.5 block font-mono text-[11px] leading-5 text-soft">
      <span className="sr-only">keys: </span>
      {keys.map((key, i) => (
        <kbd
          key={i}
          className={clsx(
            'mr-0.5 inline-block',
            !/^[\d.−]+$/.test(key) && 'rounded-sm border border-line bg-sheet px-1',
          )}
        >
          {key}
        </kbd>
      ))}
    </span>
  )
}

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
