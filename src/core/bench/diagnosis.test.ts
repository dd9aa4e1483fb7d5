import { build, faultKinds, randomFault, readMeterOn, readsAlike, type BuiltFault } from '../../../test/builtBench'
import { document, networkOf, worked } from '../../../test/documents'
import { marked } from '../../../test/floatNodes'
import { randomNetwork, randomNumbers } from '../../../test/randomNetwork'
import { runs } from '../../../test/runs'
import type { NetworkDocument } from '../network'
import {
  benchOf,
  diagnose,
  endsOf,
  keyOf,
  meters,
  planOf,
  readingsOf,
  readMeter,
  viewOf,
  type Diagnosed,
  type Diagnosis,
  type Hypothesis,
  type Measurement,
  type Meter,
  type ReadingDocument,
} from '.'

const meter = (() => {
  const read = readMeter(meters[0])
  if (!read.ok) throw new Error('the meter is refused')
  return read.meter
})()

function benchFor(of: NetworkDocument) {
  const bench = benchOf(networkOf(of))
  if (!bench.ok) throw new Error(JSON.stringify(bench.problems))
  return bench
}

function concluded(of: NetworkDocument, readings: readonly ReadingDocument[], on: Meter | null = meter): Diagnosed {
  const read = readingsOf({ format: 'nodrel-readings', version: 1, title: '', readings })
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const found = diagnose(benchFor(of), read.readings, on)
  if (!found.ok) throw new Error(JSON.stringify(found.problems))
  return found
}

function diagnosed(...of: Parameters<typeof concluded>): Diagnosis {
  return concluded(...of).diagnosis
}

/** The red lead on the end nearer to +, as the plan says. */
function turnOf(of: NetworkDocument, measurement: Measurement): 1 | -1 {
  if (measurement.quantity === 'resistance' || !('of' in measurement)) return 1
  return benchFor(of).turned[of.parts.findIndex(({ name }) => name === measurement.of)] ? -1 : 1
}

/** The voltages of all resistors and the total current. */
function usual(of: NetworkDocument): Measurement[] {
  const names = of.parts.flatMap((part) => (part.kind === 'resistor' ? [part.name] : []))
  return [...names.map((name) => ({ quantity: 'voltage', of: name }) as const), { quantity: 'current', of: 'E1' }]
}

function readAll(
  of: NetworkDocument,
  fault: BuiltFault,
  measurements: readonly Measurement[],
  random: () => number,
): ReadingDocument[] {
  const real = build(of, fault, random)
  const gain = 2 * random() - 1
  return measurements.map((it) => readMeterOn(real, it, meter, gain, random, turnOf(of, it)))
}

/** The fault that a hypothesis names, as it would be built. */
function asBuilt(of: NetworkDocument, { fault, parts, points, value }: Hypothesis): BuiltFault | null {
  const [part, other] = parts
  if (fault === 'none') return { fault }
  if (fault === 'open' || fault === 'lifted') return { fault: 'open', part }
  if (fault === 'shorted') return { fault, part }
  if (fault === 'swapped') return { fault, part, other }
  if (fault === 'bridged' && points) return { fault, points }
  if (fault === 'value' && value !== null) return { fault, part, times: value / (marked(of).ohms.get(part) as number) }
  return null
}

function isNamed(of: NetworkDocument, hypothesis: Hypothesis, fault: BuiltFault): boolean {
  const { nodes } = benchFor(of).built.wiring
  const named = (points: readonly string[]) =>
    points
      .map((point) => nodes.findIndex((node) => node.points.includes(point)))
      .sort()
      .join()
  if (fault.fault !== hypothesis.fault) return false
  if (fault.fault === 'none') return true
  if (fault.fault === 'bridged') return named(hypothesis.points ?? []) === named(fault.points)
  if (fault.fault === 'swapped') return hypothesis.parts.includes(fault.part) && hypothesis.parts.includes(fault.other)
  return hypothesis.parts[0] === fault.part
}

