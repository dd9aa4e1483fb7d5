import { blocks } from '../nodes'
import type { Sheet, SheetElement } from './sheet'

/**
 * The elements that stop the reduction of a sheet on which no group is left. Elements that lie in series with
 * the whole of a bridge, or beside the whole of it, are not among them.
 */
export function stoppingElements(sheet: Sheet): SheetElement[] {
  const found = new Set<SheetElement>()
  const open = [{ elements: sheet.elements, ends: [sheet.start, sheet.finish] }]
  for (let piece = open.pop(); piece; piece = open.pop()) {
    const { elements, ends } = piece
    const index = new Map<number, number>()
    for (const { from, to } of elements)
      for (const node of [from, to]) if (!index.has(node)) index.set(node, index.size)
    const from = elements.map((element) => index.get(element.from) as number)
    const to = elements.map((element) => index.get(element.to) as number)
    const edges = elements.map((_, i) => i)
    const parts = blocks(index.size, edges, from, to, index.get(ends[0]) as number).map((block) =>
      block.map((i) => elements[i]),
    )
    const shared = nodesOfSeveral(parts)
    for (const part of parts.filter((block) => block.length > 1)) {
      const nodes = new Set(part.flatMap((element) => [element.from, element.to]))
      const [a, b] = [...nodes].filter((node) => shared.has(node) || ends.includes(node))
      const inside = part.filter((element) => !([a, b].includes(element.from) && [a, b].includes(element.to)))
      if (inside.length < part.length) open.push({ elements: inside, ends: [a, b] })
      else for (const element of inside) found.add(element)
    }
  }
  return sheet.elements.filter((element) => found.has(element))
}

function nodesOfSeveral(blocksOf: readonly (readonly SheetElement[])[]): Set<number> {
  const seen = new Set<number>()
  const shared = new Set<number>()
  for (const block of blocksOf) {
    for (const node of new Set(block.flatMap(({ from, to }) => [from, to]))) {
      if (seen.has(node)) shared.add(node)
      seen.add(node)
    }
  }
  return shared
}
