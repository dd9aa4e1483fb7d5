import { Lock, LockOpen, Minus, Plus, RotateCcw, RotateCw, Trash2 } from 'lucide-react'
import { turnCorners } from '@/core/entry'
import type { Trace } from '@/core/network'
import { Button } from '@/ui/Button'

/** What is done with the picture under the drawing. */
export function TraceBar({
  trace,
  onChange,
  onTakeOut,
  onAnother,
}: {
  readonly trace: Trace
  readonly onChange: (some: Partial<Trace>, of: string) => void
  readonly onTakeOut: () => void
  readonly onAnother: () => void
}) {
  const { corners, fade, locked } = trace
  const turn = (degrees: number) => onChange({ corners: turnCorners(corners, degrees) }, 'turned')
  const scale = (by: number) => onChange({ corners: turnCorners(corners, 0, by) }, 'scaled')
  return (
    <section
      aria-label="Picture to trace"
      className="flex flex-wrap items-center gap-1.5 border-t border-line bg-panel px-3 py-1.5 print:hidden"
    >
      <label className="flex items-center gap-2">
        faded
        <input
          type="range"
          min={0}
          max={0.9}
          step={0.05}
          value={fade}
          onChange={(event) => onChange({ fade: Number(event.target.value) }, 'faded')}
          className="w-28"
        />
      </label>
      {!locked && (
        <>
          <span className="ml-2 text-soft max-lg:hidden">drag it to move it, its corners to straighten it</span>
          <Button aria-label="Turn left by one degree" tip="Turn left by 1°" onClick={() => turn(-1)}>
            <RotateCcw size={15} aria-hidden /> 1°
          </Button>
          <Button aria-label="Turn right by one degree" tip="Turn right by 1°" onClick={() => turn(1)}>
            <RotateCw size={15} aria-hidden /> 1°
          </Button>
          <Button aria-label="Turn right by a quarter" tip="Turn right by 90°" onClick={() => turn(90)}>
            <RotateCw size={15} aria-hidden /> 90°
          </Button>
          <Button aria-label="Smaller" tip="Smaller" onClick={() => scale(1 / 1.05)}>
            <Minus size={15} aria-hidden />
          </Button>
          <Button aria-label="Larger" tip="Larger" onClick={() => scale(1.05)}>
            <Plus size={15} aria-hidden />
          </Button>
        </>
      )}
      <Button look={locked ? 'outlined' : 'strong'} onClick={() => onChange({ locked: !locked }, 'locked')}>
        {locked ? <LockOpen size={15} aria-hidden /> : <Lock size={15} aria-hidden />}
        {locked ? 'Adjust it' : 'Lock it, and draw over it'}
      </Button>
      <Button onClick={onAnother}>Another picture</Button>
      <Button onClick={onTakeOut}>
        <Trash2 size={15} aria-hidden /> Take it out
      </Button>
    </section>
  )
}
