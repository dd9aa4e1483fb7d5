import type { Box, Coordinates } from '@/core/picture'
import { pitch, type Peg } from '@/core/entry'

/** What of the board is seen: a place (x, y) of the board stands at zoom · (x, y) + shift on the screen. */
export interface View {
  readonly zoom: number
  readonly shift: Coordinates
}

const leastZoom = 0.15
const mostZoom = 4

export function toBoard({ zoom, shift }: View, screen: Coordinates): Coordinates {
  return { x: (screen.x - shift.x) / zoom, y: (screen.y - shift.y) / zoom }
}

export function toScreen({ zoom, shift }: View, place: Coordinates): Coordinates {
  return { x: place.x * zoom + shift.x, y: place.y * zoom + shift.y }
}

/** The view zoomed by a factor, the board's place under `screen` staying there. */
export function zoomAt(view: View, factor: number, screen: Coordinates): View {
  const zoom = Math.min(mostZoom, Math.max(leastZoom, view.zoom * factor))
  const { x, y } = toBoard(view, screen)
  return { zoom, shift: { x: screen.x - x * zoom, y: screen.y - y * zoom } }
}

export function panBy(view: View, by: Coordinates): View {
  return { ...view, shift: { x: view.shift.x + by.x, y: view.shift.y + by.y } }
}

/** The view in which a whole box is seen, not enlarged: in the middle, or near the top left corner if it is small. */
export function fit(box: Box, width: number, height: number): View {
  const zoom = Math.max(leastZoom, Math.min(1, (width - 16) / box.width, (height - 16) / box.height))
  const place = (from: number, long: number, room: number) =>
    (zoom * long < room / 2 ? Math.min(room / 4, 3 * pitch) : (room - zoom * long) / 2) - zoom * from
  return { zoom, shift: { x: place(box.x, box.width, width), y: place(box.y, box.height, height) } }
}

/** The view moved just so far that a place is seen, with some air. */
export function bringIn(view: View, place: Coordinates, width: number, height: number): View {
  const air = 60
  const { x, y } = toScreen(view, place)
  const by = (at: number, size: number) => (at < air ? air - at : at > size - air ? size - air - at : 0)
  const shift = { x: by(x, width), y: by(y, height) }
  return shift.x === 0 && shift.y === 0 ? view : panBy(view, shift)
}

/**
 * How far the board pans in one frame while the pointer drags at its edge, in pixels; null away from the edges. What was
 * begun near an edge pans only once it is led nearer.
 *
 * @param from where the dragging began
 */
export function edgePull({ x, y }: Coordinates, from: Coordinates, width: number, height: number): Coordinates | null {
  const [widest, most] = [28, 9]
  const pull = (at: number, began: number, size: number) => {
    const [inside, insideAtFirst] = at < size / 2 ? [at, began] : [size - at, size - began]
    const edge = Math.min(widest, insideAtFirst - 4)
    if (inside >= edge) return 0
    return (at < size / 2 ? 1 : -1) * most * Math.min(1, (edge - inside) / widest)
  }
  const by = { x: pull(x, from.x, width), y: pull(y, from.y, height) }
  return by.x === 0 && by.y === 0 ? null : by
}

/** The peg nearest to a place of the board. */
export function nearestPeg({ x, y }: Coordinates): Peg {
  return { x: Math.round(x / pitch), y: Math.round(y / pitch) }
}
