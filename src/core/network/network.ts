import type { Ratio } from '../number'
import type { ReportChoices, WorksheetChoices } from './school'
import type { Sketch } from './sketch'

/** A quantity as it was typed, with its exact value in SI base units. */
export interface GivenQuantity {
  readonly typed: string | number
  readonly exact: Ratio
  /** The nearest double. */
  readonly value: number
}

interface BetweenPoints {
  readonly name: string
  readonly from: string
  readonly to: string
}

export interface Resistor extends BetweenPoints {
  readonly kind: 'resistor'
  /** Absent where it has no value yet. */
  readonly resistance?: GivenQuantity
  readonly tolerance?: string | number
  readonly rating?: string | number
}

export interface Wire extends BetweenPoints {
  readonly kind: 'wire'
}

/** The ideal DC voltage source; `from` is its + end. Its voltage is absent when `known` stands for it. */
export interface Source extends BetweenPoints {
  readonly kind: 'source'
  readonly voltage?: GivenQuantity
}

/** Two points whose resistance is asked for. */
export interface Terminals extends BetweenPoints {
  readonly kind: 'terminals'
}

/**
 * An ideal meter drawn into the picture; `from` is its + side. An ammeter joins its points like a wire and shows the
 * current from `from` to `to`; a voltmeter joins nothing and shows the voltage of `from` against `to`.
 */
export interface MeterPart extends BetweenPoints {
  readonly kind: 'ammeter' | 'voltmeter'
}

export type Part = Resistor | Wire | Source | Terminals | MeterPart

/** Whether a part is a meter drawn into the picture. */
export function isMeter<P extends { readonly kind: Part['kind'] }>(
  part: P,
): part is P & { readonly kind: MeterPart['kind'] } {
  return part.kind === 'ammeter' || part.kind === 'voltmeter'
}

/** The one quantity that stands instead of the source's voltage. Its value is a magnitude. */
export interface Known {
  readonly part: string
  readonly quantity: 'voltage' | 'current' | 'power'
  readonly value: GivenQuantity
}

/** A valid network: exactly one source or one pair of terminals, unique part names. Plain data. */
export interface Network {
  readonly title: string
  readonly notes: string
  readonly parts: readonly Part[]
  readonly known?: Known
  readonly reference?: string
  readonly sketch?: Sketch
  /** How the worksheet is done; free of meaning for the values. */
  readonly worksheet?: WorksheetChoices
  /** By which it is found in the logbook. */
  readonly tags?: readonly string[]
  /** How its report is made; free of meaning for the values. */
  readonly report?: ReportChoices
}

/** One thing that is wrong with a document: which part and field, and a sentence for the person. */
export interface Problem {
  /** The part's name, or `parts[3]` where it has none; null when the whole document is meant. */
  readonly part: string | null
  readonly field: string
  readonly message: string
}

/** The one thing that is known of the supply: what stands instead of the source's voltage, or that voltage. */
export function knownOf(network: Network): Known | null {
  if (network.known) return network.known
  const source = network.parts.find((part) => part.kind === 'source')
  return source?.voltage ? { part: source.name, quantity: 'voltage', value: source.voltage } : null
}

/** The largest document that is read, in bytes. */
export const maxBytes = 2 * 1024 * 1024
/** The most parts that are read. */
export const maxParts = 100_000

/** A title or a name as it is searched and sorted by: without case or accents. */
export function fold(text: string): string {
  return text.normalize('NFKD').replace(/\p{M}/gu, '').toLocaleLowerCase('en')
}
