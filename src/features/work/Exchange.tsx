import {
  explainExchange,
  explainExchangeBack,
  offeredExchanges,
  type DoneExchange,
  type Reached,
  type Worksheet,
} from '@/core'
import { wordSentence } from '@/core/explain'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { Found } from './Half'
import { Line } from './Line'

interface Props {
  readonly worksheet: Worksheet
  readonly next: Worksheet
  readonly exchange: DoneExchange
  /** How many exchanges lie before this one. */
  readonly stage: number
  readonly reached: (side: 'floor' | 'expand') => Reached
}

/** An exchange at a bridge, set apart from the steps: down on the left, back on the right. */
export function Exchange({ worksheet, next, exchange, stage, reached }: Props) {
  const { store, choose } = useOpenNetwork()
  const down = reached('floor')
  const up = reached('expand')
  if (!down.reason) return null
  const { title, reason, lines } = explainExchange(worksheet, exchange)
  const back = explainExchangeBack(worksheet, exchange, next)
  const offered = offeredExchanges(worksheet)
  return (
    <div
      data-exchange={exchange.text}
      className="grid gap-x-10 gap-y-2 rounded-lg border-2 border-dashed border-chosen bg-panel px-4 py-2.5 @4xl:grid-cols-2"
    >
      <div className="@4xl:text-right">
        <p className="font-semibold text-chosen">{wordSentence(title)}</p>
        <p className="text-soft">{wordSentence(reason)}</p>
        {offered.length > 1 && (
          <select
            aria-label="What is exchanged here"
            value={exchange.text}
            onChange={(event) => {
              const before = store.getState().document.worksheet?.exchanges ?? []
              const kept = Array.from({ length: stage }, (_, i) => before[i] ?? '')
              choose({ exchanges: [...kept, event.target.value] })
            }}
            className="my-1 h-7 field text-xs"
          >
            {(offered.includes(exchange.text) ? offered : [exchange.text, ...offered]).map((text) => (
              <option key={text} value={text}>
                {text.startsWith('delta') ? 'delta to wye: ' : 'wye to delta: '}
                {text.split(' ').slice(1).join(', ')}
              </option>
            ))}
          </select>
        )}
        {lines.slice(0, down.lines + (down.half ? 1 : 0)).map((line, i) => (
          <Line key={i} formula={line} half={i >= down.lines} />
        ))}
      </div>
      {back && up.reason && (
        <div>
          <p className="font-semibold text-expand">{wordSentence(back.title)}</p>
          {back.lines.slice(0, up.lines + (up.half ? 1 : 0)).map((line, i) => (
            <Found key={i} line={line} half={i >= up.lines} exact={null} worksheet={worksheet} />
          ))}
        </div>
      )}
    </div>
  )
}
