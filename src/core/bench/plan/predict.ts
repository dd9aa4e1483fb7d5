import type { Ports } from '../circuit'
import { ofPart } from '../tolerance'
import type { Probe } from './measurement'
import { portBetween, type View } from './view'

/** What a meter does to what it measures, in ohms. */
export interface Loading {
  /** Of a voltmeter, across what it measures. */
  readonly across: number
  /** Of an ammeter, in the path. */
  readonly shunt: number
}

export const noLoading: Loading = { across: Infinity, shunt: 0 }

/** A value that moves with every resistance and with the source. */
export interface Predicted {
  /** In SI units; Infinity for a resistance without a path. */
  readonly value: number
  /** Its derivative by each resistance, by port. */
  readonly slopes: readonly number[]
  /** Its derivative by the voltage of the source. */
  readonly bySource: number
}

/** A probe in the ports of a view, found once. */
export type Laid =
  | { readonly kind: 'alone' | 'current'; readonly port: number }
  | { readonly kind: 'whole' | 'total' }
  | { readonly kind: 'resistance' | 'voltage'; readonly port: number; readonly turn: 1 | -1 }
  /** A current of a wire or an ammeter: so many times those of ports and of the source. */
  | { readonly kind: 'sum'; readonly terms: readonly { readonly port: number | null; readonly times: number }[] }
  /** 0 whatever the values are. */
  | { readonly kind: 'nothing' }

/** Lays a probe on the ports of a view; null where nothing is known of what it measures. */
export function layProbe(view: View, probe: Probe): Laid | null {
  const { bench } = view
  switch (probe.kind) {
    case 'whole':
    case 'total':
      return { kind: probe.kind }
    case 'alone': {
      const port = view.ofPart[probe.part]
      return port === undefined ? null : { kind: 'alone', port }
    }
    case 'current': {
      const port = view.ofPart[probe.part]
      // The current is positive as it enters at the end nearer to +.
      if (port !== undefined) return isUndefinedIn(bench, probe.part) ? null : { kind: 'current', port }
      const sum = ofPart(bench.built, bench.model, probe.part, 'current')
      if (sum === undefined) return null
      if (sum === null || sum.kind !== 'sum') return { kind: 'nothing' }
      return {
        kind: 'sum',
        terms: sum.terms.map(({ leaf, times }) => ({
          port: leaf,
          times: leaf === null ? times : times * alongPort(view, leaf),
        })),
      }
    }
    case 'voltage':
    case 'resistance': {
      const { nodes } = bench.built.wiring
      const isTied = nodes[probe.red].tiedTo !== null && nodes[probe.black].tiedTo !== null
      if (!isTied) return null
      const at = portBetween(view, probe.red, probe.black)
      return at === null ? { kind: 'nothing' } : { kind: probe.kind, ...at }
    }
  }
}

/** Whether zero ohms beside a part leave its current undefined. */
function isUndefinedIn({ built, model }: View['bench'], part: number): boolean {
  const leaf = built.wiring.live.indexOf(part)
  return leaf >= 0 && Number.isNaN(model.run(built.resistance).current[leaf])
}

/** 1 where a leaf's port lies along the current that its model gives, −1 where against it. */
export function alongPort({ bench, ends }: View, leaf: number): 1 | -1 {
  const part = bench.built.wiring.live[leaf]
  const isForward = ends[leaf][0] === bench.built.wiring.from[part]
  return isForward === bench.model.turn[leaf] > 0 ? 1 : -1
}

/** What a meter shows at a probe, with how that moves. */
export function predict(ports: Ports, laid: Laid, volts: number, { across, shunt }: Loading): Predicted {
  const { count, resistors, resistance, voltage, impedance, conductance } = ports
  const slopes = new Array<number>(resistors).fill(0)
  const flow = (port: number) => voltage[port] / resistance[port]
  switch (laid.kind) {
    case 'nothing':
      return { value: 0, slopes, bySource: 0 }
    case 'alone':
      slopes[laid.port] = 1
      return { value: resistance[laid.port], slopes, bySource: 0 }
    case 'whole': {
      if (conductance === 0) return { value: Infinity, slopes, bySource: 0 }
      for (let k = 0; k < resistors; k++) slopes[k] = (flow(k) / conductance) ** 2
      return { value: 1 / conductance, slopes, bySource: 0 }
    }
    case 'total': {
      const divisor = 1 + shunt * conductance
      for (let k = 0; k < resistors; k++) slopes[k] = (-volts * flow(k) ** 2) / divisor ** 2
      return { value: (volts * conductance) / divisor, slopes, bySource: conductance / divisor }
    }
    case 'voltage': {
      const { port, turn } = laid
      const own = impedance[port * count + port]
      const loaded = 1 / (1 + own / across)
      const V = voltage[port]
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        const bend = across === Infinity ? 0 : (V * loaded * transfer * transfer) / across
        slopes[k] = turn * volts * loaded * (transfer * flow(k) - bend)
      }
      return { value: turn * volts * V * loaded, slopes, bySource: turn * V * loaded }
    }
    case 'resistance': {
      const { port } = laid
      const V = voltage[port]
      const own = impedance[port * count + port]
      const through = V === 0 ? 0 : V / conductance
      if (own > 1e15 || through === Infinity) return { value: Infinity, slopes, bySource: 0 }
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        slopes[k] = (transfer + through * flow(k)) ** 2
      }
      return { value: own + V * through, slopes, bySource: 0 }
    }
    case 'current': {
      const { port } = laid
      const R = resistance[port]
      if (R === Infinity) return { value: 0, slopes, bySource: 0 }
      const V = voltage[port]
      const own = impedance[port * count + port]
      const divisor = R + shunt * (1 - own / R)
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        const dV = transfer * flow(k)
        const dOwn = transfer * transfer
        const dDivisor = k === port ? 1 + (shunt * own) / R ** 2 - (shunt / R) * dOwn : (-shunt / R) * dOwn
        slopes[k] = volts * (dV / divisor - (V / divisor ** 2) * dDivisor)
      }
      return { value: (volts * V) / divisor, slopes, bySource: V / divisor }
    }
    case 'sum': {
      let value = 0
      for (const { port, times } of laid.terms) {
        const of: Laid = port === null ? { kind: 'total' } : { kind: 'current', port }
        const term = predict(ports, of, volts, noLoading)
        value += times * term.value
        for (let k = 0; k < resistors; k++) slopes[k] += times * term.slopes[k]
      }
      return { value, slopes, bySource: volts === 0 ? 0 : value / volts }
    }
  }
}
