import type { Problem } from '../../network'
import type { Port } from '../circuit'
import type { Meter } from '../meter'
import { allPairs, endsOf, keyOf, planOf, type View } from '../plan'
import { disagrees, judgeReadings, layReadings, type Reading } from '../readings'
import type { Bench } from '../tolerance'
import { anySource, anyValue, type Weighed, asMarked, faultsOf, idleShare } from './hypotheses'
import { priors, type Fault, type Faulty } from './fault'
import type { Diagnosis, Hypothesis } from './format'
import { dataOf, fit, meantBy, product, shown, solveLower, type Data } from './likelihood'
import { conclusionOf, type Conclusion } from './conclusion'
import { nextOf, type NextMeasurement } from './next'
import { quantityText } from '../../number'

export interface Diagnosed {
  readonly diagnosis: Diagnosis
  /** What the best hypotheses would read at the next measurement, by their place. */
  readonly nextReads: readonly { readonly hypothesis: number; readonly value: number }[]
  readonly conclusion: Conclusion
}

type FoundDiagnosis =
  | ({ readonly ok: true } & Diagnosed)
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** Beyond so many resistors the inverse of the node matrix takes too long, and nobody measures them all. */
const mostResistors = 300
/** Fewer readings than this are too little for a verdict. */
const fewest = 2
/** Up to so many nodes, every pair of them may be bridged. */
const mostNodes = 14
/** What is kept of the hypotheses while the next measurement is chosen. */
const mostRemaining = 40
const leastProbability = 1e-4
/** How many hypotheses are told. */
const mostTold = 20
/** 99 % of a normal distribution lie within so many standard deviations. */
const within99 = 2.5758

/**
 * What readings say of a bench: every single fault is tried against all of them, by Bayes’ rule with readings that are jointly
 * normal; and the next measurement is the one with the largest mutual information (Lindley, 1956) for its effort.
 *
 * @param meter null for ±1 % of the reading and half of its last digit
 * @returns hypotheses, the most probable first, their probabilities adding to 1 before the least are left out, and the next
 *   measurement (null where none would tell more); or problems where a reading fits nothing
 */
export function diagnose(bench: Bench, readings: readonly Reading[], meter: Meter | null): FoundDiagnosis {
  const { built } = bench
  const { wiring, network } = built
  const resistors = network.parts.filter(({ kind }) => kind === 'resistor').length
  if (resistors > mostResistors) {
    const message = `${resistors.toLocaleString('en')} resistors are over the limit of ${mostResistors} for a diagnosis`
    return { ok: false, problems: [{ part: null, field: 'parts', message }] }
  }
  const nodes = wiring.nodes.length
  const beside = network.parts.map((_, part): Port => endsOf(bench, part))
  const pairs = nodes <= mostNodes ? [...beside, ...allPairs(nodes)] : beside
  const laidOut = layReadings(bench, readings, meter, pairs)
  if (!laidOut.ok) return laidOut
  const { view, laid } = laidOut
  const judged = judgeReadings(view, laid)
  const { equivalent } = bench.model.run(built.resistance)
  const data = dataOf(laid, equivalent)
  const sourceSpread = sourceSpreadOf(view)
  const plan = planOf(view)
  const readAt = [...plan.map((planned) => planned.laid), ...laid.flatMap(({ read }) => (read ? [read.laid] : []))]
  const keep = readAt.reduce((most, at) => ('port' in at ? Math.max(most, at.port + 1) : most), view.ports.resistors)
  const weighed = weigh(view, data, sourceSpread, keep)

  const most = weighed.reduce((top, { log }) => Math.max(top, log), -Infinity)
  const total = weighed.reduce((sum, { log }) => sum + Math.exp(log - most), 0)
  const all = weighed
    .map((it) => ({ ...it, probability: Math.exp(it.log - most) / total }))
    .sort((a, b) => b.probability - a.probability)
  const merged = merge(all)
  const told = merged.slice(0, mostTold)
  const sum = told.reduce((part, { probability }) => part + probability, 0)
  const names = (node: number) => wiring.nodes[node].points[0]
  const fits = isFitting(told[0], explained(told[0], data), readings.length)
  // Nothing is wrong only where nothing speaks against it.
  const isWell = fits && !judged.some(disagrees)
  const alike = told.map((one, i) => told.flatMap((other, j) => (i !== j && !isToldApart(one, other, data) ? [j] : [])))
  const hypotheses = told.map((it, i): Hypothesis => {
    const { bench: there } = it.fitted
    const { fault } = there
    return {
      fault: fault.fault,
      parts: partsOf(fault).map((part) => network.parts[part].name),
      ...(fault.fault === 'bridged' && { points: [names(fault.nodes[0]), names(fault.nodes[1])] as const }),
      value: valueOf(view, fault),
      ...('reading' in fault && { reading: readings[fault.reading].index }),
      ...(fault.fault === 'scale' && { power: fault.power }),
      explains: explained(it, data),
      of: readings.length,
      probability: it.probability / sum,
      text: fault.fault === 'none' && !isWell ? 'tolerances alone' : faultText(view, fault, readings),
      alike: alike[i],
    }
  })
  const taken = new Set(readings.map(({ measurement }) => keyOf(measurement)))
  const candidates = plan.filter(({ measurement }) => !taken.has(keyOf(measurement)))
  const remaining = all.filter(({ probability }) => probability > leastProbability).slice(0, mostRemaining)
  const kept = remaining.reduce((part, { probability }) => part + probability, 0)
  const next = nextOf(
    view,
    candidates,
    remaining.map((it) => ({ ...it, probability: it.probability / kept })),
    meter,
    sourceSpread,
  )
  return {
    ok: true,
    nextReads: readsOf(next, remaining, told),
    conclusion: conclusionOf(view, laid, judged, hypotheses, {
      fits,
      tooLittle: readings.length < fewest,
      untouched: untouchedBy(view, all, data),
    }),
    diagnosis: {
      format: 'nodrel-diagnosis',
      version: 1,
      readings: judged.map(({ index, band, verdict, power }) => ({
        index,
        expected: band && { nominal: band.nominal, min: band.min, max: band.max },
        verdict,
        ...(power !== undefined && { power }),
      })),
      hypotheses,
      next: next?.measurement ?? null,
      fits,
      tooLittle: readings.length < fewest,
    },
  }
}

