import { useEffect, useRef, useState } from 'react'

/** Works networks out; see `analysis.worker`. */
export const analysisWorker = () => new Worker(new URL('../workers/analysis.worker.ts', import.meta.url))

/** Diagnoses and samples; see `bench.worker`. */
export const benchWorker = () => new Worker(new URL('../workers/bench.worker.ts', import.meta.url))

/** The workers of a part of a screen; they end with it. */
interface Workers {
  /** One that has nothing to do, or a new one. Who lets go of it before it has answered stops it: its answer is of no use. */
  readonly take: () => Worker
  /** One that has answered goes on with the next task: it is there at once, and warm. */
  readonly giveBack: (worker: Worker) => void
}

export function useWorkers(make: () => Worker): Workers {
  const idle = useRef<Worker[]>([])
  useEffect(
    () => () => {
      for (const worker of idle.current) worker.terminate()
      idle.current = []
    },
    [],
  )
  const [workers] = useState((): Workers => ({
    take: () => idle.current.pop() ?? make(),
    giveBack: (worker) => idle.current.push(worker),
  }))
  return workers
}
