import { useCallback, useEffect, useMemo, useState } from 'react'
import { affordable, exactCost, workOut, type Worksheet } from '@/core/worksheet'
import {
  readNetwork,
  workedChoices,
  type Network,
  type NetworkDocument,
  type Problem,
  type School,
  type WorksheetChoices,
} from '@/core/network'
import type { Naming } from '@/core/structure'
import type { Settings } from '../settingsCookie'
import { useReady } from '../awake'
import { analysisWorker, useWorkers } from '../useWorkers'

/** Networks up to this size, and up to this cost where they are worked out exactly, are worked out with the change itself: in some 20 ms. */
const atOnce = 400
const costAtOnce = 6e7

function isLarge(network: Network): boolean {
  return network.parts.length > atOnce || (affordable(network) === 'exact' && exactCost(network) > costAtOnce)
}

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

const failed: Result = {
  problems: [{ part: null, field: 'network', message: 'Nodrel failed at working this out; the fault is its own' }],
}

/** What cannot be worked out, against all care, leaves the network to be edited and saved. */
function workOutSafely(...given: Parameters<typeof workOut>): Result {
  try {
    return resultOf(workOut(...given))
  } catch (error) {
    console.error(error)
    return failed
  }
}

/** The worksheet of a document, worked out once per change; off the main thread when it is large. */
export function useWorksheet(document: NetworkDocument, settings: Settings): Worked {
  const { nodes } = settings
  // How the worksheet is done does not change the network, and what only changes its look is not worked out anew.
  const { worksheet: ofItsOwn, title, notes, parts, known, reference, sketch } = document
  const read = useMemo(
    () => readNetwork({ format: 'nodrel-network', version: 1, title, notes, parts, known, reference, sketch }),
    [title, notes, parts, known, reference, sketch],
  )
  const { ways, asked, exchanges, currentNames } = ofItsOwn ?? {}
  // As a text, so that it is the same for as long as the choices are.
  const ofSchool = JSON.stringify(workedChoices(settings))
  const choices = useMemo(
    (): WorksheetChoices => ({ ...(JSON.parse(ofSchool) as Partial<School>), ways, asked, exchanges, currentNames }),
    [ofSchool, ways, asked, exchanges, currentNames],
  )
  const network = read.ok ? read.network : null
  const large = read.ok && isLarge(read.network) ? read.network : null
  const isReady = useReady()
  const small = useMemo((): Result | null => {
    if (!read.ok) return { problems: read.problems }
    if (!isReady) return null
    return isLarge(read.network) ? null : workOutSafely(read.network, { nodes, choices })
  }, [read, nodes, choices, isReady])
  const { result: distant, busy, cancel } = useDistant(large, nodes, choices)
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

function useDistant(network: Network | null, nodes: Naming, choices: WorksheetChoices) {
  const [done, setDone] = useState<{
    readonly of: Network
    readonly nodes: Naming
    readonly choices: WorksheetChoices
    readonly result: Result
  } | null>(null)
  const [cancelled, setCancelled] = useState<Network | null>(null)
  const workers = useWorkers(analysisWorker)
  useEffect(() => {
    if (network === null || network === cancelled) return
    const worker = workers.take()
    let hasAnswered = false
    worker.onmessage = ({ data }: MessageEvent<ReturnType<typeof workOut>>) => {
      hasAnswered = true
      workers.giveBack(worker)
      setDone({ of: network, nodes, choices, result: resultOf(data) })
    }
    worker.onerror = () => setDone({ of: network, nodes, choices, result: failed })
    worker.postMessage({ network, nodes, choices })
    return () => {
      if (!hasAnswered) worker.terminate()
    }
  }, [network, nodes, choices, cancelled, workers])
  const finished = done !== null && done.of === network && done.nodes === nodes && done.choices === choices
  return {
    result: finished ? done.result : null,
    busy: network !== null && network !== cancelled && !finished,
    cancel: useCallback(() => setCancelled(network), [network]),
  }
}
