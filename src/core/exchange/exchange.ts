import type { Arithmetic } from '../arithmetic'
import type { Exchange } from './find'

/** A resistor that stands for what was exchanged: from a corner to another, or to the new centre (null). */
export interface Replaced<N> {
  readonly from: number
  readonly to: number | null
  readonly resistance: N
  /** Positions of the two members that it is worked out from. */
  readonly pair: readonly [number, number]
}

/**
 * What takes the place of a delta or wye, so that nothing outside can tell (Kennelly, “Equivalence of triangles and
 * three-pointed stars”, 1899). Delta to wye: Ra = Rab · Rca / (Rab + Rbc + Rca). Wye to delta:
 * Rab = (Ra·Rb + Rb·Rc + Rc·Ra) / Rc; with more legs Rij = Ri · Rj · (1/R1 + 1/R2 + …). A leg of 0 Ω makes its corner
 * the centre, and a delta of 0 Ω has legs of 0 Ω.
 *
 * @param R the resistance of each member
 */
export function exchanged<N>(exchange: Exchange, R: readonly N[], arithmetic: Arithmetic<N>): Replaced<N>[] {
  const { add, multiply, divide, invert, isZero, zero, write } = arithmetic
  const { corners } = exchange
  if (exchange.kind === 'delta') {
    const sum = add(add(R[0], R[1]), R[2])
    return corners.map((from, i) => {
      const beside = [R[i], R[(i + 2) % 3]]
      const resistance = isZero(sum) ? zero : write(divide(multiply(beside[0], beside[1]), sum))
      return { from, to: null, resistance, pair: [i, (i + 2) % 3] as const }
    })
  }
  const centre = R.findIndex(isZero)
  if (centre >= 0) {
    return corners.flatMap((from, i) =>
      i === centre ? [] : [{ from, to: corners[centre], resistance: R[i], pair: [i, centre] as const }],
    )
  }
  const conductance = R.reduce<N>((sum, leg) => add(sum, invert(leg)), zero)
  return corners.flatMap((from, i) =>
    corners.slice(i + 1).map((to, j) => ({
      from,
      to,
      resistance: write(multiply(multiply(R[i], R[i + 1 + j]), conductance)),
      pair: [i, i + 1 + j] as const,
    })),
  )
}

/** A voltage with the current along it; the current is null where it is undefined. */
export interface Carried<N> {
  readonly voltage: N
  readonly current: N | null
}

/**
 * The values of the exchanged members from those that took their place, as {@link exchanged} gave them. A delta's:
 * V = Va − Vb across two legs, I = V / R. A wye's: the current of a leg is the sum of those that leave its corner,
 * V = I · R. Members of a delta are seen from corner to next corner, those of a wye from corner to centre.
 *
 * @param after voltage and current of each resistor that took their place, seen from its `from` to its `to`
 */
export function valuesBefore<N>(
  exchange: Exchange,
  R: readonly N[],
  placed: readonly Replaced<N>[],
  after: readonly Carried<N>[],
  arithmetic: Arithmetic<N>,
): Carried<N>[] {
  const { add, subtract, multiply, divide, isZero, zero, write } = arithmetic
  if (exchange.kind === 'wye') {
    return exchange.corners.map((corner, i) => {
      let current: N | null = zero
      placed.forEach(({ from, to }, k) => {
        const side = after[k].current
        if (from !== corner && to !== corner) return
        if (current === null || side === null) current = null
        else current = from === corner ? add(current, side) : subtract(current, side)
      })
      return {
        voltage: current === null || isZero(R[i]) ? zero : write(multiply(current, R[i])),
        current: current === null ? null : write(current),
      }
    })
  }
  const next = (i: number) => (i + 1) % 3
  const voltage = R.map((_, i) => subtract(after[i].voltage, after[next(i)].voltage))
  const ohm = voltage.map((V, i) => (isZero(R[i]) ? null : divide(V, R[i])))
  const current = ohm.map((I, i) => {
    if (I !== null) return write(I)
    // Current law at the corner where the other side's current is known: the leg's is that of both sides.
    const before = ohm[(i + 2) % 3]
    const leg = after[i].current
    if (before !== null && leg !== null) return write(add(leg, before))
    const onward = ohm[next(i)]
    const end = after[next(i)].current
    return onward !== null && end !== null ? write(subtract(onward, end)) : null
  })
  return voltage.map((V, i) => ({ voltage: write(V), current: current[i] }))
}
