import { Popover } from 'radix-ui'
import { X } from 'lucide-react'
import { useMemo } from 'react'
import {
  amountAt,
  explainCheck,
  explainLine,
  readingPart,
  unitOfLine,
  waysTo,
  wordSentence,
  type Worksheet,
} from '@/core/worksheet'
import { equalText, exactText, letterOf, shownText, unitOf, type Quantity } from '@/core/number'
import { elementKey } from '@/core/structure'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import { barred } from '@/ui/Barred'
import { CheckLine, Line } from './Line'
import { RoundedWay } from './Rounded'

/** An element whose values were asked for, and where. */
interface AskedFor {
  readonly id: number
  readonly anchor: Element
}

const quantities = ['voltage', 'current', 'power'] as const

/** Everything about an element's values: exact fraction, every way to find them, and the check they take part in. */
export function WaysPopover({
  worksheet,
  asked,
  onClose,
}: {
  readonly worksheet: Worksheet
  readonly asked: AskedFor
  readonly onClose: () => void
}) {
  const anchor = useMemo(() => ({ current: asked.anchor }), [asked])
  return (
    <Popover.Root open onOpenChange={(open) => open || onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          aria-label="Ways to these values"
          sideOffset={6}
          collisionPadding={12}
          // It closes the popover alone; what was pointed at stays.
          onEscapeKeyDown={(event) => event.stopPropagation()}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            if (asked.anchor instanceof SVGElement || asked.anchor instanceof HTMLElement) asked.anchor.focus()
          }}
          className="z-40 max-h-[70vh] w-[min(30rem,92vw)] overflow-auto rounded-lg border border-edge bg-panel p-4 shadow-xl"
        >
          <Ways worksheet={worksheet} id={asked.id} />
          <Popover.Close aria-label="Close" className="absolute top-2 right-2 rounded p-1.5 hover:bg-chosen-wash">
            <X size={16} aria-hidden />
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Ways({ worksheet, id }: { readonly worksheet: Worksheet; readonly id: number }) {
  const { figures } = useSettings().settings
  const { chooseWay } = useOpenNetwork()
  const part = readingPart(worksheet.elements.length, id)
  if (part !== null) return <Reading worksheet={worksheet} part={part} />
  const { name, into } = worksheet.elements[id]
  const { found, lines } = worksheet.derivation
  const isOpen = (quantity: Quantity) => lines[found[quantity][id] ?? -1]?.isOpen ?? false
  const resistance = amountAt(worksheet, 'resistance', id)
  const check = into !== null && worksheet.asked === null ? explainCheck(worksheet, into) : null
  return (
    <>
      <h2 className="mb-2 font-mono font-semibold">
        {name}
        {resistance && <> · {barred(shownText(resistance, 'Ω', figures))}</>}
      </h2>
      {quantities.map((quantity) => {
        const [symbol, unit] = [letterOf[quantity], unitOf[quantity]]
        const value = amountAt(worksheet, quantity, id)
        const fraction = value ? exactText(value) : undefined
        return (
          <section key={quantity} className="border-t border-line py-2">
            <h3 className="flex flex-wrap items-baseline gap-x-3">
              <span className="font-mono font-semibold">
                {symbol}{' '}
                {value
                  ? barred(equalText(value, unit, figures))
                  : isOpen(quantity)
                    ? ''
                    : '= undefined: zero ohms in parallel'}
              </span>
              {fraction !== undefined && (
                <span className="font-mono text-xs break-all text-soft" data-exact>
                  exactly {fraction.replace('-', '−')} {unit}
                </span>
              )}
            </h3>
            <ul>
              {waysTo(worksheet, quantity, id).map((way, i) => (
                <li key={i} className="mt-1.5">
                  <p className="flex flex-wrap items-center gap-x-2 text-xs text-soft">
                    {wordSentence(way.name)}
                    {i === 0 && quantity !== 'power' && ' (shown in the valley)'}
                    {way.choice !== null && (
                      <button
                        type="button"
                        className="min-h-6 rounded border border-edge px-1.5 text-ink hover:bg-chosen-wash"
                        onClick={() => chooseWay(`${symbol} ${elementKey(worksheet, id)}`, way.choice as string)}
                      >
                        find it this way
                      </button>
                    )}
                  </p>
                  {way.formulas.map((formula, k) => (
                    <Line key={k} formula={formula} work={k === way.formulas.length - 1 ? way.work : undefined} />
                  ))}
                  <RoundedWay worksheet={worksheet} way={way.found} />
                </li>
              ))}
            </ul>
          </section>
        )
      })}
      {check && into !== null && (
        <section className="border-t border-line pt-2">
          <h3 className="text-xs text-soft">
            {worksheet.elements[into].made?.kind === 'series' ? 'its drop takes part in' : 'its current takes part in'}
          </h3>
          <CheckLine worksheet={worksheet} step={into} formula={check} />
        </section>
      )}
    </>
  )
}

/** What a meter shows, and what tells it. */
function Reading({ worksheet, part }: { readonly worksheet: Worksheet; readonly part: number }) {
  const { figures } = useSettings().settings
  const { derivation, network } = worksheet
  const reading = derivation.readings.find((it) => it.part === part)
  if (!reading) return null
  const line = derivation.lines[reading.line]
  const { name, formulas, work } = explainLine(worksheet, reading.line)
  const fraction = line.amount ? exactText(line.amount) : undefined
  return (
    <>
      <h2 className="mb-2 font-mono font-semibold">
        {network.parts[part].name} shows {line.amount && barred(shownText(line.amount, unitOfLine(line), figures))}
      </h2>
      {fraction !== undefined && (
        <p className="font-mono text-xs break-all text-soft" data-exact>
          exactly {fraction.replace('-', '−')} {unitOfLine(line)}
        </p>
      )}
      <p className="mt-1.5 text-xs text-soft">{wordSentence(name)}</p>
      {formulas.map((formula, i) => (
        <Line key={i} formula={formula} work={i === formulas.length - 1 ? work : undefined} />
      ))}
    </>
  )
}
