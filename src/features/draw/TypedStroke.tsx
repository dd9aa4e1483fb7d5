import type { PointerEvent } from 'react'
import type { NetworkDocument } from '@/core/network'
import type { Coordinates } from '@/core/picture'
import { freeName, letterOf, placeOf, strokeText, type Stroke, type StrokeMeaning } from '@/core/entry'
import type { Size } from './useView'
import { ValueField } from './ValueField'
import { toScreen, type View } from './view'

/** Where a value is typed: at a new stroke, or at a part that is there. */
export interface Typing {
  readonly stroke: Stroke
  readonly part?: string
  /** The ends of a new stroke join no lines. */
  readonly past?: boolean
  /** What was typed already. */
  readonly first?: string
  /** Tells this field from the one before it. */
  readonly field: number
}

interface Props {
  readonly typing: Typing
  readonly document: NetworkDocument
  readonly view: View
  readonly size: Size
  readonly onDone: (meaning: StrokeMeaning & { ok: true }, name: string | null, left: boolean) => void
  readonly onLeftWrong: (typed: string, name: string | null) => void
  readonly onCancel: () => void
  /** The stroke is drawn on. */
  readonly onExtend: (step: readonly [number, number], leap: boolean) => void
}

/** The field of a stroke, beside its end; that of a part beside its middle. */
export function TypedStroke({ typing, document, view, size, onExtend, ...rest }: Props) {
  const { part, first, field } = typing
  const taken = (name: string) => document.parts.some((other) => other.name === name && name !== part)
  const before = document.parts.find(({ name }) => name === part)
  return (
    <div
      className="absolute z-20 touch-none"
      style={besides(toScreen(view, placeOfField(typing)), size)}
      onPointerDown={dragThrough}
    >
      <ValueField
        key={field}
        text={before ? strokeText(before) : ''}
        first={first}
        nameOf={(kind) => part ?? freeName(document, letterOf(kind))}
        taken={taken}
        onExtend={part === undefined ? onExtend : undefined}
        {...rest}
      />
    </div>
  )
}

/** How far a press on the field may move and still mean the field, in pixels. */
const shake = 6

/** The field is no obstacle to strokes: one that is begun on it is drawn on what lies below. */
function dragThrough(down: PointerEvent<HTMLElement>): void {
  const board = down.currentTarget.parentElement?.querySelector('[role=application]')
  const { pointerId, pointerType, clientX, clientY, altKey } = down
  if (!board || down.button !== 0) return
  const stop = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', stop)
  }
  const move = (event: globalThis.PointerEvent) => {
    if (event.pointerId !== pointerId || Math.hypot(event.clientX - clientX, event.clientY - clientY) < shake) return
    stop()
    const under = document.elementsFromPoint(clientX, clientY).find((element) => board.contains(element))
    const begun = { bubbles: true, cancelable: true, pointerId, pointerType, clientX, clientY, altKey, button: 0 }
    under?.dispatchEvent(new window.PointerEvent('pointerdown', begun))
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', stop)
}

function placeOfField({ stroke, part }: Typing): Coordinates {
  const [a, b] = stroke.map(placeOf)
  return part === undefined ? b : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** To the right of a place, or below it where there is no room, and always inside the board. */
function besides({ x, y }: Coordinates, { width, height }: Size) {
  const [wide, high] = [248, 72]
  const right = x + 14 + wide <= width
  return {
    left: Math.max(4, right ? x + 14 : Math.min(x - wide / 2, width - wide)),
    top: Math.max(4, Math.min(right ? y - 24 : y + 18, height - high)),
  }
}
