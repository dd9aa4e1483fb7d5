import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import Fraction from 'fraction.js'
import { doubledWires, overlaps, seenNodes } from '../../../../test/drawnNodes'
import { nodeVoltages } from '../../../../test/nodeVoltage'
import { drawBoard, openBoard } from '../../entry'
import { readNetwork, type Network } from '../../network'
import { readQuantity } from '../../number'
import { analyseNetwork } from '../../worksheet'
import { isParallel } from './disguise'
import {
  codeFrom,
  dialNames,
  dialProblems,
  dialTable,
  readCode,
  seeds,
  taskOf,
  usualDials,
  writeCode,
  type Dials,
  type Task,
} from './index'

const anyDials = fc.record(
  Object.fromEntries(dialNames.map((dial) => [dial, fc.constantFrom(...(dialTable[dial] as readonly unknown[]))])),
) as unknown as fc.Arbitrary<Dials>
const anySeed = fc.integer({ min: 0, max: seeds - 1 })

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

describe('a code', () => {
  test('gives its dials and seed back, however it is typed', () => {
    fc.assert(
      fc.property(anyDials, anySeed, (dials, seed) => {
        const code = writeCode(dials, seed)
        expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}$/)
        for (const typed of [
          code,
          code.toLowerCase().replaceAll('-', ' '),
          code.replaceAll('0', 'o').replaceAll('1', 'l'),
        ])
          expect(readCode(typed)).toEqual({ ok: true, code, coded: { version: 1, dials, seed } })
      }),
    )
  })

  test('with one sign wrong, or two neighbours exchanged, is refused', () => {
    const code = writeCode(usualDials, 1_234_567)
    const signs = [...code]
    signs.forEach((sign, i) => {
      if (sign === '-') return
      for (const other of '0123456789ABCDEFGHJKMNPQRSTVWXYZ')
        if (other !== sign) expect(readCode(signs.with(i, other).join(''))).toMatchObject({ ok: false })
      const next = signs[i + 1] === '-' ? i + 2 : i + 1
      if (next < signs.length && signs[next] !== sign)
        expect(readCode(signs.with(i, signs[next]).with(next, sign).join(''))).toMatchObject({ ok: false })
    })
  })

  test.each([
    ['', 'type a code'],
    ['100E-3FSR', 'a code has 12 letters and digits, this one 8'],
    ['100E-3FSR-BGC!', 'a code has no “!”'],
    ['100E-3FSR-BGCU', 'a code has no “U”'],
    ['200E-3FSR-BGCG', 'does not fit'],
  ])('%s is refused in words', (text, message) => {
    const read = readCode(text)
    expect(!read.ok && read.message).toContain(message)
  })
})

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

