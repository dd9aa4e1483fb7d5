import { e24, quantityText, unitOf, type Quantity } from '../../number'
import type { Chance } from './chance'
import type { Dials } from './code'
import { partsIn, type Piece } from './shape'

/** Values of a network: whole numbers times a power of ten, so that none is ever rounded. */
interface Scaled {
  readonly digits: number
  /** The power of ten. */
  readonly power: number
}

export interface Values {
  /** In ohms, by part. */
  readonly resistances: readonly Scaled[]
  /** In volts. */
  readonly voltage: Scaled
  /** In amperes; null where no network of round numbers told it. */
  readonly current: Scaled | null
  /** Voltage and current of every part, where they are tidy. */
  readonly inside: readonly ({ readonly voltage: Scaled; readonly current: Scaled } | null)[]
}

/** In SI base units. */
export const sizeOf = ({ digits, power }: Scaled) => Number(`${digits}e${power}`)

/** A value as it is written on a picture: 4.7 kΩ. */
export function written(value: Scaled | number, quantity: Quantity): string {
  return quantityText({ value: typeof value === 'number' ? value : sizeOf(value) }, unitOf[quantity], 6, ' ')
}

const e12 = [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82]
const supplies = [5, 6, 9, 10, 12, 15, 18, 20, 24, 30, 36]

/** Without its trailing zeros. */
function shortest({ digits, power }: Scaled): Scaled {
  let [short, by] = [digits, power]
  while (short !== 0 && short % 10 === 0) [short, by] = [short / 10, by + 1]
  return { digits: short, power: short === 0 ? 0 : by }
}

/** How many significant figures a number has. */
function figuresOf(number: Scaled): number {
  return String(shortest(number).digits).length
}

/** A value that one can buy, or a whole number of ohms below a kilohm, of kilohms above. */
function isBought(ohms: Scaled): boolean {
  const { digits, power } = shortest(ohms)
  const size = digits * 10 ** power
  if (digits === 0) return true
  const two = digits < 10 ? digits * 10 : digits
  if (e24.includes(two)) return true
  return size < 1000 ? power >= 0 : power >= 3
}

/** The power of ten that a resistance of two digits has, so that 47 is 470 Ω or 4.7 kΩ. */
function powerFor({ units }: Dials, chance: Chance): number {
  return units === 'Ω' ? chance.any([0, 0, 1]) : units === 'kΩ' ? chance.any([2, 3]) : chance.any([1, 2])
}

/** Values of E12, and a usual supply. */
export function realValues(piece: Piece, zero: number | null, dials: Dials, chance: Chance): Values {
  const power = powerFor(dials, chance)
  const parts = partsIn(piece).length
  const used = new Set<number>()
  const resistances = Array.from({ length: parts }, (_, part): Scaled => {
    if (part === zero) return { digits: 0, power: 0 }
    for (;;) {
      const it = { digits: chance.any(e12), power: dials.units === 'mixed' ? chance.any([1, 2]) : power }
      const key = it.digits * 10 ** it.power
      if (used.has(key) && used.size < 10) continue
      used.add(key)
      return it
    }
  })
  return { resistances, voltage: { digits: chance.any(supplies), power: 0 }, current: null, inside: [] }
}

/** A piece with the current that flows in it, in units of the least one. */
interface Flowing {
  readonly piece: Piece
  readonly current: number
  readonly members: readonly Flowing[]
  /** Its resistance must be a multiple of this, and no less than that. */
  readonly step: number
  readonly least: number
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))
const lcm = (a: number, b: number) => (a / gcd(a, b)) * b
const carriesNothing = ({ kind }: Piece) => kind === 'shorted' || kind === 'stub'
const isZeroPart = (piece: Piece, zero: number | null) => piece.kind === 'part' && piece.part === zero

/** The least current that a piece can have, so that all inside are whole. */
function leastCurrent(piece: Piece): number {
  if (!('members' in piece)) return 1
  const inside = piece.members.filter((member) => !carriesNothing(member)).map(leastCurrent)
  return piece.kind === 'series' ? Math.max(...inside) : inside.reduce((sum, it) => sum + it, 0)
}

/** Divides currents among branches, whole numbers all. */
function flow(piece: Piece, current: number, zero: number | null, chance: Chance): Flowing {
  if (!('members' in piece)) {
    const isZero = isZeroPart(piece, zero)
    return { piece, current, members: [], step: isZero ? 0 : 1, least: isZero ? 0 : 1 }
  }
  const inside = piece.members.filter((member) => !carriesNothing(member))
  if (piece.kind === 'series') {
    const members = inside.map((member) => flow(member, current, zero, chance))
    const step = members.reduce((all, member) => gcd(all, member.step), 0)
    return { piece, current, members, step, least: members.reduce((sum, { least }) => sum + least, 0) }
  }
  const shares = inside.map(leastCurrent)
  const spare = current - shares.reduce((sum, it) => sum + it, 0)
  for (let i = 0; i < spare; i++) shares[chance.below(shares.length)]++
  const members = inside.map((member, i) => flow(member, shares[i], zero, chance))
  const step = members.reduce((all, member) => {
    const needed = member.step * member.current
    return lcm(all, needed / gcd(needed, current))
  }, 1)
  const least = Math.max(...members.map((member) => Math.ceil((member.least * member.current) / current)))
  return { piece, current, members, step, least: Math.ceil(least / step) * step }
}

