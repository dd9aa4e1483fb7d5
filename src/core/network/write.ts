import { isObject } from '../format'
import type { GivenQuantity, Known, MeterPart, Network, Part, Resistor, Source, Terminals, Wire } from './network'
import type { ReportChoices, WorksheetChoices } from './school'
import type { Sketch } from './sketch'

/** A network document as plain JSON data; see `public/schema/network.schema.json`. */
export interface NetworkDocument {
  readonly format: 'nodrel-network'
  readonly version: 1
  readonly title?: string
  readonly notes?: string
  readonly parts: readonly PartDocument[]
  readonly known?: AsTyped<Known>
  readonly reference?: string
  readonly sketch?: Sketch
  readonly worksheet?: WorksheetChoices
  readonly report?: ReportChoices
  readonly tags?: readonly string[]
}

/** A part as it stands in a document: quantities as they were typed. */
export type PartDocument = ResistorDocument | SourceDocument | OtherDocument
export type ResistorDocument = AsTyped<Resistor> & Without<'voltage'>
export type SourceDocument = AsTyped<Source> & Without<'resistance'> & Kept
type OtherDocument = AsTyped<Wire | Terminals | MeterPart> & Without<'resistance' | 'voltage'> & Kept

type AsTyped<P> = { readonly [K in keyof P]: P[K] extends GivenQuantity | undefined ? string | number : P[K] }
type Without<Field extends string> = { readonly [K in Field]?: undefined }
/** What is said of a resistor stays while a part is something else. */
type Kept = Pick<Resistor, 'tolerance' | 'rating'>
/** A part that is not placed yet. */
export type Unplaced<P = PartDocument> = P extends unknown ? Omit<P, 'from' | 'to'> : never

/**
 * The document of a network, every quantity as it was typed; what {@link readNetwork} makes the same network of again.
 *
 * @returns plain JSON data without fields that are absent
 */
export function writeNetwork(network: Network): NetworkDocument {
  return withoutAbsent({
    ...network,
    format: 'nodrel-network',
    version: 1,
    parts: network.parts.map(writePart),
    known: network.known && { ...network.known, value: network.known.value.typed },
  }) as NetworkDocument
}

function writePart(part: Part): PartDocument {
  if (part.kind === 'resistor') return withoutAbsent({ ...part, resistance: part.resistance?.typed }) as PartDocument
  if (part.kind === 'source') return withoutAbsent({ ...part, voltage: part.voltage?.typed }) as PartDocument
  return { ...part }
}

function withoutAbsent(object: object): object {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined))
}

/** Whether a value has the shape of a document, right or wrong: a list of parts that are objects. What has not is damaged. */
export function isDocument(value: unknown): value is NetworkDocument {
  if (!isObject(value)) return false
  const { parts } = value as { parts?: unknown }
  return Array.isArray(parts) && parts.every(isObject)
}
