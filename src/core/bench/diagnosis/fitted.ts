import { changed, priors, type Fault, type Faulty } from './fault'
import { fit, product, shown, solveLower, type Data, type Fitted } from './likelihood'

/** A fault with how well it explains the readings. */
export interface Weighed {
  readonly fitted: Fitted
  /** The logarithm of prior times likelihood. */
  readonly log: number
}

/** How far a fitted value may lie from the marked one, either way: three decades of a resistance, two of the source. */
const reach = Math.log(1e3)
const sourceReach = Math.log(1e2)
const gridSteps = 13
const climbs = 5

/**
 * Any other value of one resistance: not the best one alone, but all of them, spread evenly over their decades; by a grid,
 * the peaks found on it, and the area under each (Laplace's method; MacKay, “Information Theory, Inference, and Learning
 * Algorithms”, 2003, chapter 27).
 */
export function anyValue(
  base: Faulty,
  part: number,
  port: number,
  isIdle: boolean,
  share: number,
  data: Data,
  sourceSpread: number,
): Weighed[] {
  const R = base.ports.resistance[port]
  const at = (u: number) => {
    const times = Math.exp(u)
    const there = isIdle ? { ...base, alone: changed(base, port, R * times).ports } : changed(base, port, R * times)
    const spread = there.spread.slice()
    spread[port] = 0
    const fault: Fault = { fault: 'value', part, times }
    return fit({ ...there, fault, spread }, data, sourceSpread)
  }
  return peaks(reach, share, at, ({ bench }) => {
    const now = isIdle ? bench.alone.resistance[port] : bench.ports.resistance[port]
    return data.numbers.map(({ read }) => shown(bench, read).slopes[port] * now)
  })
}

/** Any other voltage of the source, and none. */
export function anySource(base: Faulty, data: Data): Weighed[] {
  const at = (times: number) => fit({ ...base, fault: { fault: 'source', times }, volts: base.volts * times }, data, 0)
  const off = at(0)
  return [
    ...peaks(
      sourceReach,
      priors.source / 2,
      (u) => at(Math.exp(u)),
      ({ bench }) => data.numbers.map(({ read }) => shown(bench, read).bySource * bench.volts),
    ),
    { fitted: off, log: off.logLikelihood + Math.log(priors.source / 2) },
  ]
}

/**
 * The peaks of a likelihood over the logarithm of a value, each with the area under it; from the best points of a grid by the
 * method of Gauss and Newton.
 *
 * @param slopesAt how each reading moves with the logarithm, by reading
 */
function peaks(
  most: number,
  share: number,
  at: (u: number) => Fitted,
  slopesAt: (fitted: Fitted) => readonly number[],
): Weighed[] {
  const step = (2 * most) / (gridSteps - 1)
  const grid = Array.from({ length: gridSteps }, (_, i) => {
    const u = -most + i * step
    return { u, fitted: at(u) }
  })
  const height = (i: number) => grid[i]?.fitted.logLikelihood ?? -Infinity
  const tops = grid
    .map((it, i) => ({ ...it, i }))
    .filter(({ i }) => height(i) >= height(i - 1) && height(i) >= height(i + 1))
    .sort((a, b) => b.fitted.logLikelihood - a.fitted.logLikelihood)
    .slice(0, 2)
  return tops.map(({ u: start, fitted: first }): Weighed => {
    let best = { u: start, fitted: first }
    let from = best
    for (let climb = 0; climb < climbs; climb++) {
      const { toward, curve } = ascentOf(from.fitted, slopesAt(from.fitted))
      if (curve === 0) break
      const jump = Math.max(-step, Math.min(step, toward / curve))
      const u = Math.max(-most, Math.min(most, from.u + jump))
      from = { u, fitted: at(u) }
      if (from.fitted.logLikelihood > best.fitted.logLikelihood) best = from
      if (Math.abs(jump) < 1e-3) break
    }
    const { curve } = ascentOf(best.fitted, slopesAt(best.fitted))
    const width = Math.min(2 * most, Math.sqrt((2 * Math.PI) / Math.max(1e-6, curve)))
    return {
      fitted: best.fitted,
      log: best.fitted.logLikelihood + Math.log((share * width) / (2 * most)),
    }
  })
}

/** The slope of a log likelihood, and its curvature downwards, where readings move so: Jᵀ·Σ⁻¹·r and Jᵀ·Σ⁻¹·J. */
function ascentOf({ L, whitened, used }: Fitted, slopes: readonly number[]): { toward: number; curve: number } {
  const n = used.length
  const white = solveLower(
    L,
    n,
    used.map((i) => slopes[i]),
  )
  return { toward: product(white, whitened), curve: product(white, white) }
}
