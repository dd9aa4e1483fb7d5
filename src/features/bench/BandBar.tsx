import clsx from 'clsx'
import type { LogRow } from '@/ui/bench/laid'
import { bandText } from '@/ui/bench/words'

/** How far beyond its band a row still shows a reading, as a part of the band's width. */
const beyond = 0.55
const width = 180

/** Where a reading must fall, and where it did: the wide band with marked values, the narrow one as it was built. */
export function BandBar({ row: { band, built, value, judged, measurement } }: { readonly row: LogRow }) {
  if (!band) return <span className="text-xs text-soft">nothing is known of it</span>
  const text = bandText(band, measurement.quantity)
  const wide = band.max - band.min
  const place = (at: number) => ((at - band.min + beyond * wide) / (wide * (1 + 2 * beyond))) * width
  const inside = (at: number) => Math.max(0, Math.min(width, place(at)))
  const isDrawn = Number.isFinite(wide) && wide > 0
  const mark = value === null || !isDrawn ? null : place(value)
  const tone = judged?.verdict === 'agrees' ? 'fill-holds stroke-holds' : 'fill-trouble stroke-trouble'
  return (
    <span className="grid justify-items-center">
      {isDrawn && (
        <svg aria-hidden viewBox={`0 0 ${width} 15`} className="w-full max-w-56" height={15}>
          <line x1={0} x2={width} y1={7.5} y2={7.5} className="stroke-line" strokeWidth={1.5} />
          <rect
            x={place(band.min)}
            y={2.5}
            width={place(band.max) - place(band.min)}
            height={10}
            rx={5}
            className="fill-reduce-wash stroke-reduce"
          />
          {built && (
            <rect
              x={inside(built.min)}
              y={5}
              width={Math.max(2, inside(built.max) - inside(built.min))}
              height={5}
              rx={2.5}
              className="fill-reduce opacity-45"
            />
          )}
          {mark !== null &&
            (mark < 0 ? (
              <path d="M7,2 l-5,5.5 l5,5.5" className={clsx('fill-none', tone)} strokeWidth={2.4} />
            ) : mark > width ? (
              <path d={`M${width - 7},2 l5,5.5 l-5,5.5`} className={clsx('fill-none', tone)} strokeWidth={2.4} />
            ) : (
              <rect x={mark - 1.4} y={0} width={2.8} height={15} className={tone} />
            ))}
        </svg>
      )}
      <span className="font-mono text-xs text-soft">
        {band.atLeast && 'at least '}
        {text}
      </span>
    </span>
  )
}
