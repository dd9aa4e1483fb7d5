import type { NetworkDocument, PartDocument, SourceDocument } from '../../network'
import { inFormat, quantityProblem, readQuantity, type Unit } from '../../number'

export type AppliedSupply =
  | { readonly ok: true; readonly document: NetworkDocument }
  | { readonly ok: false; readonly message: string }

const like = 'write 12 V, 250 mA or 5 W for the source, R6 250 mA for a resistor, or ? for terminals'
const quantityOfUnit = { V: 'voltage', A: 'current', W: 'power' } as const

/** What is known of the supply as the source field shows it: `12 V`, `I 250 mA`, `R6 250 mA`, or `?` for terminals. */
export function supplyText(document: NetworkDocument): string {
  const supply = document.parts.find(({ kind }) => kind === 'source' || kind === 'terminals')
  if (!supply || supply.kind === 'terminals') return '?'
  const { known } = document
  if (!known) return supply.voltage === undefined ? '' : withUnit(supply.voltage, 'V')
  const unit = known.quantity === 'current' ? 'A' : known.quantity === 'power' ? 'W' : 'V'
  const value = withUnit(known.value, unit)
  return known.part === supply.name ? value : `${known.part} ${value}`
}

/** A quantity as it was typed, with the unit that it was typed without. */
export function withUnit(typed: string | number, unit: Unit): string {
  const read = readQuantity(typed, unit)
  return read.ok && read.unit === null ? `${typed} ${unit}` : String(typed)
}

/**
 * Makes a document's supply be what a text says. The unit decides: `12 V` (or a bare number) is the source's voltage,
 * `250 mA` its current, `5 W` its power; a resistor's name in front makes it that resistor's; `?` asks for the
 * resistance between two terminals.
 */
export function applySupplyText(document: NetworkDocument, text: string): AppliedSupply {
  const typed = text.trim().replace(/^(?:[VIPE]\d*\s*=|=)\s*/, '')
  const supply = document.parts.find((part) => part.kind === 'source' || part.kind === 'terminals')
  if (!supply) return { ok: false, message: 'there is no source in the parts list' }
  const { known: _known, ...rest } = document
  const withSupply = (part: PartDocument): NetworkDocument => ({
    ...rest,
    parts: document.parts.map((it) => (it === supply ? part : it)),
  })
  const { voltage: _voltage, ...bare } = supply
  const freeName = (name: string) =>
    document.parts.some((part) => part !== supply && part.name === name) ? supply.name : name
  if (typed === '?')
    return {
      ok: true,
      document: withSupply({
        ...bare,
        kind: 'terminals',
        name: supply.kind === 'source' ? freeName('T1') : supply.name,
      }),
    }
  if (typed === '') return { ok: false, message: like }
  const source: SourceDocument = {
    ...bare,
    kind: 'source',
    name: supply.kind === 'terminals' ? freeName('E1') : supply.name,
  }

  const whole = readQuantity(typed, null)
  const [, owner, value] = /^(\S+)\s*[ =:]\s*(.+)$/.exec(typed) ?? []
  const part = document.parts.find(({ name }) => name === owner)
  if (!whole.ok && part === undefined) {
    return {
      ok: false,
      message:
        owner !== undefined && value !== undefined && readQuantity(value, null).ok
          ? `there is no part ${owner}`
          : `${quantityProblem(whole.problem, typed, 'V').split(';')[0]}; ${like}`,
    }
  }
  if (whole.ok && (whole.unit === null || whole.unit === 'V'))
    return { ok: true, document: withSupply({ ...source, voltage: inFormat(typed) }) }
  if (whole.ok) {
    if (whole.unit === 'Ω' || whole.unit === null) return { ok: false, message: `“${typed}” is a resistance; ${like}` }
    return {
      ok: true,
      document: {
        ...withSupply(source),
        known: { part: source.name, quantity: quantityOfUnit[whole.unit], value: inFormat(typed) },
      },
    }
  }

  const read = readQuantity(value, null)
  if (!read.ok) return { ok: false, message: quantityProblem(read.problem, value, 'A') }
  if (part?.kind !== 'resistor' && part !== supply)
    return { ok: false, message: `${owner} is a ${part?.kind}; ${like}` }
  if (read.unit === 'Ω' || read.unit === null) return { ok: false, message: `“${value}” needs the unit V, A or W` }
  if (part === supply) return applySupplyText(document, value)
  return {
    ok: true,
    document: {
      ...withSupply(source),
      known: { part: owner, quantity: quantityOfUnit[read.unit], value: inFormat(value) },
    },
  }
}
