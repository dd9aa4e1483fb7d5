import { Copy, FlipHorizontal2, Pencil, RotateCw, Spline, Trash2 } from 'lucide-react'
import type { PartDocument } from '@/core/network'
import { isPlaceholder } from '@/core/entry'
import { Button } from '@/ui/Button'
import type { ChosenParts } from './useChosen'

interface Props {
  readonly parts: ChosenParts
  readonly chosen: readonly PartDocument[]
  readonly onEdit: (name: string) => void
}

/** What can be done with the chosen parts; every one has its key too. */
export function SelectionBar({ parts, chosen, onEdit }: Props) {
  const { turn, flip, duplicate, placeholder, remove } = parts
  const [first] = chosen
  const single = chosen.length === 1
  const swap =
    single && first.kind === 'wire'
      ? 'Make it a 0 Ω placeholder'
      : single && isPlaceholder(first)
        ? 'Make it a wire'
        : null
  return (
    <div
      role="toolbar"
      aria-label="Chosen parts"
      data-own
      className="flex flex-wrap items-center gap-1 border-line bg-panel p-1 max-lg:border-t lg:absolute lg:top-2 lg:left-2 lg:max-w-[calc(100%-1rem)] lg:rounded-lg lg:border lg:shadow-md print:hidden"
    >
      <span className="px-2 font-medium">{single ? first.name : `${chosen.length} parts`}</span>
      {single && (
        <Button
          look="plain"
          tip="Edit value and name"
          keys="enter"
          aria-label="Edit value and name"
          onClick={() => onEdit(first.name)}
        >
          <Pencil size={15} aria-hidden />
        </Button>
      )}
      <Button look="plain" tip="Turn by a quarter" keys="r" aria-label="Turn by a quarter" onClick={turn}>
        <RotateCw size={15} aria-hidden />
      </Button>
      <Button look="plain" tip={single ? 'Change its ends' : 'Flip'} keys="x" aria-label="Flip" onClick={flip}>
        <FlipHorizontal2 size={15} aria-hidden />
      </Button>
      <Button look="plain" tip="Duplicate" keys="mod+d" aria-label="Duplicate" onClick={duplicate}>
        <Copy size={15} aria-hidden />
      </Button>
      {swap !== null && (
        <Button look="plain" tip={swap} onClick={placeholder}>
          <Spline size={15} aria-hidden /> {swap === 'Make it a wire' ? 'wire' : '0 Ω'}
        </Button>
      )}
      <Button look="plain" tip="Delete" keys="delete" aria-label="Delete what is chosen" onClick={() => remove()}>
        <Trash2 size={15} aria-hidden />
      </Button>
    </div>
  )
}
