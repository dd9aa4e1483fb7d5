/**
 * In: a sheet on which a bridge stops the reduction. Out: the exchanges of a delta for a wye and of a wye for a delta
 * that go beyond it.
 * Textbooks: “delta-wye transformation”, “star-mesh transformation”.
 */

import type { Wiring } from './nodes'
import { growForest, type Sheet, type SheetElement } from './reduction'

/** Sheets with more elements are not searched for the exchange after which nothing more has to be exchanged. */
const searched = 60

/** The first exchange of three after which series and parallel are enough; else the wye with the fewest legs. */
export function bestExchange(sheet: Sheet, wiring: Wiring, offered: readonly Exchange[]): Exchange {
  const three = sheet.elements.length > searched ? [] : offered.filter(({ members }) => members.length === 3)
  const enough = three.find((exchange) => reducesAfter(sheet, wiring, exchange))
  const wye = offered.find(({ kind }) => kind === 'wye')
  if (!wye) throw new Error('a bridge has a node inside')
  return enough ?? wye
}

function reducesAfter(sheet: Sheet, wiring: Wiring, { kind, members, corners }: Exchange): boolean {
  const kept = sheet.elements.filter(({ id }) => !members.includes(id))
  const centre = wiring.nodes.length
  const put =
    kind === 'delta'
      ? corners.map((corner) => [corner, centre])
      : corners.map((corner, i) => [corner, corners[(i + 1) % 3]])
  const edges = [...kept.map(({ from, to }) => [from, to]), ...put]
  const from = edges.map(([a]) => a)
  const to = edges.map(([, b]) => b)
  const rank = [...wiring.rank, centre]
  return growForest({ nodes: centre + 1, from, to, start: sheet.start, finish: sheet.finish, rank }).roots.length === 1
}

/** Elements of a sheet that can be exchanged. `corners` are node indices. */
export type Exchange =
  /** Three elements around three nodes: members between corners 1 and 2, 2 and 3, 3 and 1. */
  | {
      readonly kind: 'delta'
      readonly members: readonly [number, number, number]
      readonly corners: readonly [number, number, number]
    }
  /** All elements that meet at a node which is no end of the supply, three as a rule: one from each corner to it. */
  | {
      readonly kind: 'wye'
      readonly members: readonly number[]
      readonly corners: readonly number[]
      readonly centre: number
    }

/**
 * Every delta of a sheet on which no group is left, and every wye; deltas first, from + to −. Nodes where more than
 * three elements meet are given too, last: they are needed only where there is no wye of three.
 */
export function findExchanges(sheet: Sheet, rank: readonly number[]): Exchange[] {
  const between = new Map<string, SheetElement>()
  const at = new Map<number, SheetElement[]>()
  const key = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`)
  for (const element of sheet.elements) {
    between.set(key(element.from, element.to), element)
    for (const node of [element.from, element.to]) at.set(node, [...(at.get(node) ?? []), element])
  }
  const far = (element: SheetElement, node: number) => (element.from === node ? element.to : element.from)
  const nodes = [...at.keys()].sort((a, b) => rank[a] - rank[b])

  const deltas: Exchange[] = []
  for (const a of nodes) {
    const beside = [...new Set((at.get(a) ?? []).map((element) => far(element, a)))]
      .filter((node) => rank[node] > rank[a])
      .sort((x, y) => rank[x] - rank[y])
    beside.forEach((b, i) => {
      for (const c of beside.slice(i + 1)) {
        const [ab, bc, ca] = [between.get(key(a, b)), between.get(key(b, c)), between.get(key(c, a))]
        if (ab && bc && ca) deltas.push({ kind: 'delta', members: [ab.id, bc.id, ca.id], corners: [a, b, c] })
      }
    })
  }
  const wyes = nodes
    .filter((node) => node !== sheet.start && node !== sheet.finish)
    .map((centre): Exchange => {
      const legs = [...(at.get(centre) ?? [])].sort((a, b) => rank[far(a, centre)] - rank[far(b, centre)])
      return {
        kind: 'wye',
        centre,
        members: legs.map(({ id }) => id),
        corners: legs.map((leg) => far(leg, centre)),
      }
    })
  return [...deltas, ...wyes.sort((a, b) => a.members.length - b.members.length)]
}
