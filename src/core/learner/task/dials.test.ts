import fc from 'fast-check'
import { readQuantity } from '../../number'
import { codeFrom, dialNames, dialProblems, dialTable, readCode, seeds, taskOf, usualDials, type Dials } from './index'
import { randomNumbers } from '../../../../test/randomNetwork'
import { runs, spread } from '../../../../test/runs'
import { codesOf, generators, versionFor, writeCode } from './code'

const anyDials = fc.record(
  Object.fromEntries(dialNames.map((dial) => [dial, fc.constantFrom(...(dialTable[dial] as readonly unknown[]))])),
) as unknown as fc.Arbitrary<Dials>
const anySeed = fc.integer({ min: 0, max: seeds - 1 })

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
          expect(readCode(typed)).toEqual({ ok: true, code, coded: { version: versionFor(dials), dials, seed } })
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
        const idle = new Map(worksheet.outcome.findings.map(({ code: finding, parts }) => [finding, parts]))
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
      { numRuns: runs(40) },
    )
  }, 120_000)

  test('that fit together give a task, down to three resistors with one step', () => {
    const all = (['kind', 'given', 'asked', 'special', 'parallel'] as const).reduce<Dials[]>(
      (some, dial) => some.flatMap((dials) => dialTable[dial].map((value) => ({ ...dials, [dial]: value }))),
      [{ ...usualDials, resistors: 3, numbers: 'real' }],
    )
    const fitting = all.filter((dials) => dialProblems(dials).length === 0)
    expect(fitting.length).toBeGreaterThan(0)
    for (const dials of spread(fitting, 150)) expect([dials, codeFrom(dials, 0)]).toEqual([dials, expect.any(String)])
  }, 60_000)

  test.each([
    [{ resistors: 3, depth: 6 }, 'depth', 'need 7 resistors or more; here 3'],
    [{ resistors: 14, depth: 1 }, 'depth', '14 resistors do not fit into groups of 6, nested 1 deep'],
    [{ resistors: 14, depth: 3, widest: 2 }, 'depth', '14 resistors do not fit into groups of 2, nested 3 deep'],
    [{ resistors: 4, special: 'bridge' }, 'special', 'a bridge has 5 resistors, not 4'],
    [{ special: 'bridge', kind: 'gaps' }, 'special', 'nothing to work out beyond it'],
    [{ special: 'bridge', given: 'inside' }, 'given', 'the source’s voltage is given'],
    [{ kind: 'mend', given: 'terminals' }, 'given', 'there is a source'],
    [{ kind: 'untangle', picture: 'straight' }, 'picture', 'nothing is tangled'],
    [{ kind: 'redraw', resistors: 3 }, 'resistors', 'four resistors are needed'],
    [{ kind: 'redraw', depth: 1 }, 'depth', 'nothing is left to redraw'],
    [{ kind: 'untangle', picture: 'bent', resistors: 3, special: 'shorted' }, 'resistors', 'fewer than three'],
    [{ special: 'bridge', resistors: 5, depth: 2 }, 'depth', 'no groups to nest'],
    [{ special: 'placeholder', resistors: 3 }, 'resistors', 'three resistors are needed'],
    [{ resistors: 4, depth: 1, parallel: 'half' }, 'depth', 'choose another depth, or another mix'],
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

test('a value that is added to a dial, and a dial that is added, change no code that was given out', () => {
  const table = {
    ...dialTable,
    special: [...dialTable.special, 'two-loose'],
    supply: ['one', 'battery'],
  } as const
  const version = generators.length + 1
  const knows = { ...generators[generators.length - 1].knows, special: dialTable.special.length + 1, supply: 2 }
  const next = { version, knows, seeds: Math.floor(2 ** 50 / sizeOf(knows)) }
  const codes = codesOf([...generators, next], table)
  const random = randomNumbers(29)
  const any = <T>(values: readonly T[]) => values[Math.floor(random() * values.length)]
  for (let i = 0; i < runs(200); i++) {
    const seed = Math.floor(random() * next.seeds)
    const old = Object.fromEntries(dialNames.map((dial) => [dial, any<unknown>(dialTable[dial])])) as unknown as Dials
    const code = writeCode(old, seed)
    expect(codes.write({ ...old, supply: 'one' }, seed)).toBe(code)
    expect(codes.read(code)).toEqual({
      ok: true,
      code,
      coded: { version: versionFor(old), dials: { ...old, supply: 'one' }, seed },
    })
    const fresh = { ...old, ...(i % 2 ? { special: 'two-loose', supply: any(table.supply) } : { supply: 'battery' }) }
    const written = codes.write(fresh, seed)
    expect(codes.read(written)).toEqual({ ok: true, code: written, coded: { version, dials: fresh, seed } })
    const here = readCode(written)
    expect(!here.ok && here.message).toContain(`this code is of version ${version} of the tasks`)
  }
})

test('the generators together know all values that there are, and no others; each has room for its tasks in a code', () => {
  for (const dial of dialNames)
    expect([dial, Math.max(...generators.map(({ knows }) => knows[dial] ?? 1))]).toEqual([dial, dialTable[dial].length])
  for (const { knows, seeds: own } of generators) expect(sizeOf(knows) * own).toBeLessThanOrEqual(2 ** 50)
})

/** How many settings of the dials there are. */
const sizeOf = (knows: Readonly<Record<string, number>>) => Object.values(knows).reduce((all, count) => all * count, 1)
