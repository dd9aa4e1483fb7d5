import { float } from '../arithmetic'
import { equivalent, findGroups, type Reduction, type Sheet } from '../reduction'
import { writeQuantity } from '../quantity'
import type { Known, Quantity } from './move'
import type { Candidate } from './slips'

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
const product = (values: readonly number[]) => values.reduce((a, b) => a * b, 1)
const reciprocals = (values: readonly number[]) => sum(values.map((value) => 1 / value))

/** The equivalent of resistances in series or in parallel. */
export function equivalentOf(kind: 'series' | 'parallel', values: readonly number[]): number {
  return equivalent(kind, [...values.keys()], values, float)
}

/** The numbers that slips with the resistance of a step's equivalent would give. */
export function stepCandidates(
  kind: 'series' | 'parallel',
  members: readonly number[],
  R: readonly (number | null)[],
  reduction: Reduction,
  sheet: Sheet,
): Candidate[] {
  const of = (ids: readonly number[]) => ids.map((id) => R[id] ?? NaN)
  const values = of(members)
  const leaves = reduction.leaves.length
  const others = findGroups(sheet).filter(
    (group) => group.kind !== kind || group.members.some((id) => !members.includes(id)),
  )
  const bare = values.map(bareNumber)
  const mixes = new Set(values.map((value, i) => value / bare[i])).size > 1
  const replaced = members.flatMap((id, i) => {
    const step = id < leaves ? undefined : reduction.steps[id - leaves]
    if (!step) return []
    const inside = of(step.members)
    return [...inside, ...(step.kind === 'parallel' ? [sum(inside), reciprocals(inside)] : [])].map((value) =>
      values.map((own, k) => (k === i ? value : own)),
    )
  })
  const found: Candidate[] = []
  const put = (slip: Candidate['slip'], value: number, scaled = false) => found.push({ slip, value, scaled })
  if (kind === 'parallel') {
    put('not-turned-over', reciprocals(values), true)
    put('added', sum(values))
    if (values.length > 2) put('product-over-sum', product(values) / sum(values), true)
  } else {
    put('as-parallel', 1 / reciprocals(values))
    put('as-parallel', reciprocals(values), true)
  }
  if (mixes) put('mixed-units', equivalentOf(kind, bare), true)
  if (values.length > 2)
    values.forEach((_, k) =>
      put(
        'dropped',
        equivalentOf(
          kind,
          values.filter((__, i) => i !== k),
        ),
      ),
    )
  for (const list of replaced) put('old-value', equivalentOf(kind, list))
  for (const group of others) put('wrong-group', equivalentOf(group.kind, of(group.members)))
  for (const value of R) if (value !== null) put('wrong-sheet', value)
  return found
}

/** The number that stands before the prefix: 4.7 of 4.7 kΩ. */
function bareNumber(value: number): number {
  const { prefix } = writeQuantity({ value }, 'Ω', 6)
  return prefix === 'k' ? value / 1e3 : prefix === 'M' ? value / 1e6 : prefix === 'm' ? value * 1e3 : value
}

/** The numbers that slips with a voltage, current or power of an element would give. */
export function valueCandidates(
  quantity: Exclude<Quantity, 'resistance'>,
  element: number,
  { resistance: R, voltage: V, current: I, power: P }: Known,
  reduction: Reduction,
): Candidate[] {
  const found: Candidate[] = []
  const put = (slip: Candidate['slip'], value: number | null | undefined) => {
    if (value !== null && value !== undefined) found.push({ slip, value: Math.abs(value) })
  }
  const at = (list: readonly (number | null)[], id: number) => list[id] ?? NaN
  const [r, v, i] = [at(R, element), at(V, element), at(I, element)]
  const same = { voltage: V, current: I, power: P }[quantity]
  const up = reduction.into[element]
  const step = up < 0 ? undefined : reduction.steps[up - reduction.leaves.length]

  if (quantity === 'power') {
    for (const value of [
      v * v * r,
      i * i * i * r,
      i * r * r,
      (i * i) / r,
      v / r,
      v * r,
      i * r,
      (v * v) / (r * r),
      v + i,
    ])
      put('power-formula', value)
    V.forEach((other, id) => id !== element && put('wrong-sheet', other === null ? null : other * i))
    I.forEach((other, id) => id !== element && put('wrong-sheet', other === null ? null : other * v))
    R.forEach((other, id) => {
      if (id === element || other === null) return
      put('wrong-group', i * i * other)
      put('wrong-group', (v * v) / other)
    })
  } else {
    put('exchanged', quantity === 'voltage' ? i : v)
    if (step) {
      const others = step.members.filter((member) => member !== element)
      const total = sum(step.members.map((member) => at(R, member)))
      if (quantity === 'voltage' && step.kind === 'series') {
        for (const other of others) put('wrong-on-top', (at(V, up) * at(R, other)) / total)
        if (others.length > 1) put('wrong-on-top', (at(V, up) * (total - r)) / total)
        R.forEach((other, id) => {
          if (other === null || id === up) return
          put('wrong-group', (at(V, up) * r) / other)
          put('wrong-group', (at(V, up) * r) / (r + other))
        })
      }
      if (quantity === 'current' && step.kind === 'parallel') {
        put('wrong-on-top', (at(I, up) * r) / total)
        if (others.length > 1) for (const other of others) put('wrong-on-top', (at(I, up) * at(R, other)) / total)
        put('total-current', at(I, up))
        R.forEach((other, id) => {
          if (other === null || id === up) return
          put('wrong-group', (at(I, up) * other) / r)
          put('wrong-group', (at(I, up) * other) / (r + other))
        })
      }
    }
    const [whole] = reduction.left
    if (quantity === 'current' && element !== whole && step?.kind === 'parallel') put('total-current', at(I, whole))
    if (quantity === 'voltage') for (const value of [i / r, r / i]) put('inverted', value)
    else for (const value of [v * r, r / v]) put('inverted', value)
    R.forEach((other, id) => {
      if (id !== element && other !== null) put('wrong-group', quantity === 'voltage' ? i * other : v / other)
    })
  }
  same.forEach((other, id) => id !== element && put('wrong-sheet', other))
  return found
}
