import type { Locator, Page } from '@playwright/test'
import { benchOf, diagnose, meters, readingsOf, readMeter } from '@/core/bench'
import { adjointOf, backward, compile, expandValues, reduceValues, tapeOf } from '@/core/solution'
import { readNetwork } from '@/core/network'
import { wire } from '@/core/structure'
import { build, readMeterOn } from '../test/builtBench'
import { randomNetwork, randomNumbers } from '../test/randomNetwork'
import { median, medianTime, time, type Row } from './measure'
import { denseNodeVoltages } from './peer'
import { openPage, whileServed } from './served'

function open(parts: number) {
  const document = randomNetwork(11, parts)
  const read = readNetwork(document)
  if (!read.ok) throw new Error('the network is refused')
  return { document, network: read.network }
}

/** One structure with many values, against assembling and solving the dense node equations each time. */
export function evaluationRows(): Row[] {
  return [20, 1000].flatMap((parts): Row[] => {
    const { network } = open(parts)
    const wiring = wire(network)
    const program = compile(wiring)
    if (!program) throw new Error('the network is series-parallel')
    const resistances = wiring.live.map((part) => {
      const it = network.parts[part]
      return it.kind === 'resistor' ? (it.resistance?.value ?? 0) : 0
    })
    const tape = tapeOf(program)
    tape.resistance.set(resistances)
    const evaluate = () => expandValues(program, tape, 12 / reduceValues(program, tape))
    evaluate()
    const found = tape.current[tape.current.length - 1]
    const { supply } = denseNodeVoltages(wiring, resistances, 12)
    if (!(Math.abs(found - supply) <= 1e-6 * supply)) throw new Error(`the peer finds ${supply} A, the core ${found} A`)
    const own = medianTime(evaluate)
    const peer = medianTime(() => denseNodeVoltages(wiring, resistances, 12), { budget: 1000 })
    const adjoint = adjointOf(program)
    const derivatives = medianTime(() => {
      for (let leaf = 0; leaf < program.leaves.length; leaf++) adjoint.resistance[leaf] = 0
      adjoint.current[0] = 1
      backward(program, tape, adjoint, 'voltage')
    })
    const wanted = parts === 20 ? 50 : 5000
    const both = (evaluate(), derivatives / own)
    return [
      {
        what: `all voltages and currents, structure known: ${parts} parts`,
        measured: time(own),
        wanted: '',
        holds: null,
      },
      { what: '  dense LU node voltages, assembled and solved', measured: time(peer), wanted: '', holds: null },
      {
        what: '  faster than that by',
        measured: `${(peer / own).toFixed(0)} ×`,
        wanted: `≥ ${wanted} ×`,
        holds: peer / own >= wanted,
      },
      {
        what: '  all derivatives of one quantity, against one evaluation',
        measured: `${both.toFixed(2)} ×`,
        wanted: '≤ 3 ×',
        holds: both <= 3,
      },
    ]
  })
}

/** 15 readings of 20 parts to a diagnosis, the next measurement included. */
export function diagnosisRows(): Row[] {
  const { document, network } = open(20)
  const bench = benchOf(network)
  const meter = readMeter(meters[0])
  if (!bench.ok || !meter.ok) throw new Error('the network is refused')
  const random = randomNumbers(5)
  const real = build(document, { fault: 'value', part: 'R7', times: 10 }, random)
  const names = document.parts.flatMap(({ name, kind }) => (kind === 'resistor' ? [name] : [])).slice(0, 13)
  const readings = [
    { quantity: 'voltage', of: 'E1' } as const,
    ...names.map((of) => ({ quantity: 'voltage', of }) as const),
    { quantity: 'current', of: 'E1' } as const,
  ].map((measurement) => {
    const turned = bench.turned[document.parts.findIndex(({ name }) => name === measurement.of)]
    return readMeterOn(real, measurement, meter.meter, 0, random, turned ? -1 : 1)
  })
  const read = readingsOf({ format: 'nodrel-readings', version: 1, title: '', readings })
  if (!read.ok) throw new Error('the readings are refused')
  const found = diagnose(bench, read.readings, meter.meter)
  if (!found.ok || found.diagnosis.hypotheses[0].parts[0] !== 'R7') throw new Error('the fault is not found')
  const ms = medianTime(() => diagnose(bench, read.readings, meter.meter), { warm: 1000, budget: 2000 })
  return [
    {
      what: 'diagnosis of 20 parts from 15 readings, with what to measure next',
      measured: time(ms),
      wanted: '≤ 100 ms',
      holds: ms <= 100,
    },
  ]
}

/** A million samples in the browser, and how soon they are seen and stopped. */
export function samplingRows(): Promise<Row[]> {
  return whileServed(async ({ browser, addressOf }) => {
    const page = await openPage(browser)
    await page.goto(`${await addressOf(open(20).document)}/bench`)
    await page.getByRole('button', { name: 'Spread and ratings' }).click()
    await page.getByText('1,000,000 samples').waitFor()
    const runs: { first: number; all: number }[] = []
    for (let i = 1; i <= 7; i++) runs.push(await sampleOnce(page, i))
    const cancels: number[] = []
    for (let i = 8; i <= 12; i++) cancels.push(await cancelOnce(page, i))
    const all = median(runs.map((run) => run.all))
    const first = median(runs.map((run) => run.first))
    const cancel = median(cancels)
    return [
      {
        what: '1,000,000 samples of 20 parts in two workers, all sums kept, in Chromium',
        measured: time(all),
        wanted: '≤ 1000 ms',
        holds: all <= 1000,
      },
      { what: '  the first histogram is shown after', measured: time(first), wanted: '≤ 200 ms', holds: first <= 200 },
      { what: '  stopped after cancel', measured: time(cancel), wanted: '≤ 100 ms', holds: cancel <= 100 },
    ]
  })
}

/** One quantity in the open list. */
async function optionOf(page: Page, quantity: number): Promise<Locator> {
  await page.getByLabel('Of which value').click()
  return page.getByRole('option').nth(quantity)
}

/** Chooses another quantity; how long until its first histogram and until all samples are there, in milliseconds. */
async function sampleOnce(page: Page, quantity: number): Promise<{ first: number; all: number }> {
  return (await optionOf(page, quantity)).evaluate(async (option, value) => {
    const start = performance.now()
    option.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const until = async (isThere: () => boolean) => {
      await window.painted()
      while (!isThere() && performance.now() < start + 20_000) await new Promise((done) => requestAnimationFrame(done))
      return performance.now() - start
    }
    const status = () => document.querySelector('[data-sampling]')?.textContent ?? ''
    const first = await until(
      () => document.querySelector('[data-sampling-of="' + value + '"] .apexcharts-bar-area') !== null,
    )
    const all = await until(() => status().includes('1,000,000 samples:'))
    return { first, all }
  }, String(quantity))
}

/** Chooses another quantity and cancels while it is sampled; how long until it has stopped, in milliseconds. */
async function cancelOnce(page: Page, quantity: number): Promise<number> {
  return (await optionOf(page, quantity)).evaluate(async (option) => {
    option.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const button = () => document.querySelector<HTMLElement>('[data-sampling] button')
    while (!button()) await new Promise((done) => requestAnimationFrame(done))
    await new Promise((done) => setTimeout(done, 60))
    const start = performance.now()
    button()?.click()
    while (button()) await new Promise((done) => requestAnimationFrame(done))
    return performance.now() - start
  })
}
