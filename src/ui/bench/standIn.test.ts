import {
  freshBench,
  handsFor,
  hiddenTruth,
  measurementsAt,
  meters,
  readBench,
  readMeter,
  resolutionOf,
  type Hands,
  type MeterDocument,
} from '@/core/bench'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { truth as trulyThere } from '../../../test/builtBench'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { networkOf } from '../../../test/documents'
import { worksheetOf } from '../../../test/worked'
import { benchPictureOf, placeOf } from './benchPicture'
import { logOf, planningOf, type LogRow } from './laid'
import { newRun, withReading, type RunDocument } from './run'
import { targetAmong, targetsOf } from './targets'
import { asRead } from './words'

const meterOf = (document: MeterDocument) => {
  const read = readMeter(document)
  if (!read.ok) throw new Error('a meter that ships')
  return read.meter
}
const meter = meterOf(meters[0])

/** A ladder of kinds: any nesting, pure series, pure parallel, zero ohms, drawn meters, bridges. */
function plan(seed: number): NetworkDocument {
  const size = 2 + (seed % 11)
  if (seed % 8 === 3) return { ...randomBridges(seed, 4), title: 'bridge' }
  if (seed % 8 === 5 || seed % 8 === 6) {
    const inSeries = seed % 8 === 5
    const point = (i: number) => (i === 0 ? 'A' : inSeries && i < size ? `P${i}` : 'Z')
    return {
      format: 'nodrel-network',
      version: 1,
      title: '',
      parts: [
        { name: 'E1', kind: 'source', from: 'A', to: 'Z', voltage: '9 V' },
        ...Array.from({ length: size }, (_, i) => ({
          name: `R${i + 1}`,
          kind: 'resistor' as const,
          from: inSeries ? point(i) : 'A',
          to: point(inSeries ? i + 1 : size),
          resistance: String(47 * (1 + ((seed * (i + 3)) % 17))),
        })),
      ],
    }
  }
  return randomNetwork(seed, size, { clutter: seed % 5 === 0, zeros: seed % 4 === 1, meters: seed % 3 === 1 })
}

test('every row of 200 random plans is finished on the stand-in by what lies on the screen, and reads what is there', () => {
  const off: string[] = []
  let rowsRead = 0
  for (let seed = 1; seed <= 200; seed++) {
    const document = plan(seed)
    if (!readNetwork(document).ok) continue
    const network = networkOf(document)
    const found = planningOf(network)
    if (!found.ok) continue
    const { planning } = found
    const { bench, view } = planning
    const drawn = benchPictureOf(worksheetOf(network), bench)
    const truth = hiddenTruth(bench, seed, 0)
    const fresh = freshBench(bench, meter, view.hasSource ? view.volts : 0)
    // An ammeter is a wire, a voltmeter nothing; the source stands first.
    const parts = document.parts.flatMap((part) =>
      part.kind === 'voltmeter' ? [] : part.kind === 'ammeter' ? [{ ...part, kind: 'wire' as const }] : [part],
    )
    const real = {
      document: {
        ...document,
        parts: [...parts.filter(({ kind }) => kind === 'source'), ...parts.filter(({ kind }) => kind !== 'source')],
      },
      ohms: new Map([...truth.ohms].map(([part, R]) => [network.parts[part].name, R])),
      volts: view.volts * truth.supply,
      bridge: null,
    }
    /** What is really there, from the end nearer + on. */
    const thereAt = ({ measurement }: LogRow, shunt: number) => {
      const part = network.parts.findIndex(({ name }) => 'of' in measurement && name === measurement.of)
      const { from, to, kind } = network.parts[part]
      const asked =
        measurement.quantity === 'voltage'
          ? { quantity: measurement.quantity, between: [from, to] as const }
          : measurement
      const loading = { across: meter.voltage.resistance, shunt }
      const turn = kind === 'source' || measurement.quantity === 'resistance' ? 1 : bench.turned[part] ? -1 : 1
      return turn * trulyThere(real, asked, loading)
    }
    const say = (row: LogRow, what: string) => void off.push(`${seed} ${row.key}: ${what}`)
    let run: RunDocument = newRun('', { standin: { seed, faults: 0 } })
    const rows = logOf(planning, run).rows.map((row): { -readonly [K in keyof LogRow]: LogRow[K] } => ({ ...row }))
    for (const row of rows) {
      if (row.beyond !== null) continue
      const set = handsFor(bench, row.measurement, fresh)
      // All that hands reach for is drawn.
      for (const spot of [set.red, set.black]) if (!spot || !placeOf(drawn, spot)) say(row, 'a lead has no place')
      for (const up of set.lifted)
        if (!drawn.leads.some(({ part, end }) => part === up.part && end === up.end)) say(row, 'no lead to lift')
      const { quantity } = row.measurement
      const at = (range: number): Hands => ({ ...set, range: { ...set.range, [quantity]: range } })
      const { ranges } = meter[quantity]
      const { fullness } = readBench(bench, truth, at(ranges.length - 1), meter)
      const best = fullness.findIndex((it) => it <= 1)
      let range = best < 0 ? ranges.length - 1 : best
      let reading = readBench(bench, truth, at(range), meter)
      // Where the display itself goes over, one range up.
      while (reading.shown === 'over' && range < ranges.length - 1)
        reading = readBench(bench, truth, at(++range), meter)
      if (reading.warnings.length > 0) say(row, reading.warnings.join())
      if (reading.blows) say(row, 'the fuse blows')
      const targets = targetsOf(planning, rows, measurementsAt(bench, set))
      const target = targetAmong(targets, row)
      if (target?.row?.key !== row.key) say(row, `would be written into ${target?.row?.key ?? 'none'}`)
      if (reading.shown === null || !target) {
        say(row, 'shows nothing')
        continue
      }
      const text = reading.shown === 'over' ? 'over' : asRead(reading.shown, quantity, meter, ranges[range])
      row.reading = { ...row.measurement, value: text }
      run = withReading(run, target.measurement, { value: text, range: String(ranges[range].to) }, 'simulated')
      rowsRead++
      const here = thereAt(row, ranges[range].shunt)
      if (reading.shown === 'over') {
        if (Math.abs(here) <= ranges[ranges.length - 1].to) say(row, `over, but ${here}`)
        continue
      }
      const { percent, counts } = ranges[range]
      const digit = resolutionOf(meter, ranges[range])
      const allowed = (Math.abs(here) * percent) / 100 + (counts + 0.01) * digit
      if (!(Math.abs(reading.shown - here) <= allowed)) say(row, `shows ${reading.shown}, but ${here} is there`)
    }
    for (const row of logOf(planning, run).rows) {
      if (row.reading === null && row.beyond === null) say(row, 'is still open')
      if (row.judged && !['agrees', 'unknown'].includes(row.judged.verdict))
        say(row, `${String(row.reading?.value)} is ${row.judged.verdict} ${JSON.stringify(row.judged.law ?? row.band)}`)
    }
    if (kindIsLost(run)) off.push(`${seed}: not simulated`)
  }
  expect(off).toEqual([])
  expect(rowsRead).toBeGreaterThan(2000)
})

const kindIsLost = (run: RunDocument) => run.readings.length > 0 && run.simulated !== true
