/** A formula as a tree: resistors in groups; no group holds one of its own kind. A resistor may have no value yet. */
export type FormulaTree =
  | { readonly kind: 'resistor'; readonly name: string | null; readonly typed: string | undefined }
  | { readonly kind: 'series' | 'parallel'; readonly members: readonly FormulaTree[] }

/** The resistors of a tree from left to right. */
export function resistorsOf(tree: FormulaTree): Extract<FormulaTree, { kind: 'resistor' }>[] {
  const found: Extract<FormulaTree, { kind: 'resistor' }>[] = []
  const open = [tree]
  for (let it = open.pop(); it; it = open.pop()) {
    if (it.kind === 'resistor') found.push(it)
    else open.push(...[...it.members].reverse())
  }
  return found
}
