import {
  explainBlock,
  explainCheck,
  explainLine,
  waysTo,
  workOut,
  accountForCheck,
  accountForPowers,
} from '@/core/worksheet'
import { totalOf, type Total } from '@/core/solution'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { wire } from '@/core/structure'
import { ladder, randomNetwork } from '../test/randomNetwork'
import { medianTime, time, type Row } from './measure'
import { denseNodeVoltages } from './peer'

const shapes = {
  nesting: (resistors: number) => randomNetwork(11, resistors),
  ladder: (resistors: number) => ladder(resistors),
} as const

function open(document: NetworkDocument) {
  const read = readNetwork(document)
  if (!read.ok) throw new Error('the network is refused')
  return read.network
}

/** A document to everything the worksheet says: exact values, every row, line and way explained. */
function wholeAnalysis(document: NetworkDocument): void {
  const worksheet = workOut(open(document))
  if ('status' in worksheet) throw new Error('the network is refused')
  for (const row of worksheet.rows) {
    for (const block of row.down) {
      explainBlock(worksheet, row, block, 'reduce')
      for (const id of block.lines) explainLine(worksheet, id, row.kind === 'supply')
    }
    for (const block of row.up) {
      explainBlock(worksheet, row, block, 'expand')
      for (const id of block.lines) explainLine(worksheet, id)
      if (block.check && block.step !== null) explainCheck(worksheet, block.step)
    }
  }
  worksheet.elements.forEach((_, id) => {
    for (const quantity of ['voltage', 'current', 'power'] as const) waysTo(worksheet, quantity, id)
  })
}

/** The same on paper, with every check accounted for. */
function wholeAccount(document: NetworkDocument): void {
  const worksheet = workOut(open(document), { choices: { carry: 'paper', figures: 3 } })
  if ('status' in worksheet) throw new Error('the network is refused')
  worksheet.elements.forEach((_, id) => accountForCheck(worksheet, id))
  accountForPowers(worksheet)
}

export function analysisRows(): Row[] {
  return Object.entries(shapes).flatMap(([shape, make]) => {
    const most = shape === 'ladder' ? 1.5 : 1
    const exact = [6, 12, 20, 50].map((parts): Row => {
      const document = make(parts)
      const ms = medianTime(() => wholeAnalysis(document))
      return {
        what: `document → worksheet, exact, all explained: ${parts} parts, ${shape}`,
        measured: time(ms),
        wanted: parts === 20 ? `≤ ${most} ms` : '',
        holds: parts === 20 ? ms <= most : null,
      }
    })
    const ms = medianTime(() => wholeAccount(make(20)))
    return [
      ...exact,
      {
        what: `on paper with the whole account of rounding: 20 parts, ${shape}`,
        measured: time(ms),
        wanted: '≤ 10 ms',
        holds: ms <= 10,
      },
    ]
  })
}

export function numberRows(): Row[] {
  return Object.entries(shapes).flatMap(([shape, make]) => {
    const perPart: Record<number, number> = {}
    return [20, 100, 1000, 99_998].flatMap((parts): Row[] => {
      const network = open(make(parts))
      const wiring = wire(network)
      const numbers = () => totalOf(network, wiring)
      const own = medianTime(numbers)
      perPart[parts] = own / parts
      const what = `numbers only, float, from the nodes: ${parts} parts, ${shape}`
      if (parts > 1000) {
        const growth = perPart[parts] / perPart[1000]
        return [
          { what, measured: time(own), wanted: '', holds: null },
          {
            what: `  time per part against 1000 parts`,
            measured: `${growth.toFixed(2)} ×`,
            wanted: '≤ 3 ×',
            holds: growth <= 3,
          },
        ]
      }
      const resistances = wiring.live.map((part) => {
        const it = network.parts[part]
        return it.kind === 'resistor' ? (it.resistance?.value ?? 0) : 0
      })
      const supply = make(parts).parts[0].voltage === '12 V' ? 12 : 13.8
      agreeWithPeer(numbers(), denseNodeVoltages(wiring, resistances, supply))
      const peer = medianTime(() => denseNodeVoltages(wiring, resistances, supply), { budget: 1000 })
      const wanted = parts === 20 ? 3 : parts === 1000 ? 500 : null
      return [
        { what, measured: time(own), wanted: '', holds: null },
        { what: `  dense LU node voltages, same input`, measured: time(peer), wanted: '', holds: null },
        {
          what: `  faster than that by`,
          measured: `${(peer / own).toFixed(1)} ×`,
          wanted: wanted === null ? '' : `≥ ${wanted} ×`,
          holds: wanted === null ? null : peer / own >= wanted,
        },
      ]
    })
  })
}

function agreeWithPeer(own: Total, peer: ReturnType<typeof denseNodeVoltages>): void {
  const current = own.current ?? NaN
  if (!(Math.abs(current - peer.supply) <= 1e-6 * Math.abs(peer.supply)))
    throw new Error(`the peer finds ${peer.supply} A, the core ${current} A`)
}

/** A document of 100,000 parts to its numbers, cold. */
export function largestRows(): Row[] {
  const document = randomNetwork(11, 99_999)
  const start = performance.now()
  const network = open(document)
  const wiring = wire(network)
  const wired = performance.now()
  const { current } = totalOf(network, wiring)
  const done = performance.now()
  if (current === null) throw new Error('not solved')
  const megabytes = process.resourceUsage().maxRSS / 1024
  return [
    {
      what: '100,000 parts, nesting, once and cold: document → nodes',
      measured: time(wired - start),
      wanted: '',
      holds: null,
    },
    { what: '  nodes → numbers, float', measured: time(done - wired), wanted: '≤ 300 ms', holds: done - wired <= 300 },
    {
      what: '  most memory of the process',
      measured: `${megabytes.toFixed(0)} MB`,
      wanted: '≤ 400 MB',
      holds: megabytes <= 400,
    },
  ]
}
