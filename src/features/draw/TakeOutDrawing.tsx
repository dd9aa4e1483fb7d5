import { drawnInk, type BoardPicture } from '@/core/entry'
import type { Shape } from '@/core/picture'
import type { Worksheet } from '@/core/worksheet'
import { downloadBlob, fileName } from '@/ui/download'
import { MenuItem } from '@/ui/MenuItem'
import { useSettings } from '@/ui/settings'
import { toast } from '@/ui/toast'
import { stretchedInk } from './Stage'
import type { DrawnBoard } from './useBoard'

/** The items of the menu by which a drawing is taken out: as a picture, on paper, and what is traced below it. */
export function TakeOutDrawing({
  title,
  picture,
  drawn,
  marks,
  over,
  stretched,
  traced,
}: {
  readonly title: string | undefined
  readonly picture: BoardPicture
  readonly drawn: Pick<DrawnBoard, 'nodeOf' | 'zero'>
  /** A word of trouble by part. */
  readonly marks: ReadonlyMap<string, string>
  /** What lies over the drawing. */
  readonly over: readonly Shape[]
  /** Where the sheet is shown instead of the drawing. */
  readonly stretched: Worksheet | null
  /** The picture that is traced. */
  readonly traced: string | undefined
}) {
  const { settings } = useSettings()
  const name = title || 'network'
  const shown = stretched ? 'Stretched sheet' : 'Drawing'
  const saveDrawing = async (kind: 'svg' | 'png') => {
    if (picture.parts.length === 0) return void toast.error('Nothing is drawn yet')
    const { savePicture } = await import('@/ui/savePicture')
    const ink = stretched
      ? stretchedInk(stretched, settings)
      : drawnInk(picture, {
          symbols: settings.symbols,
          description: `${title || 'The network'} as it was drawn`,
          ...drawn,
          marks,
          over,
        })
    await savePicture(ink, kind, fileName(`${name} ${stretched ? 'stretched' : 'drawing'}`, ''))
  }
  const saveTraced = async (file: string) => {
    const answer = await fetch(`/api/pictures/${file}`).catch(() => null)
    if (answer?.ok) downloadBlob(fileName(`${name} picture`, '.webp'), await answer.blob())
    else toast.error('The picture is not on this machine')
  }
  return (
    <>
      <MenuItem onSelect={() => void saveDrawing('svg')} text={`${shown} (SVG)`} />
      <MenuItem onSelect={() => void saveDrawing('png')} text={`${shown} (PNG)`} />
      {traced !== undefined && <MenuItem onSelect={() => void saveTraced(traced)} text="The traced picture" />}
      <MenuItem onSelect={() => setTimeout(() => print())} text="Print the drawing" />
    </>
  )
}
