import type { ReactNode } from 'react'
import type { CurrentPath } from '@/core/picture'
import clsx from 'clsx'
import { Maximize, Minus, Plus } from 'lucide-react'
import { Checkbox } from '@/ui/controls'
import { Button } from '@/ui/Button'

/** Whether the current's path is shown, and which way it is told. */
export type Tracing = 'off' | 'conventional' | 'electrons'

interface Props {
  readonly tracing: Tracing
  readonly onTrace: (tracing: Tracing) => void
  readonly path: CurrentPath | null
  readonly bridge: boolean
  /** What is pointed at. */
  readonly spoken: string
  /** The zoom, where it does not stand on the board. */
  readonly zoom: ReactNode
}

/** The line below the board: how to draw or what the arrows say, and what is pointed at. */
export function BoardFooter({ tracing, onTrace, path, bridge, spoken, zoom }: Props) {
  return (
    <footer className="flex min-h-9 flex-wrap items-center gap-x-4 border-t border-line bg-panel px-4 py-1 text-soft lg:h-12 lg:flex-nowrap print:hidden">
      <p id="board-hint" className="min-w-0">
        {tracing === 'off' ? (
          <>
            Draw a stroke, then type: <b className="font-mono">4k7</b> resistor · <b className="font-mono">R</b> without
            a value · <b className="font-mono">12V</b> source, + first · <b className="font-mono">A V</b> meters ·{' '}
            <b className="font-mono">Enter</b> wire · <b className="font-mono">0</b> placeholder ·{' '}
            <b className="font-mono">?</b> terminals
          </>
        ) : (
          <>
            {pathText(path, bridge, tracing === 'electrons')}
            <Checkbox
              className="ml-3 text-ink"
              isOn={tracing === 'electrons'}
              onChange={(isOn) => onTrace(isOn ? 'electrons' : 'conventional')}
            >
              electron flow
            </Checkbox>
          </>
        )}
      </p>
      <p role="status" className="ml-auto max-w-[45%] shrink-0 truncate">
        {spoken}
      </p>
      {zoom}
    </footer>
  )
}

function pathText(path: CurrentPath | null, bridge: boolean, electrons: boolean): string {
  if (path)
    return `Arrows show the way from ${electrons ? '− back to +' : '+ back to −'}; at the rings it splits or joins again.`
  return bridge
    ? 'Which way the current crosses a bridge depends on the values: other methods are needed.'
    : 'No current flows.'
}

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