test.each(faultKinds)('%s: the true fault stands first, or one that reads the same', (kind) => {
  let [right, count] = [0, 0]
  const wrong: string[] = []
  for (let seed = 1; count < runs(20); seed++) {
    const random = randomNumbers(1000 * seed + kind.length)
    const of = randomNetwork(seed, 5 + Math.floor(random() * 8))
    const fault = randomFault(of, kind, random)
    if (!fault) continue
    count++
    const measurements = usual(of)
    const { hypotheses } = diagnosed(of, readAll(of, fault, measurements, random))
    const [first] = hypotheses
    const built = asBuilt(of, first)
    if (isNamed(of, first, fault) || (built && readsAlike(of, built, fault, measurements))) right++
    else wrong.push(`${seed}: ${JSON.stringify(fault)}, named ${first.text}`)
  }
  if (right < 0.95 * count) throw new Error(`${right} of ${count}; ${wrong.join('; ')}`)
})

test('where nothing is wrong, a fault is hardly ever claimed', () => {
  let claimed = 0
  for (let seed = 1; seed <= runs(10); seed++) {
    const random = randomNumbers(seed)
    const of = randomNetwork(seed, 5 + Math.floor(random() * 8))
    const { hypotheses, readings } = diagnosed(of, readAll(of, { fault: 'none' }, usual(of), random))
    if (hypotheses[0].fault !== 'none') claimed++
    expect(readings.filter(({ verdict }) => verdict !== 'agrees')).toEqual([])
    expect(hypotheses.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9)
  }
  expect(claimed).toBeLessThanOrEqual(1)
})

test('what to measure next finds the fault in at most two thirds of a random order, and sooner than voltages alone', () => {
  const needed = { next: 0, random: 0, voltages: 0 }
  for (const kind of faultKinds)
    for (let seed = 1, count = 0; count < runs(1); seed++) {
      const random = randomNumbers(77 * seed + kind.length)
      const of = randomNetwork(seed + 300, 5 + Math.floor(random() * 3))
      const fault = randomFault(of, kind, random)
      if (!fault) continue
      const bench = benchFor(of)
      const plan = planOf(
        viewOf(
          bench,
          of.parts.map((_, part) => endsOf(bench, part)),
        ),
      ).map(({ measurement }) => measurement)
      const real = build(of, fault, random)
      const kept = new Map<string, ReadingDocument>()
      const read = (it: Measurement) => {
        const before = kept.get(keyOf(it)) ?? readMeterOn(real, it, meter, 0.3, random, turnOf(of, it))
        kept.set(keyOf(it), before)
        return before
      }
      const key = ({ fault: code, parts, points }: Hypothesis) => [code, ...parts, ...(points ?? [])].join(' ')
      const known = (of_: Diagnosis) => {
        const [first] = of_.hypotheses
        return { first, like: [first, ...first.alike.map((i) => of_.hypotheses[i])] }
      }
      const end = new Set(known(diagnosed(of, plan.map(read))).like.map(key))
      const until = (next: (taken: readonly Measurement[], so: Diagnosis) => Measurement | null | undefined) => {
        const taken: Measurement[] = [{ quantity: 'voltage', of: 'E1' }]
        for (;;) {
          const so = diagnosed(of, taken.map(read))
          const { first, like } = known(so)
          if (end.has(key(first)) && like.reduce((sum, { probability }) => sum + probability, 0) > 0.6)
            return taken.length
          const more = next(taken, so)
          if (!more) return taken.length
          taken.push(more)
        }
      }
      const left = (from: readonly Measurement[], taken: readonly Measurement[]) =>
        from.find((it) => !taken.some((other) => keyOf(other) === keyOf(it)))
      const shuffled = [...plan]
      for (let i = shuffled.length - 1; i > 0; i--) {
        const j = Math.floor(random() * (i + 1))
        ;[shuffled[i], shuffled[j]] = [shuffled[j], shuffled[i]]
      }
      const voltages = plan.filter(({ quantity }) => quantity === 'voltage')
      needed.next += until((taken, { next }) => next ?? left(plan, taken))
      needed.random += until((taken) => left(shuffled, taken))
      needed.voltages += until((taken) => left(voltages, taken) ?? left(plan, taken))
      count++
    }
  expect(needed.next).toBeLessThanOrEqual((2 / 3) * needed.random)
  expect(needed.next).toBeLessThan(needed.voltages)
}, 60_000)

