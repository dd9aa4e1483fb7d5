import { readFileSync } from 'node:fs'
import Fraction from 'fraction.js'
import { doubledWires, overlaps, seenNodes } from '../../../../test/drawnNodes'
import { nodeVoltages } from '../../../../test/nodeVoltage'
import { runs } from '../../../../test/runs'
import { drawBoard, openBoard } from '../../entry'
import { readNetwork, type Network } from '../../network'
import { analyseNetwork } from '../../worksheet'
import { isParallel } from './disguise'
import { codeFrom, dialTable, taskOf, usualDials, type Dials, type Task } from './index'

function task(some: Partial<Dials>, seed: number): Task {
  const code = codeFrom({ ...usualDials, ...some }, seed)
  const made = taskOf(code ?? '')
  if (!made.ok) throw new Error(`${JSON.stringify(some)}: ${made.message}`)
  return made.task
}

const network = ({ document }: Task): Network => {
  const read = readNetwork(document)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.network
}

/** A task in few words, as the file of codes has it. */
function inShort({ document, goal, question }: Task) {
  return {
    parts: document.parts
      .map((part) =>
        [
          part.name,
          part.kind,
          part.from,
          part.to,
          'resistance' in part ? part.resistance : 'voltage' in part ? part.voltage : '',
        ]
          .filter(Boolean)
          .join(' '),
      )
      .join('; '),
    points: Object.entries(document.sketch?.points ?? {})
      .map(([name, place]) => `${name} ${place.join(' ')}`)
      .join('; '),
    ...(document.known && { known: `${document.known.part} ${document.known.quantity} ${document.known.value}` }),
    goal: goal.map(({ quantity, of }) => `${quantity} ${of}`),
    question,
  }
}

test('fifty codes give the tasks that they always gave', () => {
  const lines = readFileSync('test/taskCodes.jsonl', 'utf8').trim().split('\n')
  expect(lines).toHaveLength(50)
  for (const line of lines) {
    const { code, ...kept } = JSON.parse(line) as { code: string }
    const made = taskOf(code)
    expect(made).toMatchObject({ ok: true })
    if (made.ok) expect(JSON.parse(JSON.stringify(inShort(made.task)))).toEqual(kept)
  }
})

const e24 = [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91]
const e12 = [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82]

/** Significant figures of an exact number; Infinity where its decimals do not end. */
function figures(exact: Fraction): number {
  let bottom = exact.d
  for (const factor of [2n, 5n]) while (bottom % factor === 0n) bottom /= factor
  if (bottom !== 1n) return Infinity
  return exact
    .abs()
    .mul(10n ** 40n)
    .toFraction()
    .replace(/0+$/, '').length
}

function mantissa(ohms: Fraction): number {
  let value = ohms
  while (value.compare(100) >= 0) value = value.div(10)
  while (value.compare(0) > 0 && value.compare(10) < 0) value = value.mul(10)
  return value.valueOf()
}

test('tidy: over many codes every resistor is bought, every equivalent, voltage and current short', () => {
  for (let i = 0; i < runs(50); i++) {
    const made = task(
      {
        resistors: dialTable.resistors[i % dialTable.resistors.length],
        units: dialTable.units[i % 3],
        given: (['voltage', 'current', 'inside'] as const)[Math.floor(i / 3) % 3],
        special: (['none', 'none', 'shorted', 'dead-end'] as const)[i % 4],
        asked: i % 5 === 0 ? 'all' : 'one',
      },
      i * 7717,
    )
    const own = network(made)
    const analysis = analyseNetwork(own)
    if (analysis.status !== 'solved') throw new Error(`${made.code} ${analysis.status}`)
    // Worked out by node voltages, from the source's voltage alone.
    const voltage = analysis.supply?.voltage?.exact ?? ''
    const solved = nodeVoltages({
      ...own,
      known: undefined,
      parts: own.parts.map((part) =>
        part.kind === 'source'
          ? { ...part, voltage: { typed: voltage, exact: voltage as never, value: Number(new Fraction(voltage)) } }
          : part,
      ),
    })
    const numbers = [
      new Fraction(voltage),
      solved.current,
      ...analysis.steps.map(({ resistance }) => new Fraction(resistance?.exact ?? '0')),
    ]
    for (const part of own.parts) {
      if (part.kind !== 'resistor' || !part.resistance) continue
      const R = new Fraction(part.resistance.exact)
      const isWhole = R.compare(1000) < 0 ? R.d === 1n : R.div(1000).d === 1n
      expect([made.code, part.name, isWhole || e24.includes(mantissa(R))]).toEqual([made.code, part.name, true])
      const [a, b] = [solved.potential.get(part.from), solved.potential.get(part.to)]
      if (a && b) numbers.push(a.sub(b), a.sub(b).div(R))
    }
    expect([made.code, Math.max(...numbers.map(figures)) <= 3]).toEqual([made.code, true])
  }
}, 120_000)

test('real: every resistor is of E12', () => {
  for (let i = 0; i < 100; i++) {
    const made = task(
      { numbers: 'real', resistors: dialTable.resistors[i % 12], units: dialTable.units[i % 3] },
      i * 313,
    )
    for (const part of network(made).parts)
      if (part.kind === 'resistor' && part.resistance)
        expect(e12).toContain(mantissa(new Fraction(part.resistance.exact)))
  }
})

