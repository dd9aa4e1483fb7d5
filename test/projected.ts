import type { Projection } from '@/core/entry'

/** Where a projective map takes a place. */
export function project(
  [a, b, c, d, e, f, g, h, i]: Projection,
  { x, y }: { readonly x: number; readonly y: number },
): { readonly x: number; readonly y: number } {
  const w = g * x + h * y + i
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w }
}
