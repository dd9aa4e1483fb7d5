import { groupsOf, hiddenText, hiddenTruth, type Diagnosed, type ReadingDocument } from '@/core/bench'
import type { ReportBlock, ReportSection } from '@/core/report'
import type { Saved } from '@/ui/api'
import { logOf, type Log, type Planning } from '@/ui/bench/laid'
import { kindOf, seedOf } from '@/ui/bench/run'
import { bandText, offOf, offText, percentOf, rowName, sumsOf, verdictSigns, verdictText } from '@/ui/bench/words'
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
  planning: Planning,
  laid: readonly LaidRun[],
  diagnoses: ReadonlyMap<string, Diagnosed>,
): ReportSection | null {
  if (laid.length === 0) return null
  const { bench } = planning
  const isAll = (kind: 'real' | 'simulated') => laid.every(({ run }) => kindOf(run.document) === kind)
  return {
    content: 'readings',
    heading: isAll('real') ? 'Measured' : isAll('simulated') ? 'Simulated' : 'Measured, and simulated',
    blocks: laid.flatMap((it): ReportBlock[] => {
      const { run, log, isSecret } = it
      const read = log.rows.filter(({ reading }) => reading !== null)
      const agree = read.filter(({ judged }) => judged?.verdict === 'agrees').length
      const meter = log.meter ? `; meter: ${log.meter.name}` : ''
      const found = diagnoses.get(run.id)
      const isSimulated = kindOf(run.document) === 'simulated'
      return [
        {
          block: 'words',
          text: `${run.document.title || 'Readings'}: ${agree} of ${read.length} agree${meter}`,
          as: 'strong',
        },
        ...(isSimulated ? [{ block: 'words', text: simulatedText(planning, it), as: 'soft' } as const] : []),
        {
          block: 'table',
          head: ['quantity', isSimulated ? 'simulated' : 'measured', 'may be', 'read', 'off', '', 'verdict'],
          rows: read.map((row) => {
            const { measurement, probe, band, reading, value, judged } = row
            const off = offOf(row)
            return [
              measurement.quantity,
              rowName(bench, measurement, probe),
              band ? bandText(band, measurement.quantity) : '–',
              readText(reading),
              off === null ? '' : offText(off),
              judged ? verdictSigns[judged.verdict] : '',
              judged ? verdictText(judged, measurement.quantity, value) : '',
            ]
          }),
          wordColumns: 7,
        },
        ...sumsOf(planning, log).map(({ left, right, off }): ReportBlock => ({
          block: 'words',
          text: `${left} against ${right}: ${off}`,
          as: 'soft',
        })),
        ...log.strays.map(({ text, message }): ReportBlock => ({
          block: 'words',
          text: `${text} (${message})`,
          as: 'soft',
        })),
        ...(isSecret || !found ? [] : [{ block: 'words', text: wrongText(found) } as const]),
      ]
    }),
  }
}

/** That a run was read on the stand-in, and what was hidden there. */
function simulatedText({ bench }: Planning, { run: { document }, isSecret }: LaidRun): string {
  const said = 'Simulated: read on the stand-in'
  const { seed, faults } = seedOf(document)
  if (isSecret) return `${said}, in which ${faults === 1 ? 'a fault is' : 'two faults are'} hidden and not found yet.`
  if (faults === 0) return `${said}, nothing hidden.`
  const truth = hiddenTruth(bench, seed, faults)
  return `${said}. Hidden: ${truth.faults.map((fault) => hiddenText(bench, truth, fault)).join('; ')}.`
}

function readText(reading: ReadingDocument | null): string {
  return reading === null ? '' : String(reading.value)
}

/** The verdict on all readings, in the words of the bench. */
function wrongText({ conclusion: { is, text, rests }, diagnosis: { hypotheses } }: Diagnosed): string {
  const percent = is === 'fault' ? ` (${percentOf(groupsOf(hypotheses)[0].probability)})` : ''
  return `${text}${percent}. ${rests}`
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
