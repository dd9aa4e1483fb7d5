import { workOut, type Worksheet } from '../worksheet'
import type { Network } from '../network'

/** The way of the current through a network, part by part, from + to −. */
export interface CurrentPath {
  /** Whether conventional current runs from a part's `from` to its `to`, by name; parts that carry none are not there. */
  readonly forwards: ReadonlyMap<string, boolean>
  /** Points where the current divides, and where it meets again. */
  readonly divides: readonly string[]
  readonly meets: readonly string[]
}

/**
 * Traces conventional current from the + end through every part, wires included, back to the − end. Terminals are traced
 * as if a source stood there. Null where the currents are not known: at a bridge, or when nothing closes the circuit.
 */
export function currentPath(network: Network, worked?: Worksheet): CurrentPath | null {
  const isOpen = network.parts.some((part) => part.kind === 'resistor' && !part.resistance)
  if (isOpen) {
    // Which way the current runs does not depend on the values; where it does, in wires, two choices of them differ.
    const [one, other] = [currentPath(valued(network, 0), undefined), currentPath(valued(network, 1), undefined)]
    if (!one || !other) return null
    return { ...one, forwards: new Map([...one.forwards].filter(([name, way]) => other.forwards.get(name) === way)) }
  }
  const terminals = network.parts.some(({ kind }) => kind === 'terminals')
  const result = terminals || !worked ? workOut(terminals ? fed(network) : network) : worked
  if ('problems' in result || result.outcome.status !== 'solved') return null
  const forwards = new Map<string, boolean>()
  const out = new Map<string, number>()
  const into = new Map<string, number>()
  const count = (at: Map<string, number>, point: string) => at.set(point, (at.get(point) ?? 0) + 1)
  result.outcome.parts.forEach(({ name, current }, i) => {
    if (current === null || current.value === 0) return
    const forward = current.value > 0
    const { from, to } = network.parts[i]
    forwards.set(name, forward)
    count(out, forward ? from : to)
    count(into, forward ? to : from)
  })
  const several = (at: ReadonlyMap<string, number>) => [...at].filter(([, parts]) => parts > 1).map(([point]) => point)
  return forwards.size === 0 ? null : { forwards, divides: several(out), meets: several(into) }
}

/** The network with made-up values where resistors have none yet. */
function valued(network: Network, choice: 0 | 1): Network {
  return {
    ...network,
    parts: network.parts.map((part, i) => {
      if (part.kind !== 'resistor' || part.resistance) return part
      const value = choice === 0 ? 1 : 1 + ((i * 7919) % 97)
      return { ...part, resistance: { typed: value, exact: String(value), value } }
    }),
  }
}

/** The network with a source of 1 V instead of its terminals. */
function fed(network: Network): Network {
  const voltage = { typed: '1', exact: '1', value: 1 } as const
  return {
    ...network,
    parts: network.parts.map((part) => (part.kind === 'terminals' ? { ...part, kind: 'source', voltage } : part)),
  }
}
