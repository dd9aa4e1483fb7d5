import {
  meterLeads,
  meterLetters,
  meterRadius,
  resistorOutline,
  sourcePlates,
  type Lying,
  type ResistorSymbol,
} from '../../picture'
import { line, word, type Shape } from './ink'

/** A resistor, the plates of a source, or a meter; nothing of what has no symbol. */
export function symbolOf(kind: string, lying: Lying, symbols: ResistorSymbol): readonly Shape[] {
  switch (kind) {
    case 'resistor': {
      const places = resistorOutline(lying, symbols)
      return symbols === 'box'
        ? [{ shape: 'line', places, wide: 1.5, closed: true, filled: 'white' }]
        : [{ shape: 'line', places, wide: 1.5 }]
    }
    case 'source': {
      const [long, short] = sourcePlates(lying)
      return [line(long), { shape: 'line', places: short, wide: 4, blunt: true }]
    }
    case 'ammeter':
    case 'voltmeter': {
      const { x, y } = lying
      return [
        ...meterLeads(lying).map((lead) => line(lead)),
        { shape: 'circle', x, y, radius: meterRadius, wide: 1.5, filled: 'white' },
        word(meterLetters[kind], x, y + 3.6, { size: 10, bold: true }),
      ]
    }
    default:
      return []
  }
}
