import type { Picture } from '@/core/picture'

/** The ideal wire of a stretched sheet, and the dots where three or more ends meet. */
export function Wires({ picture: { lines, dots } }: { readonly picture: Pick<Picture, 'lines' | 'dots'> }) {
  return (
    <>
      <path
        d={lines.map(({ points }) => `M${points.map(({ x, y }) => `${x},${y}`).join('L')}`).join('')}
        className="fill-none stroke-ink"
        strokeWidth={1.5}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
      {dots.map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r={2.6} className="fill-ink" />
      ))}
    </>
  )
}
