import {
  meterLeads,
  meterLetters,
  meterRadius,
  resistorOutline,
  sourcePlates,
  type Lying,
  type ResistorSymbol,
} from '../drawing'
import { line, word, type Shape, type Tone } from './ink'

/** A resistor, the plates of a source, or a meter, whose letter stands upright; nothing of what has no symbol. */
export function symbolOf(kind: string, lying: Lying, symbols: ResistorSymbol, stroke: Tone = 'ink'): readonly Shape[] {
  const shapes = drawn(kind, lying, symbols, stroke)
  return shapes.length === 0 ? [] : [{ shape: 'group', key: 'symbol', data: { symbol: kind }, shapes }]
}

function drawn(kind: string, lying: Lying, symbols: ResistorSymbol, stroke: Tone): readonly Shape[] {
  switch (kind) {
    case 'resistor': {
      const places = resistorOutline(lying, symbols)
      return symbols === 'box'
        ? [line(places, 1.5, { stroke, closed: true, fill: 'sheet' })]
        : [line(places, 1.5, { stroke })]
    }
    case 'source': {
      const [long, short] = sourcePlates(lying)
      return [line(long, 1.5, { stroke }), line(short, 4, { stroke, blunt: true })]
    }
    case 'ammeter':
    case 'voltmeter': {
      const { x, y } = lying
      return [
        ...meterLeads(lying).map((lead) => line(lead, 1.5, { stroke })),
        { shape: 'circle', x, y, radius: meterRadius, wide: 1.5, stroke, fill: 'sheet' },
        word(meterLetters[kind], x, y + 3.6, { size: 10, bold: true }),
      ]
    }
    default:
      return []
  }
}
