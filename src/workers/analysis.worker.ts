import { workOut } from '@/core'
import type { Network } from '@/core/network'

/** A thin door into the core for networks that take longer than a frame: a network in, a worksheet out. */
self.onmessage = ({ data }: MessageEvent<Network>) => {
  self.postMessage(workOut(data))
}