const V = (of: string, value: string): ReadingDocument => ({ quantity: 'voltage', of, value })

// 12 V; R1 1.5, then R2 10 + R3 20 beside R4 15, then R5 1: 12.5 Ω, 0.96 A, V1 = 1.44, V4 = 9.6, V2 = 3.2, V3 = 6.4, V5 = 0.96.
const asItShould = [
  V('E1', '12.00'),
  V('R1', '1.44'),
  V('R2', '3.20'),
  V('R3', '6.40'),
  V('R4', '9.60'),
  V('R5', '0.960'),
]

test('with R3 open R2 drops nothing and R4 carries all', () => {
  // 1.5 + 15 + 1 = 17.5 Ω, 0.6857 A: V1 1.029, V4 10.29, V5 0.686; R3 has all of V4.
  const readings = [
    V('E1', '12.00'),
    V('R1', '1.029'),
    V('R2', '0.000'),
    V('R3', '10.29'),
    V('R4', '10.29'),
    V('R5', '0.686'),
  ]
  const { hypotheses, next } = diagnosed(document(worked), readings, null)
  expect(hypotheses[0]).toMatchObject({
    fault: 'open',
    parts: ['R3'],
    value: null,
    explains: 6,
    of: 6,
    text: 'R3 open',
  })
  // Its lead may be up as well: only R3 alone tells that.
  expect(hypotheses[0].alike.map((i) => hypotheses[i].text)).toContain('a lead of R3 still lifted')
  expect(next).toEqual({ quantity: 'resistance', of: 'R3', lifted: true })
  const told = (value: string) =>
    diagnosed(document(worked), [...readings, { quantity: 'resistance', of: 'R3', lifted: true, value }], null)
      .hypotheses[0]
  expect(told('over').fault).toBe('open')
  expect(told('20.1').fault).toBe('lifted')
})

test('a slip of reading is told from a fault of the bench', () => {
  const with4 = (value: string) => asItShould.map((it) => (it.of === 'R4' ? { ...it, value } : it))
  expect(diagnosed(document(worked), with4('960 mV'), null).hypotheses[0]).toMatchObject({
    fault: 'scale',
    reading: 4,
    power: -1,
    text: 'the voltage of R4 is off by ÷10',
  })
  expect(diagnosed(document(worked), with4('-9.60'), null).hypotheses[0]).toMatchObject({
    fault: 'reversed',
    reading: 4,
  })
  expect(diagnosed(document(worked), asItShould, null).hypotheses[0].fault).toBe('none')
})

test('a source that is not set as it should be lowers all voltages alike', () => {
  const low = asItShould.map((it) => ({ ...it, value: String(Number(it.value) * 0.7) }))
  const { hypotheses } = diagnosed(document(worked), low, null)
  expect(hypotheses[0].fault).toBe('source')
  expect(hypotheses[0].value).toBeCloseTo(8.4, 1)
  const off = asItShould.map((it) => ({ ...it, value: '0.000' }))
  expect(diagnosed(document(worked), off, null).hypotheses[0].text).toBe('E1 gives nothing')
})

