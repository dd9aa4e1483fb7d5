import { Image as ImageIcon, MoveHorizontal, Route } from 'lucide-react'
import type { ReactNode } from 'react'
import { SwitchButton } from '@/ui/Button'
import { TakeOut } from '@/ui/network/TakeOut'

/** What is done with the whole drawing. */
export function DrawActions({
  tracing,
  onTrace,
  stretched,
  onStretch,
  hasPicture,
  onPicture,
  children,
}: {
  readonly tracing: boolean
  readonly onTrace: () => void
  readonly stretched: boolean
  readonly onStretch: () => void
  /** A picture lies under the drawing. */
  readonly hasPicture: boolean
  readonly onPicture: () => void
  /** What of it can be taken out. */
  readonly children: ReactNode
}) {
  return (
    <>
      <SwitchButton tip="Current’s path: arrows from + through the network" keys="c" isOn={tracing} onClick={onTrace}>
        <Route size={16} aria-hidden /> <span className="max-sm:sr-only">Current’s path</span>
      </SwitchButton>
      <SwitchButton
        tip={stretched ? 'Back to the drawing' : 'Unfold it from + at the left to − at the right'}
        keys="s"
        isOn={stretched}
        onClick={onStretch}
      >
        <MoveHorizontal size={16} aria-hidden /> <span className="max-sm:sr-only">Stretch</span>
      </SwitchButton>
      <SwitchButton
        tip={hasPicture ? 'Settings of the picture' : 'Put a photograph or a scan under the drawing, and trace it'}
        keys="t"
        isOn={hasPicture}
        onClick={onPicture}
      >
        <ImageIcon size={16} aria-hidden /> <span className="max-sm:sr-only">Picture</span>
      </SwitchButton>
      <TakeOut>{children}</TakeOut>
    </>
  )
}
