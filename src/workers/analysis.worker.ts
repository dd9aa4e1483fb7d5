import { workOut } from '@/core/worksheet'
import type { Network, WorksheetChoices } from '@/core/network'
import type { Naming } from '@/core/structure'

interface Task {
  readonly network: Network
  readonly nodes: Naming
  readonly choices: WorksheetChoices
}

/** The core, for networks that take longer than a frame: a network in, a worksheet out. */
self.onmessage = ({ data: { network, nodes, choices } }: MessageEvent<Task>) => {
  self.postMessage(workOut(network, { nodes, choices }))
}