/** Currents that a whole network may have: those that are divided well. */
const totals = [2, 3, 4, 5, 6, 8, 10, 12, 15, 16, 18, 20, 24, 25, 30, 36, 40, 50, 60]

/**
 * Values of which every equivalent, voltage and current is short: currents first, whole numbers that divide whole, then
 * resistances that make every voltage the same along all branches. Null where this try did not come out.
 */
export function tidyValues(piece: Piece, zero: number | null, dials: Dials, chance: Chance): Values | null {
  const least = leastCurrent(piece)
  const possible = totals.filter((total) => total >= least && total <= 6 * least + 6)
  const whole = flow(piece, possible.length > 0 ? chance.any(possible) : least, zero, chance)
  if (whole.step > 120) return null
  const power = powerFor(dials, chance)
  const ohms = new Map<number, number>()
  const currents = new Map<number, number>()
  const volts: number[] = []
  const equivalents: number[] = []
  const first = Math.ceil(whole.least / (whole.step || 1))
  const R = (first + chance.below(Math.max(2, Math.ceil(40 / (whole.step || 1))))) * (whole.step || 1)
  if (!lay(whole, R)) return null
  for (const part of partsIn(piece))
    // What carries nothing, and a bridge, may have any value.
    if (!ohms.has(part)) ohms.set(part, chance.any(e24) * (dials.units === 'mixed' ? chance.any([1, 10]) : 1))
  const resistances = partsIn(piece).map((_, part) => ({ digits: ohms.get(part) ?? 0, power }))
  if (!resistances.every(isBought)) return null
  if ([...equivalents, ...volts].some((digits) => figuresOf({ digits, power: 0 }) > 3)) return null
  if (!suitsUnits(resistances, dials)) return null
  const volt = R * whole.current
  // So that the supply has between 4 and 40 V.
  let tens = 0
  while (volt * 10 ** tens >= 40) tens--
  while (volt * 10 ** tens < 4) tens++
  const ampere = tens - power
  return {
    resistances,
    voltage: { digits: volt, power: tens },
    current: { digits: whole.current, power: ampere },
    inside: resistances.map(({ digits }, part) => {
      const current = currents.get(part)
      if (current === undefined) return null
      return { voltage: { digits: digits * current, power: tens }, current: { digits: current, power: ampere } }
    }),
  }

  function lay(of: Flowing, resistance: number): boolean {
    const { piece: it, current, members } = of
    volts.push(resistance * current)
    equivalents.push(resistance)
    if (it.kind === 'part') {
      ohms.set(it.part, resistance)
      currents.set(it.part, current)
      return true
    }
    if (it.kind === 'parallel') return members.every((member) => lay(member, (resistance * current) / member.current))
    const parts = members.length === 0 ? [] : divide(members, resistance)
    return parts !== null && members.every((member, i) => lay(member, parts[i]))
  }

  /** Divides a resistance among members in series, each a multiple of what it must be; null where that is not found. */
  function divide(members: readonly Flowing[], resistance: number): number[] | null {
    const parts = members.map(({ least: own }) => own)
    let spare = resistance - parts.reduce((sum, it) => sum + it, 0)
    if (spare < 0) return null
    const open = members.map((_, i) => i).filter((i) => members[i].step > 0)
    for (const i of chance.shuffled(open)) {
      const { step } = members[i]
      const most = Math.floor(spare / step)
      // One after another takes a share of what is left.
      const own = Math.min(most, Math.round((most * (20 + chance.below(60))) / 100))
      const better = step === 1 ? bought(parts[i] + own, parts[i], parts[i] + most) - parts[i] : own * step
      parts[i] += better
      spare -= better
    }
    if (spare === 0) return parts
    for (const i of open)
      if (spare % members[i].step === 0) {
        parts[i] += spare
        return parts
      }
    return null
  }
}

/** The whole numbers below 100 that are values of E24. */
const wholes = [1, 10].flatMap((by) => e24.map((it) => (it * by) / 10)).filter(Number.isInteger)

/** The value of E24 next to a whole number, within bounds; the number itself where there is none. */
function bought(wanted: number, least: number, most: number): number {
  let best: number | null = null
  for (const it of wholes)
    if (it >= least && it <= most && (best === null || Math.abs(it - wanted) < Math.abs(best - wanted))) best = it
  return best ?? wanted
}

/** Whether values are of the size that was asked for: below a kilohm, from one on, or some of both. */
function suitsUnits(resistances: readonly Scaled[], { units }: Dials): boolean {
  const sizes = resistances.map(({ digits, power }) => digits * 10 ** power).filter((size) => size > 0)
  if (units === 'Ω') return sizes.every((size) => size >= 1 && size < 1000)
  if (units === 'kΩ') return sizes.every((size) => size >= 100 && size < 1e6) && sizes.some((size) => size >= 1000)
  return sizes.some((size) => size < 1000) && sizes.some((size) => size >= 1000)
}

/** How good values are to look at: the less the better. */
export function ugliness({ resistances, voltage }: Values): number {
  const sizes = resistances.map(({ digits, power }) => digits * 10 ** power)
  const doubled = sizes.length - new Set(sizes).size
  const strange = resistances.filter((it) => !e24.includes(twoDigits(it))).length
  const spread = Math.max(...sizes) / Math.min(...sizes.filter((size) => size > 0))
  return 2 * doubled + strange + 3 * Math.max(0, figuresOf(voltage) - 2) + (spread > 100 ? 4 : 0)
}

function twoDigits(it: Scaled): number {
  const { digits } = shortest(it)
  return digits < 10 ? digits * 10 : digits
}
