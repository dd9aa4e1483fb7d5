// What is worked out, drawn, judged and reported, as one hash for each sort: equal before and after a change that changes none
// of it. npm run fingerprint [-- SHARE], the share of it that is worked out (1).
import { createHash } from 'node:crypto'
import { allPairs, benchOf, diagnose, planOf, quantitiesOf, readingsOf, spreadOf, viewOf } from '@/core/bench'
import { latexOf, makeReport, markdownOf, type ReportOptions } from '@/core/report'
import { closeBoard, drawBoard, openBoard, writeFormula } from '@/core/entry'
import { codeFrom, hintFor, judgeTask, keyOf, taskOf, usualDials, type Dials } from '@/core/learner'
import { cardOf, currentPath, describeSheet, drawSheet, drawStaircase } from '@/core/picture'
import {
  analyse,
  explainBlock,
  explainCheck,
  explainLine,
  revealed,
  stopsOf,
  waysTo,
  workOut,
  type Worksheet,
} from '@/core/worksheet'
import { readNetwork, type Network, type NetworkDocument, type WorksheetChoices } from '@/core/network'
import { sitesOf } from '../test/judged'
import { ladder, randomBridges, randomNetwork, randomNumbers } from '../test/randomNetwork'

const share = Number(process.argv[2] ?? 1)
const some = (count: number) => Array.from({ length: Math.max(1, Math.round(count * share)) }, (_, i) => i)

/** Five ways of working, far from each other. */
const waysOfWorking: readonly WorksheetChoices[] = [
  {},
  { carry: 'paper', figures: 3, depth: 'written', power: 'all', parallel: 'product-over-sum', letter: 'E' },
  { order: 'pairs', begin: 'left', expand: 'divider', names: 'letters', branches: 'yes', keys: 'yes', how: 'loops' },
  {
    order: 'rounds',
    begin: 'series',
    expand: 'ratio',
    rest: 'yes',
    figures: 'fraction',
    outward: 'yes',
    beyond: 'yes',
  },
  {
    begin: 'farthest',
    divider: 'equivalent',
    parallel: 'value-over-count',
    figures: 'ten:3',
    depth: 'result',
    flow: 'electron',
  },
]

function someNetwork(seed: number): NetworkDocument {
  const options = {
    zeros: seed % 4 === 0,
    clutter: seed % 3 === 0,
    meters: seed % 5 === 0,
    open: seed % 7 === 0,
  }
  if (seed % 11 === 0) return randomBridges(seed, 3 + (seed % 4))
  return seed % 97 === 0 ? ladder(60) : randomNetwork(seed, 1 + (seed % 14), options)
}

function readOne(document: NetworkDocument): Network {
  const read = readNetwork(document)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.network
}

function worksheetFor(network: Network, choices: WorksheetChoices): Worksheet {
  const worksheet = workOut(network, { choices })
  if ('status' in worksheet) throw new Error(JSON.stringify(worksheet.problems))
  return worksheet
}

function words(worksheet: Worksheet): unknown {
  const stops = stopsOf(worksheet)
  return [
    worksheet.rows.map((row) =>
      [
        ...row.down.map((block) => [block, 'reduce'] as const),
        ...row.up.map((block) => [block, 'expand'] as const),
      ].map(([block, side]) => [
        explainBlock(worksheet, row, block, side),
        block.lines.map((id) => explainLine(worksheet, id, row.kind === 'supply')),
        block.check && block.step !== null ? explainCheck(worksheet, block.step) : null,
      ]),
    ),
    worksheet.elements.map((_, id) =>
      (['voltage', 'current', 'power'] as const).map((it) => waysTo(worksheet, it, id)),
    ),
    stops.length,
    revealed(worksheet, stops, stops.length >> 1),
  ]
}

function pictures(worksheet: Worksheet, document: NetworkDocument, at: number): unknown {
  const { figures } = worksheet.choices
  const board = openBoard(document)
  return [
    worksheet.rows.map((row) =>
      (['reduce', 'expand'] as const).map((side) => {
        const drawn = drawSheet(worksheet, row, side, figures, { form: at % 2 ? 'line' : 'loop' })
        return [drawn, drawn && row.kind === 'sheet' && describeSheet(worksheet, row, side, drawn)]
      }),
    ),
    currentPath(worksheet.network, worksheet),
    drawStaircase(worksheet, { figures }),
    drawBoard(board, worksheet.wiring.nodes),
    closeBoard(board),
  ]
}

/** Data as text: maps and sets too. The drawings of a report are told by their files. */
const textOf = (data: unknown) =>
  JSON.stringify(data, (key, value: unknown) => {
    if (key === 'ink') return null
    if (value instanceof Map || value instanceof Set) return [...value]
    return typeof value === 'bigint' ? `${value}n` : value
  })

