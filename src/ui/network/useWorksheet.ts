import { useCallback, useEffect, useMemo, useState } from 'react'
import { workOut, type Worksheet } from '@/core'
import { readNetwork, type Network, type NetworkDocument, type Problem } from '@/core/network'
import type { Naming } from '@/core/nodes'

/** Networks up to this size are worked out at once, in the same frame as the change. */
const atOnce = 200

export interface Worked {
  /** The network of the document as it is now; null while something is wrong with it. */
  readonly network: Network | null
  /** The last good worksheet; null before there is one. */
  readonly worksheet: Worksheet | null
  /** What is wrong with the document as it is now; the worksheet is then that of an earlier one. */
  readonly problems: readonly Problem[]
  /** A large network is being worked out elsewhere; `cancel` stops that. */
  readonly busy: boolean
  readonly cancel: () => void
}

type Result = { readonly worksheet: Worksheet } | { readonly problems: readonly Problem[] }

function resultOf(result: ReturnType<typeof workOut>): Result {
  return 'problems' in result ? { problems: result.problems } : { worksheet: result }
}

/** The worksheet of a document, worked out once per change; off the main thread when it is large. */
export function useWorksheet(document: NetworkDocument, nodes: Naming): Worked {
  const read = useMemo(() => readNetwork(document), [document])
  const network = read.ok ? read.network : null
  const large = read.ok && read.network.parts.length > atOnce ? read.network : null
  const small = useMemo((): Result | null => {
    if (!read.ok) return { problems: read.problems }
    return read.network.parts.length > atOnce ? null : resultOf(workOut(read.network, { nodes }))
  }, [read, nodes])
  const { result: distant, busy, cancel } = useDistant(large, nodes)
  const result = small ?? distant
  const good = result && 'worksheet' in result ? result.worksheet : null
  // While the input is wrong, the last good worksheet stays on the screen.
  const [lastGood, setLastGood] = useState(good)
  if (good && good !== lastGood) setLastGood(good)
  const worksheet = good ?? lastGood
  const problems = result && 'problems' in result ? result.problems : none
  return useMemo(() => ({ network, worksheet, problems, busy, cancel }), [network, worksheet, problems, busy, cancel])
}

const none: readonly Problem[] = []

function useDistant(network: Network | null, nodes: Naming) {
  const [done, setDone] = useState<{ readonly of: Network; readonly nodes: Naming; readonly result: Result } | null>(
    null,
  )
  const [cancelled, setCancelled] = useState<Network | null>(null)
  useEffect(() => {
    if (network === null || network === cancelled) return
    const worker = new Worker(new URL('../../workers/analysis.worker.ts', import.meta.url))
    worker.onmessage = ({ data }: MessageEvent<ReturnType<typeof workOut>>) =>
      setDone({ of: network, nodes, result: resultOf(data) })
    worker.postMessage({ network, nodes })
    return () => worker.terminate()
  }, [network, nodes, cancelled])
  const finished = done !== null && done.of === network && done.nodes === nodes
  return {
    result: finished ? done.result : null,
    busy: network !== null && network !== cancelled && !finished,
    cancel: useCallback(() => setCancelled(network), [network]),
  }
}
