import type { Worksheet } from '@/core/worksheet'
import { NodeBadge } from '@/ui/NodeBadge'
import { Value } from '@/ui/turned'
import { Pointable } from './Pointable'

/** Nodes shown; a longer list is cut with the count of the rest. */
const mostShown = 200

/** The potential of every node, from the + end down to 0 V. */
export function Potentials({ worksheet }: { readonly worksheet: Worksheet }) {
  const { nodes } = worksheet.outcome
  if (nodes.every(({ potential }) => potential === null)) return null
  return (
    <dl aria-label="Potentials" className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      <dt className="text-soft">potentials against 0 V</dt>
      {nodes.slice(0, mostShown).map(({ label, potential }, node) => (
        <dd key={label} className="flex items-center gap-1.5 font-mono text-[13px]">
          <NodeBadge node={node} label={label} />
          <Pointable line={worksheet.derivation.found.potential[node]} of={`potential of node ${label}`}>
            <Value line={worksheet.derivation.found.potential[node]} amount={potential} unit="V" />
          </Pointable>
        </dd>
      ))}
      {nodes.length > mostShown && <dd className="text-soft">… and {nodes.length - mostShown} more</dd>}
    </dl>
  )
}
