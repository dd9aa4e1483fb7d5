import { analyseNetwork, type Analysis, type AnalyseOptions } from '@/core/worksheet'
import type { Network } from '@/core/network'

/** The analysis of a network that is not refused. */
export function analysed(network: Network, options: AnalyseOptions = {}): Analysis {
  const result = analyseNetwork(network, options)
  if (result.status === 'refused') throw new Error(JSON.stringify(result.problems))
  return result
}

/** Voltage, current and power of a part, each as its exact value. */
export function of(analysis: Analysis, name: string): (string | null | undefined)[] {
  const part = analysis.parts.find((candidate) => candidate.name === name)
  if (!part) throw new Error(`no part ${name}`)
  return [part.voltage, part.current, part.power].map((value) => (value ? (value.exact ?? value.root) : null))
}
