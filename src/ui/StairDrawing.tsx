import clsx from 'clsx'
import { describeStaircase, type Staircase, type StairText } from '@/core/picture'
import { barred } from './Barred'
import { NodeMark } from './NodeMark'
import { pathOf } from './linePath'
import { nodeColour } from './nodeLook'

/** A staircase as SVG: the treads in the colours of their nodes, each step between two of them. */
export function StairDrawing({
  picture,
  pointable = false,
}: {
  readonly picture: Staircase
  /** Whether its values can be pointed at; what that does is up to what it stands in. */
  readonly pointable?: boolean
}) {
  const { width, height, stairs, treads, levels } = picture
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role={pointable ? 'group' : 'img'}
      aria-label={describeStaircase(picture)}
      className="block h-auto max-w-full font-mono text-[11.5px]"
      style={{ minWidth: width * 0.85 }}
    >
      {treads.map(({ node, leader }) => (
        <path
          key={node}
          d={pathOf(leader)}
          className="fill-none"
          style={{ stroke: nodeColour(node) }}
          strokeDasharray="2 3"
          strokeOpacity={0.7}
        />
      ))}
      {stairs.map(({ element, name, x, y, width: wide, height: high, isFlat, texts }) => (
        <g key={element} data-slides={name} data-stair={name}>
          {isFlat ? (
            <path d={`M${x},${y}h${wide}`} className="stroke-ink" strokeWidth={4} />
          ) : (
            <rect x={x} y={y} width={wide} height={high} className="fill-expand-wash stroke-expand" strokeWidth={1} />
          )}
          {texts.map((text, i) => (
            <Words key={i} of={name} text={text} pointable={pointable} />
          ))}
        </g>
      ))}
      {stairs.map(({ element, leader }) => (
        <path key={element} d={pathOf(leader)} className="fill-none stroke-edge" strokeWidth={0.8} />
      ))}
      {treads.map(({ node, label, y, left, right, mark, potential }) => (
        <g key={node} data-tread={label}>
          <path
            d={`M${left},${y}H${right}`}
            style={{ stroke: nodeColour(node) }}
            strokeWidth={3}
            strokeLinecap="round"
          />
          <NodeMark x={mark.x} y={mark.y} node={node} label={label} />
          {potential && <Words of={`node ${label}`} text={potential} pointable={pointable} />}
        </g>
      ))}
      {levels.map(({ part, from, to, isOpen, text }) => (
        <g key={part} data-slides={part} data-stair={part} className="stroke-soft">
          <path d={`M${from.x},${from.y}H${to.x}`} strokeWidth={1.5} />
          <circle cx={to.x} cy={to.y} r={3} className={isOpen ? 'fill-sheet' : 'fill-soft'} />
          <Words of={part} text={text} pointable={false} />
        </g>
      ))}
    </svg>
  )
}

const tones = { name: 'fill-ink font-medium', voltage: 'fill-expand', current: 'fill-flow' } as const

function Words({
  of,
  text: { text, x, y, anchor, tone, line },
  pointable,
}: {
  readonly of: string
  readonly text: StairText
  readonly pointable: boolean
}) {
  const isPointable = pointable && line !== undefined
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      {...(isPointable && {
        role: 'button',
        tabIndex: 0,
        'data-line': line,
        'aria-label': `${of}: ${text}. Where it comes from`,
      })}
      className={clsx(
        'stroke-none',
        tone === null ? 'fill-soft' : tones[tone],
        isPointable && 'cursor-pointer select-none hover:underline',
      )}
    >
      {barred(text, 'tspan')}
    </text>
  )
}
