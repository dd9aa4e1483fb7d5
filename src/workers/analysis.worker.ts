import { workOut } from '@/core'
import type { Network } from '@/core/network'
import type { Naming } from '@/core/nodes'

/** A thin door into the core for networks that take longer than a frame: a network in, a worksheet out. */
self.onmessage = ({ data }: MessageEvent<{ readonly network: Network; readonly nodes: Naming }>) => {
  self.postMessage(workOut(data.network, { nodes: data.nodes }))
}
