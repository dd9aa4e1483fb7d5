import { memo } from 'react'
import { nodeMark, nodeWidth } from '@/core/picture'
import { Shapes } from './Drawing'

/** A node's label as it stands on the sheets. */
export const NodeBadge = memo(function NodeBadge({ node, label }: { readonly node: number; readonly label: string }) {
  const wide = Math.max(20, nodeWidth(label) + 6)
  return (
    <span className="inline-flex">
      <span className="sr-only">node {label}</span>
      <svg aria-hidden width={wide} height={20} viewBox={`${-wide / 2} -10 ${wide} 20`} className="font-mono">
        <Shapes shapes={nodeMark(node, label, { x: 0, y: 0 })} />
      </svg>
    </span>
  )
})
