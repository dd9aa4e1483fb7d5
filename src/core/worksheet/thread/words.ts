import { equalText, type Figures } from '../../number'
import { unitOfLine } from '../derivation'
import { listed } from '../explain'
import { symbolOf, type Worksheet } from '../worked'

/** What a value is called in a sentence: I(R3), V(R2+3), R2+3; of the whole Req, E, I, P. */
export function lineName(worksheet: Worksheet, id: number): string {
  const it = symbolOf(worksheet, worksheet.derivation.lines[id], true)
  if (it.token !== 'symbol') throw new Error('a value has a symbol')
  if (it.letter === 'R') return it.of === 'eq' ? 'Req' : (it.of ?? 'R')
  return it.of === null ? it.letter : `${it.letter}(${it.of})`
}

/** A value with its name: I(R3) = 320 mA. */
export function lineText(worksheet: Worksheet, id: number, figures: Figures): string {
  const line = worksheet.derivation.lines[id]
  const name = lineName(worksheet, id)
  if (line.isOpen) return `${name} (no value yet)`
  return line.amount === null ? `${name} undefined` : `${name} ${equalText(line.amount, unitOfLine(line), figures)}`
}

/** A value and what it was found from: I(R3) = 8/25 A from V(R2+3) and R2+3. */
export function lineWords(worksheet: Worksheet, id: number, figures: Figures): string {
  const { uses, method } = worksheet.derivation.lines[id]
  const text = lineText(worksheet, id, figures)
  if (uses.length === 0) return method === 'given' ? `${text}, given` : text
  return `${text} from ${listed([...new Set(uses)].map((use) => lineName(worksheet, use)))}`
}

/** A whole thread in words, as it is walked: what each value was found from. */
export function threadText(worksheet: Worksheet, walk: readonly number[], figures: Figures): string {
  return walk.map((id) => lineWords(worksheet, id, figures)).join('; ')
}