test('tidy: over a thousand codes every resistor is bought, every equivalent, voltage and current short', () => {
  for (let i = 0; i < 1000; i++) {
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

describe('dials', () => {
  test('that fit together give a task that is as they say', () => {
    fc.assert(
      fc.property(anyDials, anySeed, (dials, seed) => {
        if (dialProblems(dials).length > 0) return
        const code = codeFrom(dials, seed)
        const made = taskOf(code ?? '')
        if (!made.ok) throw new Error(`${JSON.stringify(dials)}: ${made.message}`)
        const { document, worksheet, question } = made.task
        expect(made.task.dials).toEqual(dials)
        expect(question.kind).toBe(dials.kind)
        expect(document.parts.filter(({ kind }) => kind === 'resistor')).toHaveLength(dials.resistors)
        expect(document.known?.part.charAt(0)).toBe(
          { voltage: undefined, terminals: undefined, current: 'E', inside: 'R' }[dials.given],
        )
        const { steps } = worksheet.reduction
        if (dials.special === 'bridge') expect(worksheet.derivation.whole).toBeNull()
        else {
          const depth: number[] = []
          steps.forEach(({ members, result }) => (depth[result] = 1 + Math.max(...members.map((id) => depth[id] ?? 0))))
          const parallel = steps.reduce(
            (sum, { kind, members }) => sum + (kind === 'parallel' ? members.length - 1 : 0),
            0,
          )
          const share = parallel / steps.reduce((sum, { members }) => sum + members.length - 1, 0)
          if (dials.depth !== 'any') expect(Math.max(...depth.filter(Boolean))).toBe(dials.depth)
          if (dials.widest !== 'any')
            expect(Math.max(...steps.map(({ members }) => members.length))).toBeLessThanOrEqual(dials.widest)
          if (dials.parallel === 'little') expect(share).toBeLessThanOrEqual(1 / 3)
          if (dials.parallel === 'half') expect(Math.abs(share - 0.5)).toBeLessThanOrEqual(1 / 6 + 1e-9)
          if (dials.parallel === 'much') expect(share).toBeGreaterThanOrEqual(2 / 3)
        }
        const idle = new Map(worksheet.analysis.findings.map(({ code: finding, parts }) => [finding, parts]))
        if (dials.special === 'shorted') expect(idle.get('shorted')).toHaveLength(1)
        if (dials.special === 'dead-end') expect(idle.get('dead-end')).toHaveLength(1)
        if (dials.special === 'placeholder')
          expect(
            document.parts.filter(
              (part) =>
                part.kind === 'resistor' &&
                readQuantity(part.resistance ?? '', 'Ω').ok &&
                Number.parseFloat(String(part.resistance)) === 0,
            ),
          ).toHaveLength(1)
      }),
      { numRuns: 200 },
    )
  }, 120_000)

  test('that fit together give a task, down to three resistors with one step', () => {
    for (const kind of ['mistake', 'gaps', 'estimate', 'untangle'] as const)
      for (const given of dialTable.given)
        for (const asked of dialTable.asked)
          for (const special of dialTable.special)
            for (const parallel of dialTable.parallel) {
              const dials: Dials = {
                ...usualDials,
                kind,
                given,
                asked,
                special,
                parallel,
                resistors: 3,
                numbers: 'real',
              }
              if (dialProblems(dials).length === 0)
                expect([dials, codeFrom(dials, 0)]).toEqual([dials, expect.any(String)])
            }
  }, 60_000)

  test.each([
    [{ resistors: 3, depth: 6 }, 'depth', 'need 7 resistors or more; here 3'],
    [{ resistors: 14, depth: 1 }, 'depth', '14 resistors do not fit into groups of 6, nested 1 deep'],
    [{ resistors: 14, depth: 3, widest: 2 }, 'depth', '14 resistors do not fit into groups of 2, nested 3 deep'],
    [{ resistors: 4, special: 'bridge' }, 'special', 'a bridge has 5 resistors, here are 4'],
    [{ special: 'bridge', kind: 'gaps' }, 'special', 'nothing to work out beyond it'],
    [{ special: 'bridge', given: 'inside' }, 'given', 'the source’s voltage has to be given'],
    [{ kind: 'mend', given: 'terminals' }, 'given', 'there is a source'],
    [{ kind: 'untangle', picture: 'straight' }, 'picture', 'nothing is tangled'],
    [{ kind: 'redraw', resistors: 3 }, 'resistors', 'four resistors are needed'],
    [{ kind: 'redraw', depth: 1 }, 'depth', 'nothing is left to redraw'],
    [{ kind: 'untangle', picture: 'bent', resistors: 3, special: 'shorted' }, 'resistors', 'fewer than three'],
    [{ special: 'bridge', resistors: 5, depth: 2 }, 'depth', 'no groups to nest'],
    [{ special: 'placeholder', resistors: 3 }, 'resistors', 'three are needed'],
    [{ resistors: 4, depth: 1, parallel: 'half' }, 'depth', 'another depth, or another share of parallel'],
    [
      { kind: 'mistake', given: 'inside', asked: 'source', resistors: 3, parallel: 'much' },
      'asked',
      'no step to go wrong at',
    ],
  ] as const)('%j cannot be, and the dial says why', (some, dial, message) => {
    const dials = { ...usualDials, ...some } as Dials
    expect(dialProblems(dials)).toEqual([{ dial, message: expect.stringContaining(message) }])
    expect(codeFrom(dials, 5)).toBeNull()
  })
})

describe('a picture', () => {
  const pictures = ['straight', 'bent', 'disguised'] as const
  test.each(pictures)('%s: nothing lies on anything else, and its nodes are what they seem', (picture) => {
    for (let i = 0; i < 60; i++) {
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
    for (let i = 0; i < 60; i++) {
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
  for (let i = 0; i < 150; i++) {
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
