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
 */
export function withResistance(ports: Ports, port: number, to: number): Ports {
  const { count, resistors, conductance } = ports
  const change = 1 / to - 1 / ports.resistance[port]
  const own = ports.impedance[port * count + port]
  const resistance = ports.resistance.slice()
  resistance[port] = to
  const across = ports.voltage[port]
  // Between two nodes that are held nothing else moves, but what the source gives.
  if (own === 0) return { ...ports, resistance, conductance: conductance + change * across * across }
  const divisor = Math.max(1 + change * own, least)
  const factor = change / divisor
  const row = ports.impedance.subarray(port * count, (port + 1) * count)
  const impedance = new Float64Array(count * count)
  const voltage = new Float64Array(count)
  for (let i = 0; i < count; i++) {
    // At the port itself the difference is known without subtracting.
    if (i === port) {
      voltage[i] = across / divisor
      for (let j = 0; j < count; j++) impedance[i * count + j] = row[j] / divisor
      continue
    }
    const step = factor * row[i]
    voltage[i] = ports.voltage[i] - step * across
    for (let j = 0; j < count; j++)
      impedance[i * count + j] = j === port ? row[i] / divisor : ports.impedance[i * count + j] - step * row[j]
  }
  return { count, resistors, resistance, voltage, impedance, conductance: conductance + factor * across * across }
}
