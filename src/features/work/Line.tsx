import clsx from 'clsx'
import { keystrokes, type Formula as Tokens } from '@/core/explain'
import { shownText, type Amount, type Unit } from '@/core/quantity'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'

/** One line of arithmetic; before its value is shown, only what is to be worked out. */
export function Line({
  formula,
  work,
  half = false,
  exact,
}: {
  readonly formula: Tokens
  /** What goes into the calculator. */
  readonly work?: Tokens
  readonly half?: boolean
  /** The exact value beside the one on paper, and its unit. */
  readonly exact?: { readonly amount: Amount; readonly unit: Unit }
}) {
  const { figures, keys: wanted } = useSettings().settings
  return (
    <div className="mt-0.5">
      <Formula tokens={half ? withoutValue(formula) : formula} figures={figures} />
      {exact && !half && (
        <span className="ml-2 text-xs whitespace-nowrap text-soft" data-exact-beside>
          exactly {shownText(exact.amount, exact.unit, 6)}
        </span>
      )}
      {wanted === 'yes' && work && <Keys keys={keystrokes(work).slice(0, half ? -1 : undefined)} />}
    </div>
  )
}

function withoutValue(formula: Tokens): Tokens {
  const last = formula.length - 2
  const token = formula[last]
  return token?.token === 'sign' && token.sign === '=' ? formula.slice(0, last + 1) : formula
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
