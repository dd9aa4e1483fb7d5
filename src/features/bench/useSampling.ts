import { useCallback, useEffect, useRef, useState } from 'react'
import { addBlocks, blockSize, type Block, type Distribution } from '@/core/bench'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

export interface Sampling {
  /** Everything sampled so far; null before the first block. */
  readonly total: Omit<Block, 'index'> | null
  /** From 0 to 1. */
  readonly progress: number
  readonly isBusy: boolean
  readonly cancel: () => void
}

/** How many workers share the work. */
const workers = 2
/** How often what has come so far is shown, in milliseconds. */
const frame = 80

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
  useEffect(() => {
    const blocks: Block[] = []
    const wanted = Math.ceil(samples / blockSize)
    let shown = 0
    const show = (isDone: boolean) => {
      shown = performance.now()
      setState({ of: what, total: blocks.length > 0 ? addBlocks(blocks) : null, isDone })
    }
    const running = Array.from({ length: workers }, (_, first) => {
      const worker = new Worker(new URL('../../workers/bench.worker.ts', import.meta.url))
      worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
        if (data.answer !== 'block') return show(true)
        blocks.push(data.block)
        if (blocks.length === wanted) show(true)
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
      return worker
    })
    stop.current = () => {
      for (const worker of running) worker.terminate()
      if (blocks.length < wanted) show(true)
    }
    return () => {
      for (const worker of running) worker.terminate()
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [what])
  const isOwn = state.of === what
  return {
    total: isOwn ? state.total : null,
    progress: isOwn && state.total ? state.total.samples / samples : 0,
    isBusy: !isOwn || !state.isDone,
    cancel: useCallback(() => stop.current(), []),
  }
}
