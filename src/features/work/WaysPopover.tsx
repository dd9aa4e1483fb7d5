import { Popover } from 'radix-ui'
import { X } from 'lucide-react'
import { useMemo } from 'react'
import { explainRowUp, explainWays, keyOf, type Worksheet } from '@/core'
import { wordSentence, type Explained } from '@/core/explain'
import { equalText, shownText } from '@/core/quantity'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import { CheckLine } from './CheckLine'
import { Line } from './Line'
import { RoundedWay } from './Rounded'

/** An element whose values were asked for, and where. */
export interface Asked {
  readonly id: number
  readonly anchor: Element
}

const quantities = [
  { quantity: 'voltage', symbol: 'V', unit: 'V' },
  { quantity: 'current', symbol: 'I', unit: 'A' },
  { quantity: 'power', symbol: 'P', unit: 'W' },
] as const

/** Everything about an element's values: exact fraction, every way to find them, and the check they take part in. */
export function WaysPopover({
  worksheet,
  asked,
  onClose,
}: {
  readonly worksheet: Worksheet
  readonly asked: Asked | null
  readonly onClose: () => void
}) {
  const anchor = useMemo(() => ({ current: asked?.anchor ?? null }), [asked])
  return (
    <Popover.Root open={asked !== null} onOpenChange={(open) => open || onClose()}>
      {asked && <Popover.Anchor virtualRef={anchor as React.RefObject<Element>} />}
      <Popover.Portal>
        <Popover.Content
          aria-label="Ways to these values"
          sideOffset={6}
          collisionPadding={12}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            if (asked?.anchor instanceof SVGElement || asked?.anchor instanceof HTMLElement) asked.anchor.focus()
          }}
          className="z-40 max-h-[70vh] w-[min(30rem,92vw)] overflow-auto rounded-lg border border-edge bg-panel p-4 shadow-xl"
        >
          {asked && <Ways worksheet={worksheet} id={asked.id} />}
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
  const element: Explained | undefined = worksheet.elements[id]
  const into = worksheet.reduction.into[id]
  if (!element) return null
  const up = into >= 0 ? explainRowUp(worksheet, into - worksheet.reduction.leaves.length) : null
  return (
    <>
      <h2 className="mb-2 font-mono font-semibold">
        {element.name} · {shownText(element.resistance, 'Ω', figures)}
      </h2>
      {quantities.map(({ quantity, symbol, unit }) => {
        const value = element[quantity]
        const fraction = value?.exact ?? value?.root
        return (
          <section key={quantity} className="border-t border-line py-2">
            <h3 className="flex flex-wrap items-baseline gap-x-3">
              <span className="font-mono font-semibold">
                {symbol} {value ? equalText(value, unit, figures) : '= undefined: zero ohms side by side'}
              </span>
              {fraction !== undefined && (
                <span className="font-mono text-xs break-all text-soft" data-exact>
                  exactly {fraction.replace('-', '−')} {unit}
                </span>
              )}
            </h3>
            <ul>
              {explainWays(worksheet, id, quantity).map(({ name, formula, work, way, taste }, i) => (
                <li key={i} className="mt-1.5">
                  <p className="flex flex-wrap items-center gap-x-2 text-xs text-soft">
                    {wordSentence(name)}
                    {i === 0 && quantity !== 'power' && ' (shown in the valley)'}
                    {i > 0 && taste !== null && (
                      <button
                        type="button"
                        className="min-h-6 rounded border border-edge px-1.5 text-ink hover:bg-chosen-wash"
                        onClick={() => chooseWay(`${symbol} ${keyOf(worksheet, id)}`, taste)}
                      >
                        find it this way
                      </button>
                    )}
                  </p>
                  <Line formula={formula} work={work} />
                  <RoundedWay worksheet={worksheet} id={id} quantity={quantity} way={way} />
                </li>
              ))}
            </ul>
          </section>
        )
      })}
      {up?.check && (
        <section className="border-t border-line pt-2">
          <h3 className="text-xs text-soft">
            {worksheet.reduction.steps[into - worksheet.reduction.leaves.length].kind === 'series'
              ? 'its drop takes part in'
              : 'its current takes part in'}
          </h3>
          <CheckLine worksheet={worksheet} step={into - worksheet.reduction.leaves.length} formula={up.check} />
        </section>
      )}
    </>
  )
}