const usual: ReportOptions = {
  kind: 'report',
  density: 'full',
  leaveOut: [],
  title: 'A network',
  fields: [{ name: 'name', value: 'A. Student' }],
  figures: 4,
  symbols: 'zigzag',
  form: 'line',
  electrons: false,
  more: [],
}

const sorts: Readonly<Record<string, (put: (data: unknown) => void) => void>> = {
  analyses: (put) => {
    for (const seed of some(1000)) {
      const document = someNetwork(seed)
      for (const arithmetic of ['exact', 'float', 'rounded:3'] as const)
        put(analyse(document, { arithmetic, order: (['single', 'pairs', 'rounds'] as const)[seed % 3] }))
    }
  },
  worksheets: (put) => {
    for (const seed of some(1000))
      for (const choices of waysOfWorking) put(words(worksheetFor(readOne(someNetwork(seed)), choices)))
  },
  pictures: (put) => {
    for (const seed of some(1000)) {
      const document = someNetwork(seed)
      const network = readOne(document)
      waysOfWorking.forEach((choices, at) => {
        const worksheet = worksheetFor(network, choices)
        put(pictures(worksheet, document, at + seed))
      })
      put(cardOf(document, { nodes: 'numbers', form: seed % 2 ? 'line' : 'loop' }))
      put(writeFormula(network, worksheetFor(network, {}).wiring))
    }
  },
  reports: (put) => {
    for (const seed of some(500)) {
      const network = readOne(someNetwork(seed))
      const worksheet = worksheetFor(network, waysOfWorking[seed % 5])
      const report = makeReport(worksheet, {
        ...usual,
        kind: (['report', 'tasks', 'key'] as const)[seed % 3],
        density: (['full', 'compact', 'answers'] as const)[seed % 4 === 3 ? 0 : seed % 4],
        figures: worksheet.choices.figures,
        symbols: seed % 2 ? 'zigzag' : 'box',
        form: seed % 3 ? 'line' : 'loop',
        electrons: seed % 5 === 0,
      })
      put(report)
      put(markdownOf(report, 'r'))
      put(latexOf(report, 'r', seed % 2 ? 'a4' : 'letter'))
    }
  },
  tasks: (put) => {
    const kinds: readonly Dials['kind'][] = [
      'solve',
      'spot',
      'estimate',
      'redraw',
      'mistake',
      'gaps',
      'untangle',
      'mend',
    ]
    for (const seed of some(200)) {
      const dials = {
        ...usualDials,
        kind: kinds[seed % kinds.length],
        resistors: (4 + (seed % 6)) as Dials['resistors'],
      }
      const code = codeFrom(dials, seed * 7919)
      const made = code === null ? null : taskOf(code)
      put([code, made?.ok ? [made.task.document, made.task.goal, made.task.question] : made])
      if (made?.ok) put([keyOf(made.task), judgeTask(made.task, [])])
    }
  },
  attempts: (put) => {
    for (const seed of some(100)) {
      const { sites, end } = sitesOf(seed, 2 + (seed % 8), 2 + (seed % 3))
      put(sites.map(({ right, quantity, position }) => [right, quantity, position.judgements, hintFor(position, 3)]))
      put([end.judgements, end.own])
    }
  },
  readings: (put) => {
    for (const seed of some(100)) {
      const random = randomNumbers(seed + 5)
      const bench = benchOf(
        readOne(randomNetwork(seed, 2 + (seed % 9), { zeros: seed % 4 === 0, clutter: seed % 3 === 0 })),
      )
      if (!bench.ok) {
        put(bench)
        continue
      }
      const analysis = analyse(randomNetwork(seed, 2 + (seed % 9), { zeros: seed % 4 === 0, clutter: seed % 3 === 0 }))
      if (analysis.status === 'refused') throw new Error('refused')
      put(planOf(viewOf(bench, allPairs(bench.built.wiring.nodes.length))))
      put(
        spreadOf(bench.built, bench.model, quantitiesOf(bench.built, bench.model), {
          samples: 200,
          seed,
          distribution: 'uniform',
        }),
      )
      const readings = analysis.parts.flatMap(({ name, voltage }) =>
        voltage && 'value' in voltage && random() < 0.6
          ? [
              {
                quantity: 'voltage',
                of: name,
                value: Number((Number(voltage.value) * (0.9 + random() * 0.2)).toPrecision(3)),
              },
            ]
          : [],
      )
      const read = readingsOf({ format: 'nodrel-readings', version: 1, title: '', readings })
      put(read.ok ? diagnose(bench, read.readings, read.meter) : read)
    }
  },
}

for (const [name, all] of Object.entries(sorts)) {
  const hash = createHash('sha256')
  let count = 0
  const began = performance.now()
  all((data) => {
    hash.update(textOf(data) ?? 'undefined')
    count++
  })
  console.log(
    `${name.padEnd(12)}${String(count).padStart(6)}  ${hash.digest('hex').slice(0, 32)}  ${((performance.now() - began) / 1000).toFixed(1)} s`,
  )
}
