/** The SI base units of the quantities a resistor network has: resistance, voltage, current, power. */
export type Unit = 'Ω' | 'V' | 'A' | 'W'

/** The quantity that a unit measures, in the field's word. */
export const quantityOf: Readonly<Record<Unit, string>> = {
  Ω: 'resistance',
  V: 'voltage',
  A: 'current',
  W: 'power',
}

/** The unit of each quantity: the inverse of {@link quantityOf}. */
export const unitOf = { resistance: 'Ω', voltage: 'V', current: 'A', power: 'W' } as const satisfies Record<
  string,
  Unit
>

/** What a resistor or an equivalent has. */
export type Quantity = keyof typeof unitOf

/** The letter that stands for each quantity in formulas. */
export const letterOf = { resistance: 'R', voltage: 'V', current: 'I', power: 'P' } as const

/** What a value is called in a sentence, by the name of what it is of: V(R2); a resistance is called as that is, R2. */
export function valueName(quantity: Quantity, of: string): string {
  return quantity === 'resistance' ? of : `${letterOf[quantity]}(${of})`
}

/** Every spelling that is read for a unit, in small letters. `r` for ohms is the way values are printed on parts. */
export const spellings: Readonly<Record<string, Unit>> = {
  ω: 'Ω', // U+03C9, the small letter of U+03A9, Greek capital omega; U+2126, the ohm sign, is read as that
  ohm: 'Ω',
  ohms: 'Ω',
  r: 'Ω',
  v: 'V',
  volt: 'V',
  volts: 'V',
  a: 'A',
  amp: 'A',
  amps: 'A',
  w: 'W',
  watt: 'W',
  watts: 'W',
}

/** Powers of ten of the engineering prefixes that are read; `K` is read as kilo, `u` and both mu signs as micro. */
export const prefixes: Readonly<Record<string, number>> = {
  p: -12,
  n: -9,
  u: -6,
  µ: -6, // U+00B5, micro sign
  μ: -6, // U+03BC, Greek small mu
  m: -3,
  k: 3,
  K: 3,
  M: 6,
  G: 9,
}
