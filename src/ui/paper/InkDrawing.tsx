import { barred } from '../Barred'
import { placesText } from '../symbols'
import type { Filling, Ink, Shape } from '@/core/report'

const fillings: Readonly<Record<Filling, string>> = { white: '#ffffff', grey: '#ededed', black: '#000000' }

/** On a narrow screen a drawing is not made smaller than can be read, but scrolled; on paper it is always whole. */
const leastScale = 0.6
const mostKept = 560

/** A drawing in black on white, no wider than it was drawn. */
export function InkDrawing({ ink: { box, shapes, description } }: { readonly ink: Ink }) {
  return (
    <svg
      role="img"
      aria-label={description}
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      width={box.width}
      className="block h-auto max-w-full font-mono print:!min-w-0"
      style={{ minWidth: Math.min(box.width * leastScale, mostKept) }}
    >
      {shapes.map((shape, i) => (
        <Drawn key={i} shape={shape} />
      ))}
    </svg>
  )
}

function Drawn({ shape }: { readonly shape: Shape }) {
  switch (shape.shape) {
    case 'line': {
      const look = {
        points: placesText(shape.places),
        ...paint(shape),
        strokeLinejoin: 'round',
        strokeLinecap: shape.blunt ? 'butt' : 'round',
      } as const
      return shape.closed ? <polygon {...look} /> : <polyline {...look} />
    }
    case 'box': {
      const { x, y, width, height, radius } = shape
      return <rect x={x} y={y} width={width} height={height} rx={radius} {...paint(shape)} />
    }
    case 'circle':
      return <circle cx={shape.x} cy={shape.y} r={shape.radius} {...paint(shape)} />
    case 'word': {
      const { x, y, anchor, size, bold, text } = shape
      return (
        <text x={x} y={y} textAnchor={anchor} fontSize={size} fontWeight={bold ? 600 : undefined}>
          {barred(text, 'tspan')}
        </text>
      )
    }
  }
}

function paint(shape: Exclude<Shape, { shape: 'word' }>) {
  const { wide, filled } = shape
  return {
    fill: filled === undefined ? 'none' : fillings[filled],
    ...(wide > 0 && { stroke: '#000000', strokeWidth: wide }),
    ...('dashed' in shape && shape.dashed && { strokeDasharray: '5 3' }),
  }
}
