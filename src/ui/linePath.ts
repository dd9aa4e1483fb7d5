import { hopRadius, type Vertex } from '@/core/entry'

/** A line as an SVG path; over a hop it makes an arc. */
export function pathOf(vertices: readonly Vertex[]): string {
  return vertices
    .map((vertex, i) => {
      if (i === 0) return `M${vertex.x},${vertex.y}`
      if (!vertex.hop) return `L${vertex.x},${vertex.y}`
      const before = vertices[i - 1]
      const long = Math.hypot(vertex.x - before.x, vertex.y - before.y) || 1
      const [dx, dy] = [((vertex.x - before.x) / long) * hopRadius, ((vertex.y - before.y) / long) * hopRadius]
      // The arc bulges upwards, or to the right of what stands upright.
      const sweep = dx > 0 || (dx === 0 && dy < 0) ? 1 : 0
      return `L${vertex.x - dx},${vertex.y - dy}A${hopRadius},${hopRadius} 0 0 ${sweep} ${vertex.x + dx},${vertex.y + dy}`
    })
    .join('')
}
