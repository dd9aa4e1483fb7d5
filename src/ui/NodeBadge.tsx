/** A node's label in its colour, as it stands on the sheets. */
export function NodeBadge({ node, label }: { readonly node: number; readonly label: string }) {
  return (
    <span
      className="inline-flex h-5 min-w-5 items-center justify-center rounded-full px-1 text-[10px] font-semibold text-white"
      style={{ background: nodeColour(node) }}
    >
      <span className="sr-only">node </span>
      {label}
    </span>
  )
}

/** One of the eight node colours, by the node's index. */
export function nodeColour(node: number): string {
  return `var(--color-node-${node % 8})`
}
