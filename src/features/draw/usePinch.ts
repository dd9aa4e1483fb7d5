import { useRef } from 'react'
import type { Coordinates } from '@/core/picture'
import { panBy, zoomAt, type View } from './view'

/** What two fingers, or the middle button, do with the view. Each answers whether the pointer is taken up by that. */
interface Pinch {
  readonly down: (pointer: number, at: Coordinates, pans: boolean) => boolean
  readonly move: (pointer: number, at: Coordinates) => boolean
  readonly up: (pointer: number) => boolean
}

/** Two pointers zoom and pan the board; one that pans does so alone. */
export function usePinch(onView: (change: (view: View) => View) => void): Pinch {
  const pointers = useRef(new Map<number, Coordinates>())
  const panning = useRef<number | null>(null)
  return {
    down: (pointer, at, pans) => {
      pointers.current.set(pointer, at)
      if (pans) panning.current = pointer
      return pans || pointers.current.size > 1
    },
    move: (pointer, at) => {
      const before = pointers.current.get(pointer)
      if (!before) return false
      const [other] = [...pointers.current].filter(([id]) => id !== pointer).map(([, place]) => place)
      pointers.current.set(pointer, at)
      if (panning.current === pointer) {
        onView((view) => panBy(view, { x: at.x - before.x, y: at.y - before.y }))
        return true
      }
      if (!other) return false
      const far = (place: Coordinates) => Math.max(20, Math.hypot(place.x - other.x, place.y - other.y))
      const middle = { x: (at.x + other.x) / 2, y: (at.y + other.y) / 2 }
      onView((view) =>
        panBy(zoomAt(view, far(at) / far(before), middle), { x: (at.x - before.x) / 2, y: (at.y - before.y) / 2 }),
      )
      return true
    },
    up: (pointer) => {
      const several = pointers.current.size > 1
      pointers.current.delete(pointer)
      const panned = panning.current === pointer
      if (panned) panning.current = null
      return panned || several
    },
  }
}
