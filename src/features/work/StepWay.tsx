import type { ParallelChoice } from '@/core/worksheet'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'

export const parallelNames: Readonly<Record<ParallelChoice, string>> = {
  reciprocals: 'reciprocals',
  'product-over-sum': 'product over sum',
  'value-over-count': 'value over count',
  'common-denominator': 'common denominator',
}

/** The way of one parallel step, among those that apply to it. */
export function StepWay({
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
    <select
      aria-label={`How ${stepKey.slice(2).replaceAll(' ', ', ')} are worked out`}
      value={way}
      onChange={(event) => chooseWay(stepKey, event.target.value)}
      className="ml-1.5 h-6 max-w-full rounded border border-transparent bg-transparent px-0.5 text-xs text-soft hover:border-edge focus-visible:border-edge"
    >
      {ways.map((it) => (
        <option key={it} value={it}>
          by {parallelNames[it as ParallelChoice] ?? it}
        </option>
      ))}
    </select>
  )
}
