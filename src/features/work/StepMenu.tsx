import { Popover } from 'radix-ui'
import { useMemo } from 'react'
import type { Row, Side, Worksheet } from '@/core/worksheet'
import { Button } from '@/ui/Button'
import type { StepFormat } from '@/ui/files/copyStep'
import { useSettings } from '@/ui/settings'
import { tooLargeToDraw } from './RowSide'
import { noClipboard, toast } from '@/ui/toast'

const formats = [
  { format: 'text', name: 'as text' },
  { format: 'latex', name: 'as LaTeX' },
  { format: 'picture', name: 'its sheet as a picture' },
] as const

const sideNames: Readonly<Record<Side, string>> = { reduce: 'Reducing', expand: 'Expanding' }

/** What can be done with one row: each side of it copied. */
export function StepMenu({
  worksheet,
  row,
  anchor: at,
  sides,
  onClose,
}: {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly anchor: Element
  readonly sides: readonly Side[]
  readonly onClose: () => void
}) {
  const { figures, symbols, form, flow } = useSettings().settings
  const anchor = useMemo(() => ({ current: at }), [at])
  const copy = async (side: Side, format: StepFormat) => {
    onClose()
    try {
      const { copyStep } = await import('@/ui/files/copyStep')
      await copyStep(worksheet, row, side, format, { figures, symbols, form, electrons: flow === 'electron' })
      toast.success('It is on the clipboard')
    } catch (error) {
      const isLarge = error instanceof Error && error.message.includes('too large')
      toast.error(isLarge ? tooLargeToDraw : noClipboard)
    }
  }
  return (
    <Popover.Root open onOpenChange={(open) => open || onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          aria-label={`Copy sheet ${row.number}`}
          sideOffset={6}
          collisionPadding={12}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            if (at instanceof HTMLElement) at.focus()
          }}
          className="z-40 grid gap-2 rounded-lg border border-edge bg-panel p-3 shadow-xl"
        >
          <p className="font-semibold">Copy sheet {row.number}</p>
          {sides.map((side) => (
            <div key={side} role="group" aria-label={sideNames[side]} className="flex flex-wrap items-center gap-1.5">
              <span className="w-20 text-soft">{sideNames[side]}</span>
              {formats.map(({ format, name }) => (
                <Button key={format} onClick={() => void copy(side, format)}>
                  {name}
                </Button>
              ))}
            </div>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
