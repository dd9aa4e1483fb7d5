import { useCallback, useEffect, useRef, useState } from 'react'
import { addBlocks, blockSize, type SampleBlock, type Distribution } from '@/core/bench'
import type { Network } from '@/core/network'
import { benchWorker, useWorkers } from '@/ui/useWorkers'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

export interface Sampling {
  /** Everything sampled so far; null before the first block. */
  readonly total: Omit<SampleBlock, 'index'> | null
  /** From 0 to 1. */
  readonly progress: number
  readonly isBusy: boolean
  readonly cancel: () => void
}

/** How many workers share the work. */
const workers = 2
/** The others begin so much later, in milliseconds, that the first histogram has a processor to be drawn by. */
const headStart = 150
/** How often what has come so far is shown after the first time, in milliseconds: drawing takes time from sampling. */
const frame = 400

/** Samples a network's tolerances in workers; the same seed gives the same numbers. */
export function useSampling(
  network: Network,
  counted: number,
  distribution: Distribution,
  samples: number,
  seed: number,
): Sampling {
  const what = JSON.stringify([network.parts, network.known, counted, distribution, samples, seed])
  const [state, setState] = useState<{ of: string; total: Sampling['total']; isDone: boolean }>({
    of: '',
    total: null,
    isDone: false,
  })
  const stop = useRef<() => void>(() => undefined)
  const pool = useWorkers(benchWorker)
  useEffect(() => {
    const blocks: SampleBlock[] = []
    let shown = -Infinity
    const show = (isDone: boolean) => {
      shown = performance.now()
      setState({ of: what, total: blocks.length > 0 ? addBlocks(blocks) : null, isDone })
    }
    const running = new Set<Worker>()
    const start = (first: number) => {
      const worker = pool.take()
      running.add(worker)
      worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
        if (data.answer === 'block') blocks.push(data.block)
        else {
          ends++
          running.delete(worker)
          pool.giveBack(worker)
        }
        if (ends === workers) show(true)
        else if (performance.now() - shown > frame) show(false)
      }
      worker.onerror = () => show(true)
      const task: BenchTask = {
        task: 'sample',
        network,
        counted,
        distribution,
        seed,
        samples,
        first,
        step: workers,
        blockSize,
      }
      worker.postMessage(task)
    }
    let ends = 0
    start(0)
    const others = setTimeout(() => {
      for (let first = 1; first < workers; first++) start(first)
    }, headStart)
    const end = () => {
      clearTimeout(others)
      for (const worker of running) worker.terminate()
    }
    stop.current = () => {
      if (ends === workers) return
      ends = workers
      end()
      running.clear()
      show(true)
    }
    return end
    // oxlint-disable-next-line react/exhaustive-deps
  }, [what])
  const isOwn = state.of === what
  return {
    total: isOwn ? state.total : null,
    progress: isOwn && state.total ? state.total.samples / samples : 0,
    isBusy: !isOwn || !state.isDone,
    cancel: useCallback(() => stop.current(), []),
  }
}