test('a value that fits is fitted where it is none of the usual ones', () => {
  // R4 36 Ω instead of 15: 30‖36 = 16.36, in all 18.86 Ω, 0.6362 A.
  const readings = [
    V('E1', '12.00'),
    V('R1', '0.954'),
    V('R2', '3.47'),
    V('R3', '6.94'),
    V('R4', '10.41'),
    V('R5', '0.636'),
  ]
  const { hypotheses } = diagnosed(
    document(worked),
    [...readings, { quantity: 'current', of: 'E1', value: '636 mA' }],
    null,
  )
  expect(hypotheses[0]).toMatchObject({ fault: 'value', parts: ['R4'] })
  expect((hypotheses[0].value as number) / 36).toBeCloseTo(1, 1)
})

test('one reading is too little for a verdict, and what to measure next is named', () => {
  const { tooLittle, next, hypotheses } = diagnosed(document(worked), [V('E1', '12.0')], null)
  expect(tooLittle).toBe(true)
  expect(next).not.toBeNull()
  expect(hypotheses[0].fault).toBe('none')
  expect(hypotheses[0].probability).toBeLessThan(0.9)
})

test('terminals alone have resistances, and these tell what is wrong', () => {
  const of = document(['T1 A C', 'R1 A B 100', 'R2 B C 220', 'R3 B C 330'])
  const alone = (name: string, value: string): ReadingDocument => ({
    quantity: 'resistance',
    of: name,
    lifted: true,
    value,
  })
  // 100 + 220 ‖ 330 = 232 Ω; with R2 open 430 Ω.
  const { hypotheses } = diagnosed(
    of,
    [{ quantity: 'resistance', of: 'T1', value: '429' }, alone('R1', '100.5'), alone('R3', '331')],
    null,
  )
  expect(hypotheses[0]).toMatchObject({ fault: 'open', parts: ['R2'] })
})

test('a bridge network is diagnosed like any other', () => {
  const of = document(['E1 A Z 12 V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B Z 470', 'R5 C Z 150'])
  const random = randomNumbers(4)
  const { hypotheses } = diagnosed(of, readAll(of, { fault: 'open', part: 'R4' }, usual(of), random))
  expect(hypotheses[0]).toMatchObject({ fault: 'open', parts: ['R4'] })
})

test('of 500 benches, right and wrong, no two sentences contradict: what is red is not also green', () => {
  const seen = new Map<string, number>()
  for (let seed = 1; seed <= 500; seed++) {
    const random = randomNumbers(77 * seed)
    const of = randomNetwork(seed, 2 + (seed % 5))
    const kinds = ['nothing', ...faultKinds, 'out of tolerance', 'slip', 'two'] as const
    const kind = kinds[seed % kinds.length]
    const isBuilt = kind !== 'nothing' && kind !== 'out of tolerance' && kind !== 'slip' && kind !== 'two'
    const fault: BuiltFault =
      (isBuilt && randomFault(of, kind, random)) ||
      (kind === 'out of tolerance' ? { fault: 'value', part: 'R1', times: 0.9 + 0.2 * random() } : { fault: 'none' })
    const alone = of.parts.flatMap((part) =>
      part.kind === 'resistor' ? [{ quantity: 'resistance', of: part.name, lifted: true } as const] : [],
    )
    const all: Measurement[] = [{ quantity: 'voltage', of: 'E1' }, ...alone, ...usual(of)]
    const some = all.filter(() => random() < 0.7)
    const readings = readAll(of, fault, some, random)
    if (readings.length === 0) continue
    // A reading that nobody took like that; one that is off by a little.
    const spoilt = readings.map((reading, i): ReadingDocument => {
      const value = Number(reading.value)
      if ((kind !== 'slip' && kind !== 'two') || i > (kind === 'two' ? 1 : 0) || Number.isNaN(value)) return reading
      return { ...reading, value: String(value * (kind === 'slip' ? 1.06 : 1.4)) }
    })
    const { diagnosis, conclusion } = concluded(of, spoilt)
    const red = diagnosis.readings.filter(({ verdict }) => verdict !== 'agrees' && verdict !== 'unknown')
    const nothing = diagnosis.hypotheses.find((it) => it.fault === 'none')
    const what = `${seed} ${kind}: ${JSON.stringify({ conclusion, red, fits: diagnosis.fits })}`
    const isGood = conclusion.is === 'well' || conclusion.is === 'open'
    if (red.length > 0 && isGood) throw new Error(`good over red: ${what}`)
    if (!diagnosis.fits && !diagnosis.tooLittle && conclusion.is !== 'unexplained') throw new Error(`unfit: ${what}`)
    if ((red.length > 0 || !diagnosis.fits) && nothing?.text.includes('nothing is wrong'))
      throw new Error(`nothing is wrong, though: ${what}`)
    if (conclusion.is === 'well' && (!diagnosis.fits || diagnosis.hypotheses[0].fault !== 'none'))
      throw new Error(`well, though: ${what}`)
    if (conclusion.is === 'fault' && !diagnosis.fits) throw new Error(`a fault that does not fit: ${what}`)
    seen.set(conclusion.is, (seen.get(conclusion.is) ?? 0) + 1)
  }
  for (const is of ['well', 'open', 'fault', 'beyond', 'unexplained']) expect(seen.get(is) ?? 0).toBeGreaterThan(3)
})

