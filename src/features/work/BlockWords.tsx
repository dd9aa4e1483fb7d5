import clsx from 'clsx'
import type { ReactNode } from 'react'
import {
  explainBlock,
  explainCheck,
  explainOutward,
  parallelWays,
  wordSentence,
  type RowBlock,
  type Reached,
  type Row,
  type Side,
  type Worksheet,
  type ParallelChoice,
} from '@/core/worksheet'
import { elementKey } from '@/core/structure'
import { Select } from '@/ui/controls'
import { CheckLine, ValueLine } from './Line'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { parallelNames } from '@/ui/schoolTexts'

interface Props {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly side: Side
  readonly block: RowBlock
  /** The same without rounding, where values are rounded as on paper. */
  readonly exact: Worksheet | null
  /** How far it is shown; all of it where null. */
  readonly reached: Reached | null
  /** How the title looks. */
  readonly tone?: string
  /** What stands below the reason. */
  readonly children?: ReactNode
}

const allShown: Pick<Reached, 'reason' | 'check'> = { reason: true, check: true }

/** More lines than this are not read in a row. */
const mostLines = 12

/** A step in words and arithmetic, as far as it is shown; on the way up its check at the end. */
export function BlockWords({ worksheet, row, side, block, exact, reached, tone, children }: Props) {
  const { reason: isReasonShown, check: isCheckShown } = reached ?? allShown
  const words = isReasonShown ? explainBlock(worksheet, row, block, side) : null
  if (!words) return null
  const { step, lines } = block
  const stops = side === 'reduce' && step === null && worksheet.stages[row.stage].left.length > 1
  const { ways, way } = side === 'reduce' && step !== null ? parallelWays(worksheet, step) : { ways: [], way: null }
  const check = side === 'expand' && block.check && isCheckShown && step !== null ? explainCheck(worksheet, step) : null
  const shown = reached ? lines.filter((id) => reached.lines.has(id)) : lines
  return (
    <>
      <p className={clsx('font-semibold', tone ?? (stops && 'text-trouble'))} data-carries={block.carried.join(' ')}>
        {wordSentence(words.title)}
      </p>
      {words.reason && (
        <p className="text-soft">
          {wordSentence(words.reason)}
          {step !== null && way !== null && ways.length > 1 && (
            <StepWay stepKey={`R ${elementKey(worksheet, step)}`} ways={ways} way={way} />
          )}
        </p>
      )}
      {children}
      {shown.slice(0, mostLines).map((id) => (
        <div key={id}>
          {side === 'reduce' && worksheet.derivation.lines[id].quantity !== 'resistance' && (
            <p className="mt-1 text-xs text-soft">{wordSentence(explainOutward(worksheet, id))}</p>
          )}
          <ValueLine worksheet={worksheet} id={id} exact={exact} />
        </div>
      ))}
      {shown.length > mostLines && <p className="text-soft">… and {shown.length - mostLines} more</p>}
      {check && step !== null && lines.length <= mostLines && (
        <CheckLine worksheet={worksheet} step={step} formula={check} />
      )}
    </>
  )
}

/** The way of one parallel step, among those that apply to it. */
function StepWay({
  stepKey,
  ways,
  way,
}: {
  readonly stepKey: string
  readonly ways: readonly string[]
  readonly way: string
}) {
  const { chooseWay } = useOpenNetwork()
  return (
    <Select
      label={`How ${stepKey.slice(2).replaceAll(' ', ', ')} are worked out`}
      value={way}
      options={ways.map((it) => ({ value: it, name: `by ${parallelNames[it as ParallelChoice] ?? it}` }))}
      onChange={(it) => chooseWay(stepKey, it)}
      className="ml-1.5 !h-6 !border-transparent !bg-transparent !px-1 text-xs text-soft hover:!border-edge"
    />
  )
}
