import type { Wiring } from '../nodes'
import { growForest, type Sheet } from '../reduction'
import type { Exchange } from './find'

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
