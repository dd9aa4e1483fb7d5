import clsx from 'clsx'
import { Maximize, Minus, Plus } from 'lucide-react'
import { Button } from '@/ui/Button'

/** Zoom for those without a wheel. */
export function ZoomButtons({
  zoom,
  fitAll,
  className,
}: {
  readonly zoom: (factor: number) => void
  readonly fitAll: () => void
  readonly className: string
}) {
  return (
    <div className={clsx('gap-1 print:hidden', className)} role="group" aria-label="Zoom">
      <Button tip="Zoom out" keys="o" aria-label="Zoom out" onClick={() => zoom(1 / zoomStep)}>
        <Minus size={15} aria-hidden />
      </Button>
      <Button tip="Zoom in" keys="i" aria-label="Zoom in" onClick={() => zoom(zoomStep)}>
        <Plus size={15} aria-hidden />
      </Button>
      <Button tip="Show the whole drawing" keys="z" aria-label="Show the whole drawing" onClick={fitAll}>
        <Maximize size={15} aria-hidden />
      </Button>
    </div>
  )
}

/** How much one press zooms. */
export const zoomStep = 1.25
