import { Popover } from 'radix-ui'
import { renameNode, type BoardNode } from '@/core/entry'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { NodePanel } from './NodePanel'
import type { DrawnBoard } from './useBoard'
import { toScreen, type View } from './view'

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
