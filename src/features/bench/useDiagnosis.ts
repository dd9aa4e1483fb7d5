import { useEffect, useRef, useState } from 'react'
import type { Diagnosed, Meter, Reading } from '@/core/bench'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

export interface DiagnosisState {
  /** What the readings say; of the readings as they were a moment ago while `isBusy`. */
  readonly found: Pick<Diagnosed, 'diagnosis' | 'nextReads'> | null
  readonly isBusy: boolean
}

/** How long to wait for more readings, in milliseconds. */
const quiet = 60

/** What the readings say is wrong, worked out off the main thread. */
export function useDiagnosis(network: Network, readings: readonly Reading[], meter: Meter | null): DiagnosisState {
  const [done, setDone] = useState<{ readonly of: string; readonly found: DiagnosisState['found'] } | null>(null)
  // Readings that are written anew without a change are the same.
  const what = JSON.stringify([network.parts, network.known, readings, meter])
  const worker = useRef<Worker | null>(null)
  useEffect(() => {
    if (readings.length === 0) return
    const timer = setTimeout(() => {
      worker.current ??= new Worker(new URL('../../workers/bench.worker.ts', import.meta.url))
      worker.current.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
        if (data.answer === 'diagnosed') setDone({ of: what, found: data.found })
      }
      worker.current.onerror = () => setDone({ of: what, found: null })
      const task: BenchTask = { task: 'diagnose', network, readings, meter }
      worker.current.postMessage(task)
    }, quiet)
    return () => {
      clearTimeout(timer)
      // What is still being worked out is of no use any more.
      worker.current?.terminate()
      worker.current = null
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [what])
  const isEmpty = readings.length === 0
  return { found: isEmpty ? null : (done?.found ?? null), isBusy: !isEmpty && done?.of !== what }
}
