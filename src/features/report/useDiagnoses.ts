import { useEffect, useState } from 'react'
import type { Diagnosed } from '@/core/bench'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'
import type { LaidRun } from './readingsSection'

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
    const worker = new Worker(new URL('../../workers/bench.worker.ts', import.meta.url))
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