/**
 * Whether a fault explains the readings: the squares of what they are off add to no more than they would in all but one of
 * some thousands (the χ² distribution, by its mean n and deviation √2n), and none of them is out of its band by itself.
 */
function isFitting({ fitted }: Weighed, explains: number, of: number): boolean {
  const n = fitted.whitened.length
  const off = product(fitted.whitened, fitted.whitened)
  return off <= n + 5 * Math.sqrt(2 * n) + 8 && 2 * explains >= of
}

/** The standard deviation of the source's voltage, in volts: its tolerance spread evenly; wide where it is not given. */
function sourceSpreadOf({ bench, volts, hasSource }: View): number {
  const { drive } = bench.built
  if (!hasSource) return 0
  return drive.at === 'source' && drive.quantity === 'voltage' ? (volts * drive.tolerance) / Math.sqrt(3) : 0.2 * volts
}

/** Every fault with its weight; of values that have to be fitted, their peaks. */
function weigh(view: View, data: Data, sourceSpread: number, keep: number): Weighed[] {
  const base = asMarked(view, keep)
  const faults = faultsOf(view, base, data).map((it): Weighed => {
    const fitted = fit(it, data, sourceSpread)
    return { fitted, log: fitted.logLikelihood + it.prior }
  })
  const { network, wiring } = view.bench.built
  const resistors = network.parts.flatMap((_, part) => (view.ofPart[part] === undefined ? [] : [part]))
  const moves = [...data.numbers, ...data.overs].map(({ read }) => shown(base, read))
  const isTouched = (port: number) => moves.some(({ slopes }) => slopes[port] !== 0)
  // Of what no reading touches no value is fitted.
  const free = resistors
    .filter((part) => isTouched(view.ofPart[part] as number))
    .flatMap((part) =>
      anyValue(
        base,
        part,
        view.ofPart[part] as number,
        wiring.idle[part] !== null,
        (priors.free / resistors.length) * (wiring.idle[part] === null ? 1 : idleShare),
        data,
        sourceSpread,
      ),
    )
  return [...faults, ...free, ...(view.hasSource && isSourceRead(base, data) ? anySource(base, data) : [])]
}

interface Ranked extends Weighed {
  readonly probability: number
}

function partsOf(fault: Fault): number[] {
  if (fault.fault === 'swapped') return [fault.part, fault.other]
  return 'part' in fault ? [fault.part] : []
}

/** What makes two faults the same one to a person: a value is one whatever it is. */
function keyOfFault(fault: Fault): string {
  const { fault: code } = fault
  if (code === 'bridged') return `bridged ${fault.nodes.join()}`
  if (code === 'scale') return `scale ${fault.reading} ${fault.power}`
  return [code, ...partsOf(fault), 'reading' in fault ? fault.reading : ''].join(' ')
}

/** The same faults as one, with the best of them to stand for it. */
function merge(all: readonly Ranked[]): Ranked[] {
  const found = new Map<string, Ranked>()
  for (const it of all) {
    const key = keyOfFault(it.fitted.bench.fault)
    const before = found.get(key)
    found.set(key, before ? { ...before, probability: before.probability + it.probability } : it)
  }
  return [...found.values()].sort((a, b) => b.probability - a.probability)
}

function valueOf({ volts, ports, ofPart }: View, fault: Fault): number | null {
  if (fault.fault === 'source') return volts * fault.times
  return fault.fault === 'value' ? ports.resistance[ofPart[fault.part] as number] * fault.times : null
}

