import { Popover } from 'radix-ui'
import { renameNode, type BoardNode } from '@/core/entry'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import type { DrawnBoard } from './useBoard'
import { toScreen, type View } from './view'
import { useState } from 'react'
import { isNodeLabel, labelRule } from '@/core/network'
import type { LabelledPoints } from '@/core/structure'
import { Button } from '@/ui/Button'
import { NodeBadge } from '@/ui/Drawing'

interface Props {
  readonly mark: BoardNode
  readonly drawn: DrawnBoard
  readonly view: View
  readonly onClose: () => void
  /** Where the focus goes then. */
  readonly onFocusBack: () => void
}

/** The panel of a node whose label was clicked, beside that label. */
export function AskedNode({ mark, drawn: { board, nodes, nodeOf, zero }, view, onClose, onFocusBack }: Props) {
  const { store } = useOpenNetwork()
  const { node, points } = mark
  const at = toScreen(view, mark)
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor className="pointer-events-none absolute" style={{ left: at.x, top: at.y + 10 }} />
      <Popover.Portal>
        <Popover.Content
          aria-label="The node"
          sideOffset={6}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            onFocusBack()
          }}
          className="z-50 rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <NodePanel
            node={node}
            of={nodes[node]}
            isZero={node === zero}
            parts={board.document.parts
              .filter(({ from, to }) => nodeOf(from) === node || nodeOf(to) === node)
              .map(({ name }) => name)}
            labels={nodes.map(({ label }) => label)}
            onRename={(label) => store.change(renameNode(store.getState().document, points, label), null)}
            onZero={() => store.change({ ...store.getState().document, reference: points[0] }, null)}
            onClose={onClose}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

interface NodePanelProps {
  readonly node: number
  readonly of: LabelledPoints
  readonly isZero: boolean
  /** Names of the parts whose ends meet here. */
  readonly parts: readonly string[]
  readonly labels: readonly string[]
  readonly onRename: (label: string) => void
  readonly onZero: () => void
  readonly onClose: () => void
}

/** One node: its label, which can be changed, the points it joins, and whether it is 0 V. */
function NodePanel({ node, of, isZero, parts, labels, onRename, onZero, onClose }: NodePanelProps) {
  const [typed, setTyped] = useState(of.label)
  const label = typed.trim()
  const problem =
    label === '' || label === of.label
      ? null
      : !isNodeLabel(label)
        ? labelRule
        : labels.includes(label)
          ? `another node is ${label}`
          : null
  const done = () => {
    if (problem !== null) return
    if (label !== of.label) onRename(label)
    onClose()
  }
  return (
    <form
      aria-label={`Node ${of.label}`}
      onSubmit={(event) => {
        event.preventDefault()
        done()
      }}
      className="grid w-64 gap-1.5"
    >
      <label className="flex items-center gap-2">
        <NodeBadge node={node} label={of.label} /> Label
        <input
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          // oxlint-disable-next-line jsx-a11y/no-autofocus -- the node was pointed at to be named
          autoFocus
          onFocus={(event) => event.target.select()}
          aria-invalid={problem !== null}
          aria-describedby="node-hint"
          className="h-8 w-20 field font-mono"
        />
        <Button type="submit">OK</Button>
      </label>
      <p id="node-hint" role="status" className={problem ? 'text-xs text-trouble' : 'text-xs text-soft'}>
        {problem ?? 'Leave it empty to get its number or letter back.'}
      </p>
      <p>
        Points <span className="font-mono">{of.points.join(' ')}</span>
        {parts.length > 0 && (
          <>
            ; ends of <span className="font-mono">{parts.join(' ')}</span>
          </>
        )}
      </p>
      {isZero ? (
        <p className="text-soft">0&#8239;V is here.</p>
      ) : (
        <Button
          onClick={() => {
            onZero()
            onClose()
          }}
        >
          Make this 0&#8239;V
        </Button>
      )}
    </form>
  )
}
