import type { NetworkDocument, PartDocument } from '../../network'
import type { Board } from './board'
import { samePeg } from './layOut'

const given = { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' } as const

/** What a drawing begins with: a source that stands ready, to be used, changed, or replaced by the one that is drawn. */
export const newDrawing: NetworkDocument = {
  format: 'nodrel-network',
  version: 1,
  title: 'Untitled network',
  notes: '',
  parts: [given],
}

/** Where it stands: as a source alone is laid out. */
const stands = [
  { x: 0, y: 0 },
  { x: 0, y: 4 },
] as const

/** Whether a part is the source that a drawing began with, neither changed nor used: no current could flow through it. */
export function isUnusedGiven({ document, points, strokes }: Board, part: PartDocument): boolean {
  const isGiven =
    part.name === given.name && part.kind === given.kind && part.voltage === given.voltage && !strokes.has(part.name)
  const [from, to] = [points.get(part.from), points.get(part.to)]
  return isGiven && !!from && !!to && samePeg(from, stands[0]) && samePeg(to, stands[1]) && !isClosed(document, part)
}

/** Whether other parts lead from one end of a part to its other. */
function isClosed({ parts }: NetworkDocument, part: PartDocument): boolean {
  const reached = new Set([part.from])
  const open = [part.from]
  const others = parts.filter((other) => other !== part && other.kind !== 'terminals')
  for (let point = open.pop(); point !== undefined; point = open.pop()) {
    for (const { from, to } of others) {
      const next = from === point ? to : to === point ? from : null
      if (next === null || reached.has(next)) continue
      reached.add(next)
      open.push(next)
    }
  }
  return reached.has(part.to)
}
