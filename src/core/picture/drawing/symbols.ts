import { measures, type Coordinates } from './picture'

/** What lies on a line: its middle, how long it is, and its angle in degrees, clockwise from lying to the right. */
export interface Lying extends Coordinates {
  readonly length: number
  readonly angle?: number
}

/** How a resistor is drawn. */
export type ResistorSymbol = 'zigzag' | 'box'

type Line = readonly [Coordinates, Coordinates]

/** A place along and across what lies on a line. */
export function placeOn({ x, y, angle = 0 }: Omit<Lying, 'length'>): (along: number, across: number) => Coordinates {
  const turn = (angle * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const round = (number: number) => Math.round(number * 100) / 100
  return (along, across) => ({ x: round(x + along * cos - across * sin), y: round(y + along * sin + across * cos) })
}

/** A resistor: six teeth from end to end, or the corners of a box. */
export function resistorOutline(lying: Lying, symbol: ResistorSymbol): readonly Coordinates[] {
  const at = placeOn(lying)
  const half = measures.symbolHeight / 2
  const end = lying.length / 2
  if (symbol === 'box') {
    const side = half - 1
    return [at(-end, -side), at(end, -side), at(end, side), at(-end, side)]
  }
  const tooth = lying.length / 12
  const teeth = Array.from({ length: 6 }, (_, i) => at(-end + (2 * i + 1) * tooth, i % 2 === 0 ? -half : half))
  return [at(-end, 0), ...teeth, at(end, 0)]
}

/** The plates of a source, + first: a long thin one and a short thick one. */
export function sourcePlates(lying: Lying): readonly [long: Line, short: Line] {
  const at = placeOn(lying)
  const end = lying.length / 2
  const { plate } = measures
  return [
    [at(-end, -plate), at(-end, plate)],
    [at(end, -plate / 2), at(end, plate / 2)],
  ]
}

/** The letter in a meter's circle, and how large the circle is. */
export const meterLetters = { ammeter: 'A', voltmeter: 'V' } as const
export const meterRadius = measures.symbolHeight / 2 + 1.5

/** The leads of a meter, up to its circle. */
export function meterLeads(lying: Lying): readonly [Line, Line] {
  const at = placeOn(lying)
  const end = lying.length / 2
  return [
    [at(-end, 0), at(-meterRadius, 0)],
    [at(meterRadius, 0), at(end, 0)],
  ]
}

/** Where + and − stand at the two ends of the supply, and + at a meter's: beside its line, where its name does not stand. */
export function signsOf(
  { x, y, length, angle = 0 }: Lying,
  kind: string,
): readonly (Coordinates & { readonly sign: '+' | '−' })[] {
  const turn = (angle * Math.PI) / 180
  const [dx, dy] = [Math.cos(turn), Math.sin(turn)]
  // Left of what is upright, above what is level.
  const side = Math.abs(dy) > Math.abs(dx) ? Math.sign(dy) : -Math.sign(dx || 1)
  const along = length / 2 + (kind === 'source' ? 8 : 2)
  const [nx, ny] = [-dy * side, dx * side]
  const isSupply = kind === 'source' || kind === 'terminals'
  const at = (end: 1 | -1) => ({ x: x - dx * along * end + nx * 12, y: y - dy * along * end + ny * 12 + 4 })
  return [{ ...at(1), sign: '+' as const }, ...(isSupply ? [{ ...at(-1), sign: '−' as const }] : [])]
}
