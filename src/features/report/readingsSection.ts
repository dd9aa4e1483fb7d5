import type { Diagnosed, ReadingDocument } from '@/core/bench'
import type { ReportBlock, ReportSection } from '@/core/report'
import type { Saved } from '@/ui/api'
import { logOf, type Log, type Planning } from '@/ui/bench/laid'
import { seedOf } from '@/ui/bench/run'
import { bandText, rowName, verdictSigns, verdictText } from '@/ui/bench/words'
import { benchWorker } from '@/ui/useWorkers'
import { useEffect, useState } from 'react'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

/** A run of readings laid on the network. */
export interface LaidRun {
  readonly run: Saved<'run'>
  readonly log: Log
  /** A fault is hidden in it that was not found yet: nothing is told of it. */
  readonly isSecret: boolean
}

/** All runs that have readings. */
export function layRuns(planning: Planning, runs: readonly Saved<'run'>[]): readonly LaidRun[] {
  return runs
    .map((run) => {
      const { faults, foundAfter } = seedOf(run.document)
      return { run, log: logOf(planning, run.document), isSecret: faults > 0 && foundAfter === undefined }
    })
    .filter(({ log }) => log.readings.length > 0)
}

/** What was measured, run by run, against what it may be; what is wrong, where that was told. */
export function readingsSection(
  { bench }: Planning,
  laid: readonly LaidRun[],
  diagnoses: ReadonlyMap<string, Diagnosed>,
): ReportSection | null {
  if (laid.length === 0) return null
  return {
    content: 'readings',
    heading: 'Measured',
    blocks: laid.flatMap(({ run, log, isSecret }): ReportBlock[] => {
      const read = log.rows.filter(({ reading }) => reading !== null)
      const agree = read.filter(({ judged }) => judged?.verdict === 'agrees').length
      const meter = log.meter ? `; meter: ${log.meter.name}` : ''
      const found = diagnoses.get(run.id)
      return [
        {
          block: 'words',
          text: `${run.document.title || 'Readings'}: ${agree} of ${read.length} agree${meter}`,
          as: 'strong',
        },
        {
          block: 'table',
          head: ['quantity', 'measured', 'may be', 'read', '', 'verdict'],
          rows: read.map(({ measurement, probe, band, reading, value, judged }) => [
            measurement.quantity,
            rowName(bench, measurement, probe),
            band ? bandText(band, measurement.quantity) : '–',
            readText(reading),
            judged ? verdictSigns[judged.verdict] : '',
            judged ? verdictText(judged, measurement.quantity, value) : '',
          ]),
          wordColumns: 6,
        },
        ...log.strays.map(({ message }): ReportBlock => ({ block: 'words', text: message, as: 'soft' })),
        ...(isSecret || !found ? [] : [{ block: 'words', text: wrongText(found) } as const]),
      ]
    }),
  }
}

function readText(reading: ReadingDocument | null): string {
  return reading === null ? '' : String(reading.value)
}

/** What the readings say, as far as they tell. */
function wrongText({ diagnosis: { hypotheses, fits, tooLittle } }: Diagnosed): string {
  const [best] = hypotheses
  if (!best || tooLittle) return 'There is too little to say what is wrong.'
  if (!fits) return `No single fault explains these readings; the nearest is: ${best.text}.`
  const alike = best.alike.map((place) => hypotheses[place]?.text).filter((text) => text !== undefined)
  const percent = `${Math.round(100 * best.probability)} %`
  const others = alike.length > 0 ? `, which these readings do not tell from: ${alike.join('; ')}` : ''
  return best.fault === 'none'
    ? `Nothing is found wrong: all within tolerance (${percent}).`
    : `What is wrong, most probably (${percent}): ${best.text}${others}.`
}

const none: ReadonlyMap<string, Diagnosed> = new Map()

/** What the readings of each run say is wrong, worked out off the main thread, by the run's id; of those that are told. */
export function useDiagnoses(network: Network | null, laid: readonly LaidRun[]): ReadonlyMap<string, Diagnosed> {
  const [found, setFound] = useState<{
    readonly of: readonly LaidRun[]
    readonly by: ReadonlyMap<string, Diagnosed>
  } | null>(null)
  useEffect(() => {
    const open = laid.filter(({ isSecret }) => !isSecret)
    if (network === null || open.length === 0) return
    const worker = benchWorker()
    const by = new Map<string, Diagnosed>()
    let next = 0
    const ask = () => {
      const run = open[next]
      if (!run) return setFound({ of: laid, by })
      const task: BenchTask = { task: 'diagnose', network, readings: run.log.readings, meter: run.log.meter }
      worker.postMessage(task)
    }
    worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
      if (data.answer !== 'diagnosed') return
      if (data.found) by.set(open[next].run.id, data.found)
      next += 1
      ask()
    }
    worker.onerror = () => setFound({ of: laid, by })
    ask()
    return () => worker.terminate()
  }, [network, laid])
  return found?.of === laid ? found.by : none
}