test('nothing is concluded of what no reading touches', () => {
  const of = document(['E1 A C 10', 'R1 A B 50', 'R2 B C 100', 'R3 B C 100'])
  // One resistance says nothing of the source, nor of the other parts.
  const one = concluded(of, [{ quantity: 'resistance', of: 'R1', lifted: true, value: '50.1' }])
  expect(one.diagnosis.hypotheses.filter(({ fault }) => fault === 'source')).toEqual([])
  expect(one.conclusion).toMatchObject({ is: 'open' })
  const two = concluded(of, [
    { quantity: 'resistance', of: 'R1', lifted: true, value: '50.1' },
    { quantity: 'resistance', of: 'R2', lifted: true, value: '99.2' },
  ])
  expect(two.conclusion.is).toBe('open')
  expect(two.conclusion.rests).toContain('nothing is said of it: E1 and R3')
})

test('a part beyond its own tolerance is outside, or at the edge as far as the meter may be off; one verdict says so', () => {
  const of = document(['E1 A C 10', 'R1 A B 50', 'R2 B C 100'])
  const readings = (R2: string): ReadingDocument[] => [
    { quantity: 'resistance', of: 'R2', lifted: true, value: R2 },
    { quantity: 'resistance', of: 'R1', lifted: true, value: '50' },
    { quantity: 'voltage', of: 'E1', value: '10' },
  ]
  const edge = concluded(of, readings('105.9'))
  expect(edge.diagnosis.readings[0].verdict).toBe('agrees')
  expect(edge.conclusion.rests).toContain('At the edge of its tolerance: R(R2).')
  const outside = concluded(of, readings('107'))
  expect(outside.diagnosis.readings[0].verdict).toBe('outside')
  expect(outside.conclusion.is).not.toBe('well')
  expect(outside.conclusion.text + outside.conclusion.rests).toContain('R2')
  // V = I·R with the total current, where it is that part's: 10 V over 150 Ω are 66.7 mA.
  const total = concluded(of, [
    { quantity: 'resistance', of: 'R1', lifted: true, value: '52' },
    { quantity: 'voltage', of: 'R1', value: '3.2' },
    { quantity: 'current', of: 'E1', value: '68 mA' },
  ])
  expect(total.diagnosis.readings.map(({ verdict }) => verdict)).toContain('against')
  // The supply's own read-out counts by its own accuracy, and no other part has one.
  const shown = concluded(of, [
    { quantity: 'voltage', of: 'E1', value: '10.15', display: true },
    { quantity: 'current', of: 'E1', value: '0.07', display: true },
  ])
  expect(shown.diagnosis.readings.map(({ verdict }) => verdict)).toEqual(['agrees', 'agrees'])
})
