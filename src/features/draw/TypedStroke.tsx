import type { NetworkDocument } from '@/core/network'
import type { Place } from '@/core/drawing'
import { freeName, letterOf, placeOf, strokeText, type Stroke, type StrokeMeaning } from '@/core/sketch'
import type { Size } from './useView'
import { ValueField } from './ValueField'
import { toScreen, type View } from './view'

/** Where a value is typed: at a new stroke, or at a part that is there. */
export interface Typing {
  readonly stroke: Stroke
  readonly part?: string
}

interface Props {
  readonly typing: Typing
  readonly document: NetworkDocument
  readonly view: View
  readonly size: Size
  readonly onDone: (meaning: StrokeMeaning & { ok: true }, name: string | null) => void
  readonly onCancel: () => void
  /** The stroke is drawn on. */
  readonly onExtend: (stroke: Stroke) => void
}

/** The field of a stroke, beside its end; that of a part beside its middle. */
export function TypedStroke({ typing, document, view, size, onDone, onCancel, onExtend }: Props) {
  const { stroke, part } = typing
  const [from, to] = stroke
  const taken = (name: string) => document.parts.some((other) => other.name === name && name !== part)
  const before = document.parts.find(({ name }) => name === part)
  return (
    <div className="absolute z-20" style={besides(toScreen(view, placeOfField(typing)), size)}>
      <ValueField
        key={part ?? 'new'}
        text={before ? strokeText(before) : ''}
        nameOf={(kind) => part ?? freeName(document, letterOf(kind))}
        taken={taken}
        onDone={onDone}
        onCancel={onCancel}
        onExtend={part === undefined ? (x, y) => onExtend([from, { x: to.x + x, y: to.y + y }]) : undefined}
      />
    </div>
  )
}

function placeOfField({ stroke, part }: Typing): Place {
  const [a, b] = stroke.map(placeOf)
  return part === undefined ? b : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** To the right of a place, or below it where there is no room, and always inside the board. */
function besides({ x, y }: Place, { width, height }: Size) {
  const [wide, high] = [248, 72]
  const right = x + 14 + wide <= width
  return {
    left: Math.max(4, right ? x + 14 : Math.min(x - wide / 2, width - wide)),
    top: Math.max(4, Math.min(right ? y - 24 : y + 18, height - high)),
  }
}
