/**
 * A network of resistors seen from its ports (pairs of nodes), the source a short but for its 1 V: enough to tell what a
 * meter at any port shows, and to change any resistance, without solving the network anew. The first ports are its
 * resistors, each from the end nearer + to the other; between the nodes of the others nothing lies.
 */
export interface Ports {
  readonly count: number
  /** The first so many ports are resistors. */
  readonly resistors: number
  /** Of what lies at each port, in ohms; Infinity where nothing does. */
  readonly resistance: Float64Array
  /** Open-circuit voltage of each port, in volts per volt of the source. */
  readonly voltage: Float64Array
  /** Transfer impedances, in ohms: the voltage at port i for 1 A into port j stands at i·count + j. */
  readonly impedance: Float64Array
  /** What the source gives, in amperes per volt: 1/Req. */
  readonly conductance: number
}

/** The least of what is left of 1 where a resistance is taken away: below it, nothing else holds its nodes together. */
const least = 1e-13

/**
 * The ports after one resistance has changed, or has been put where nothing was (Sherman and Morrison, 1950).
 *
 * @param to in ohms, above 0; Infinity takes away what is there
 * @param keep so many ports are kept, the first ones; the port itself may be one of the others
 */
export function withResistance(ports: Ports, port: number, to: number, keep = ports.count): Ports {
  const { count, conductance, impedance: before } = ports
  const resistors = Math.min(ports.resistors, keep)
  const change = 1 / to - 1 / ports.resistance[port]
  const own = before[port * count + port]
  const across = ports.voltage[port]
  const resistance = ports.resistance.slice(0, keep)
  if (port < keep) resistance[port] = to
  // Between two nodes that are held nothing else moves, but what the source gives.
  const divisor = own === 0 ? 1 : Math.max(1 + change * own, least)
  const factor = change / divisor
  const impedance = new Float64Array(keep * keep)
  const voltage = new Float64Array(keep)
  for (let i = 0; i < keep; i++) {
    const from = i * count
    const at = i * keep
    const step = factor * before[port * count + i]
    voltage[i] = ports.voltage[i] - step * across
    for (let j = 0; j < keep; j++) impedance[at + j] = before[from + j] - step * before[port * count + j]
  }
  // At the port itself the difference is known without subtracting.
  if (port < keep) {
    voltage[port] = across / divisor
    for (let i = 0; i < keep; i++) {
      const value = before[port * count + i] / divisor
      impedance[port * keep + i] = value
      impedance[i * keep + port] = value
    }
  }
  return {
    count: keep,
    resistors,
    resistance,
    voltage,
    impedance,
    conductance: conductance + factor * across * across,
  }
}
