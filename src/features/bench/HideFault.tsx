import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'

/** Hides a fault, two, or none on the stand-in: another bench, built anew. */
export function HideFault({
  open,
  onClose,
  hasReadings,
  onHide,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly hasReadings: boolean
  readonly onHide: (faults: 0 | 1 | 2) => void
}) {
  return (
    <Dialog title="Build the stand-in anew" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <p className="mb-2">
        Every resistor is drawn afresh within its tolerance. A fault may be hidden: a part open or shorted, a value
        misread, two parts swapped, a bad joint, or a bridge between neighbouring nodes. Measure, and say what it is.
      </p>
      {hasReadings && (
        <p className="mb-2 text-soft">The readings of this run are of the bench as it is: a new run is begun.</p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => onHide(1)}>
          Hide a fault
        </Button>
        <Button onClick={() => onHide(2)}>Hide two</Button>
        <Button onClick={() => onHide(0)}>Build it right</Button>
      </div>
    </Dialog>
  )
}
