import { quantityText, readQuantity, type Amount, type Unit } from '../../number'
import type { NetworkDocument, PartDocument } from '../../network'
import { analyse } from './analyse'

/** What is different between two states of a network, in short lines, the parts first; none where they are the same. */
export function differencesOf(before: NetworkDocument, after: NetworkDocument): string[] {
  const old = new Map(before.parts.map((part) => [part.name, part]))
  const now = new Map(after.parts.map((part) => [part.name, part]))
  const said: string[] = []
  for (const part of after.parts) {
    const was = old.get(part.name)
    if (!was) said.push(`${named(part)} added`)
    else said.push(...partDifferences(was, part))
  }
  for (const part of before.parts) if (!now.has(part.name)) said.push(`${named(part)} taken out`)
  const text = (value: unknown) => JSON.stringify(value ?? null)
  if (text(before.known) !== text(after.known)) said.push('what is known changed')
  if (text(before.reference) !== text(after.reference)) said.push('the 0 V point changed')
  if ((before.title ?? '') !== (after.title ?? '')) said.push(`title “${before.title ?? ''}” → “${after.title ?? ''}”`)
  if ((before.notes ?? '') !== (after.notes ?? '')) said.push('notes changed')
  if (text(before.tags) !== text(after.tags)) said.push('tags changed')
  if (text(before.worksheet) !== text(after.worksheet)) said.push('how it is worked changed')
  if (text(before.report) !== text(after.report)) said.push('its report changed')
  if (text(before.sketch) !== text(after.sketch) && said.length === 0) said.push('drawn otherwise')
  return [...said, ...resultDifferences(before, after)]
}

function named(part: PartDocument): string {
  const value = valueText(part)
  return value === '' ? part.name : `${part.name} ${value}`
}

function partDifferences(was: PartDocument, is: PartDocument): string[] {
  if (was.kind !== is.kind) return [`${is.name}: ${was.kind} → ${is.kind}`]
  const [before, after] = [valueText(was), valueText(is)]
  const value = before === after ? [] : [`${is.name} ${before || 'without a value'} → ${after || 'without a value'}`]
  const isMoved = was.from !== is.from || was.to !== is.to
  const notes = (['tolerance', 'rating'] as const).filter(
    (field) => String(was[field] ?? '') !== String(is[field] ?? ''),
  )
  return [
    ...value,
    ...(isMoved ? [`${is.name} lies between other points`] : []),
    ...notes.map((field) => `${is.name} ${field} ${was[field] ?? '–'} → ${is[field] ?? '–'}`),
  ]
}

/** A part's value as it is shown; as it was typed where it makes no sense. */
function valueText(part: PartDocument): string {
  const [typed, unit]: readonly [string | number | undefined, Unit] =
    part.kind === 'resistor' ? [part.resistance, 'Ω'] : [part.kind === 'source' ? part.voltage : undefined, 'V']
  if (typed === undefined) return ''
  const read = readQuantity(typed, unit)
  return read.ok ? quantityText({ value: read.value }, unit, 6) : String(typed)
}

/** What comes out otherwise: the equivalent resistance, the total current. */
function resultDifferences(before: NetworkDocument, after: NetworkDocument): string[] {
  const [was, is] = [resultsOf(before), resultsOf(after)]
  return (['Req', 'I'] as const).flatMap((name) => {
    const [a, b] = [was[name], is[name]]
    return a === b ? [] : [`${name} ${a ?? 'unknown'} → ${b ?? 'unknown'}`]
  })
}

function resultsOf(document: NetworkDocument): { readonly Req: string | null; readonly I: string | null } {
  const result = analyse(document)
  if (result.status === 'refused') return { Req: null, I: null }
  const text = (amount: Amount | null, unit: Unit) => amount && quantityText({ value: amount.value }, unit, 4)
  return { Req: text(asAmount(result.equivalent), 'Ω'), I: text(asAmount(result.supply.current), 'A') }
}

function asAmount(value: { readonly value: number } | null): Amount | null {
  return value && { value: value.value }
}