/** How many readings lie within a fault's own band of 99 %. */
function explained({ fitted }: Weighed, { numbers, overs }: Data): number {
  const { bench, joint, used } = fitted
  let count = 0
  used.forEach((number, i) => {
    const read = meantBy(bench.fault, numbers[number])
    const variance = product(joint.factors[i], joint.factors[i]) + joint.own[i]
    if (Math.abs(read - joint.mean[i]) <= within99 * Math.sqrt(variance)) count++
  })
  for (const { read, end } of overs) if (Math.abs(shown(bench, read).value) > end) count++
  return count
}

/** Whether the readings at hand would differ under two faults by more than their spread. */
function isToldApart(one: Weighed, other: Weighed, { overs }: Data): boolean {
  const [a, b] = [one.fitted, other.fitted]
  if ('reading' in a.bench.fault || 'reading' in b.bench.fault) return true
  if (a.used.length !== b.used.length || a.used.some((number, i) => number !== b.used[i])) return true
  for (const { read, end } of overs)
    if (Math.abs(shown(a.bench, read).value) > end !== Math.abs(shown(b.bench, read).value) > end) return true
  // What the other would read, as this one whitens it.
  const off = solveLower(
    a.L,
    a.used.length,
    a.used.map((_, i) => b.joint.mean[i] - a.joint.mean[i]),
  )
  return product(off, off) > 1
}

/** Whether any reading moves with the voltage of the source. */
function isSourceRead(bench: Faulty, { numbers, overs }: Data): boolean {
  return [...numbers, ...overs].some(({ read }) => shown(bench, read).bySource !== 0)
}

/** Which resistors could be open without any reading telling; and the source, where none is touched by it. */
function untouchedBy({ bench, hasSource }: View, all: readonly Ranked[], data: Data): number[] {
  const none = all.find(({ fitted }) => fitted.bench.fault.fault === 'none')
  if (!none) return []
  const parts = all.flatMap((it) => {
    const { fault } = it.fitted.bench
    return fault.fault === 'open' && !isToldApart(none, it, data) ? [fault.part] : []
  })
  return [
    ...(hasSource && !isSourceRead(none.fitted.bench, data) ? [bench.built.wiring.supply] : []),
    ...parts.sort((a, b) => a - b),
  ]
}

/** What each told hypothesis would read next, from the best of what it stands for. */
function readsOf(
  next: NextMeasurement | null,
  remaining: readonly Ranked[],
  told: readonly Ranked[],
): Diagnosed['nextReads'] {
  if (!next) return []
  return told.flatMap(({ fitted }, hypothesis) => {
    const at = remaining.findIndex((it) => it.fitted === fitted)
    return at < 0 ? [] : [{ hypothesis, value: next.reads[at] }]
  })
}

/** A fault in words: `R3 open`, `R5 is another value, ×10: 220 Ω`. */
function faultText({ bench, ports, ofPart, volts }: View, fault: Fault, readings: readonly Reading[]): string {
  const { network, wiring } = bench.built
  const name = (part: number) => network.parts[part].name
  const reading = (index: number) => measured(readings[index])
  switch (fault.fault) {
    case 'none':
      return 'nothing is wrong: all within tolerance'
    case 'open':
      return `${name(fault.part)} open`
    case 'shorted':
      return `${name(fault.part)} shorted`
    case 'lifted':
      return `a lead of ${name(fault.part)} still lifted`
    case 'value': {
      const R = quantityText({ value: ports.resistance[ofPart[fault.part] as number] * fault.times }, 'Ω', 3)
      const times = Math.log10(fault.times)
      const isDecade = Math.abs(times - Math.round(times)) < 0.02 && Math.abs(times) > 0.5
      const factor = times > 0 ? `×${10 ** Math.round(times)}` : `÷${10 ** -Math.round(times)}`
      return isDecade ? `${name(fault.part)} ${factor}: ${R}` : `${name(fault.part)} another value: about ${R}`
    }
    case 'swapped':
      return `${name(fault.part)} and ${name(fault.other)} swapped`
    case 'bridged': {
      const [a, b] = fault.nodes.map((node) => wiring.nodes[node].label)
      return `nodes ${a} and ${b} bridged`
    }
    case 'source':
      return fault.times === 0
        ? `${name(wiring.supply)} gives nothing`
        : `${name(wiring.supply)} gives about ${quantityText({ value: volts * fault.times }, 'V', 3)}, not what it is set to`
    case 'scale':
      return `the ${reading(fault.reading)} is off by ${fault.power > 0 ? `×${10 ** fault.power}` : `÷${10 ** -fault.power}`}`
    case 'reversed':
      return `the ${reading(fault.reading)} was read with the leads reversed`
  }
}

/** What a reading is of: `voltage of R2`, `resistance between A and D`. */
function measured({ measurement }: Pick<Reading, 'measurement'>): string {
  const { quantity } = measurement
  return 'between' in measurement
    ? `${quantity} between ${measurement.between.join(' and ')}`
    : `${quantity} of ${measurement.of}`
}
