import { useEffect, useRef, useState } from 'react'
import type { Diagnosed, Meter, Reading } from '@/core/bench'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

export interface DiagnosisState {
  /** What the readings say; of the readings as they were a moment ago while `isBusy`. */
  readonly found: Diagnosed | null
  readonly isBusy: boolean
}

/** How long to wait for more readings, in milliseconds. */
const quiet = 60

/** What the readings say is wrong, worked out off the main thread. */
export function useDiagnosis(network: Network, readings: readonly Reading[], meter: Meter | null): DiagnosisState {
  const [done, setDone] = useState<{ readonly of: string; readonly found: DiagnosisState['found'] } | null>(null)
  // Readings that are written anew without a change are the same.
  const what = JSON.stringify([network.parts, network.known, readings, meter])
  // A worker that has answered goes on with the next readings; one that is still at it is stopped: its answer is of no use.
  const idle = useRef<Worker | null>(null)
  useEffect(() => () => idle.current?.terminate(), [])
  useEffect(() => {
    if (readings.length === 0) return
    let running: Worker | null = null
    const timer = setTimeout(() => {
      const worker = idle.current ?? new Worker(new URL('../../workers/bench.worker.ts', import.meta.url))
      idle.current = null
      running = worker
      worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
        if (data.answer !== 'diagnosed') return
        running = null
        idle.current = worker
        setDone({ of: what, found: data.found })
      }
      worker.onerror = () => setDone({ of: what, found: null })
      const task: BenchTask = { task: 'diagnose', network, readings, meter }
      worker.postMessage(task)
    }, quiet)
    return () => {
      clearTimeout(timer)
      running?.terminate()
    }
    // oxlint-disable-next-line react/exhaustive-deps
  }, [what])
  const isEmpty = readings.length === 0
  return { found: isEmpty ? null : (done?.found ?? null), isBusy: !isEmpty && done?.of !== what }
}