describe('a picture', () => {
  const pictures = ['straight', 'bent', 'disguised'] as const
  test.each(pictures)('%s: nothing lies on anything else, and its nodes are what they seem', (picture) => {
    for (let i = 0; i < runs(20); i++) {
      const made = task(
        {
          picture,
          resistors: dialTable.resistors[i % 12],
          units: dialTable.units[i % 3],
          special: (['none', 'none', 'shorted', 'dead-end'] as const)[i % 4],
        },
        i * 1009,
      )
      const { wiring } = made.worksheet
      const nodes = wiring.nodes.map(({ points }) =>
        network(made)
          .parts.filter(({ kind }) => kind !== 'wire')
          .flatMap(({ name, from, to }) => [
            ...(points.includes(from) ? [`${name} from`] : []),
            ...(points.includes(to) ? [`${name} to`] : []),
          ])
          .sort()
          .join(', '),
      )
      expect([made.code, seenNodes(made.document)]).toEqual([made.code, nodes.filter(Boolean).sort()])
      expect([made.code, doubledWires(made.document)]).toEqual([made.code, []])
      expect([made.code, overlaps(drawBoard(openBoard(made.document), wiring.nodes))]).toEqual([made.code, []])
    }
  })

  test('overlaps are seen where there are any', () => {
    const on = (places: Record<string, [number, number]>) => ({
      format: 'nodrel-network' as const,
      version: 1 as const,
      parts: [
        { name: 'R1', kind: 'resistor' as const, from: 'A', to: 'B', resistance: '10' },
        { name: 'R2', kind: 'resistor' as const, from: 'C', to: 'D', resistance: '20' },
        { name: 'W1', kind: 'wire' as const, from: 'A', to: 'E' },
        { name: 'W2', kind: 'wire' as const, from: 'C', to: 'F' },
      ],
      sketch: { points: places },
    })
    const crossed = on({ A: [0, 0], B: [0, 3], C: [3, 1], D: [6, 1], E: [4, 0], F: [3, -1] })
    // W2 crosses W1 without a dot: three nodes at R1 and R2's ends, and none joined.
    expect(seenNodes(crossed)).toEqual(['R1 from', 'R1 to', 'R2 from', 'R2 to'])
    expect(seenNodes(on({ A: [0, 0], B: [0, 3], C: [3, 1], D: [6, 1], E: [3, 0], F: [3, -1] }))).toContain(
      'R1 from, R2 from',
    )
    expect(doubledWires(on({ A: [0, 0], B: [0, 3], C: [2, 0], D: [6, 1], E: [4, 0], F: [6, 0] }))).toEqual(['W1 W2'])
    expect(
      overlaps(drawBoard(openBoard(on({ A: [0, 0], B: [3, 0], C: [1, 0], D: [4, 0], E: [0, 2], F: [1, 4] })), []))
        .length,
    ).toBeGreaterThan(0)
  })

  test('disguised: something drawn side by side is not in parallel, something in parallel is not drawn side by side', () => {
    for (let i = 0; i < runs(20); i++) {
      const made = task({ picture: 'disguised', resistors: dialTable.resistors[i % 12] }, i * 4001)
      const { wiring } = made.worksheet
      const points = made.document.sketch?.points ?? {}
      const resistors = made.document.parts
        .filter(({ kind }) => kind === 'resistor')
        .map(({ name, from, to }) => {
          const part = network(made).parts.findIndex((it) => it.name === name)
          const [[ax, ay], [bx, by]] = [points[from], points[to]]
          return {
            ends: [wiring.from[part], wiring.to[part]] as const,
            upright: ax === bx,
            x: Math.min(ax, bx),
            y: Math.min(ay, by),
          }
        })
      const pairs = resistors.flatMap((a, k) => resistors.slice(k + 1).map((b) => [a, b] as const))
      const beside = ([a, b]: (typeof pairs)[number]) =>
        a.upright === b.upright &&
        (a.upright ? a.y === b.y && Math.abs(a.x - b.x) === 5 : a.x === b.x && Math.abs(a.y - b.y) === 4)
      const parallel = ([a, b]: (typeof pairs)[number]) => isParallel(a.ends, b.ends)
      const isAll = pairs.every(parallel)
      expect([made.code, isAll || pairs.some((pair) => beside(pair) && !parallel(pair))]).toEqual([made.code, true])
      expect([made.code, !pairs.some(parallel) || pairs.some((pair) => parallel(pair) && !beside(pair))]).toEqual([
        made.code,
        true,
      ])
    }
  })
})

test('slips can be told: no equal share or whole lies near the answer without being it', () => {
  for (let i = 0; i < runs(20); i++) {
    const made = task(
      { numbers: i % 2 ? 'real' : 'tidy', asked: 'all', resistors: dialTable.resistors[i % 9] },
      i * 577,
    )
    const { worksheet } = made
    const at = (quantity: 'voltage' | 'current', id: number) => {
      const line = worksheet.derivation.found[quantity][id]
      return line === undefined ? NaN : Math.abs(worksheet.derivation.lines[line].amount?.value ?? NaN)
    }
    for (const { kind, members, result } of worksheet.reduction.steps) {
      const quantity = kind === 'series' ? 'voltage' : 'current'
      const whole = at(quantity, result)
      for (const member of members.filter((id) => id < worksheet.reduction.leaves.length)) {
        const right = at(quantity, member)
        for (const slip of [whole, whole / members.length]) {
          const off = Math.abs(slip - right) / right
          expect([made.code, off < 1e-9 || off > 0.0299]).toEqual([made.code, true])
        }
      }
    }
  }
})
