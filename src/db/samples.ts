import type { NetworkDocument, PartDocument } from '@/core/network'
import { drawStrokes } from '@/core/entry'
import { meters, type ReadingDocument, type ReadingsDocument } from '@/core/bench'

/** `R1 A B 1.5`, with tolerance and rating of the club's parts box. */
function resistor(text: string): PartDocument {
  const [name, from, to, resistance] = text.split(' ')
  return { name, kind: 'resistor', from, to, resistance, tolerance: '5 %', rating: '5 W' }
}

function sample(
  title: string,
  notes: string,
  supply: PartDocument,
  resistors: readonly string[],
  wires: readonly PartDocument[] = [],
  known?: NetworkDocument['known'],
): NetworkDocument {
  return {
    format: 'nodrel-network',
    version: 1,
    title,
    notes,
    parts: [supply, ...resistors.map(resistor), ...wires],
    ...(known && { known }),
  }
}

/** A sample as it was copied from a picture, stroke by stroke. */
function drawn(title: string, notes: string, strokes: readonly string[]): NetworkDocument {
  return drawStrokes({ format: 'nodrel-network', version: 1, title, notes, parts: [] }, strokes)
}

const source = (from: string, to: string, voltage?: string): PartDocument => ({
  name: 'E1',
  kind: 'source',
  from,
  to,
  ...(voltage && { voltage }),
})
const wire = (name: string, from: string, to: string): PartDocument => ({ name, kind: 'wire', from, to })

/** The sample set: from the bench of the Quillmere Stargazers, a made-up astronomy club. */
export const samples: readonly NetworkDocument[] = [
  sample(
    'Dew strip, short',
    'Warms the corrector plate of the small telescope. R2 and R3 are the two halves of the strip.',
    source('A', 'E', '12 V'),
    ['R1 A B 1.5', 'R2 B C 10', 'R3 C D 20', 'R4 B D 15', 'R5 D E 1'],
  ),
  sample(
    'Dew strip, long',
    'Three zones for the long tube; the middle zone has a strip inside a strip.',
    source('A', 'H', '13.8 V'),
    [
      'R1 A B 2.2',
      'R2 B C 6.8',
      'R3 C D 4.7',
      'R4 C D 9.1',
      'R5 D E 3.3',
      'R6 B F 12',
      'R7 F E 18',
      'R8 F E 27',
      'R9 E G 1.8',
      'R10 G H 5.6',
      'R11 G H 8.2',
    ],
  ),
  sample(
    'Focuser position divider',
    'A ladder: each rung taps the position of the focuser a little lower.',
    source('A', 'G', '5 V'),
    ['R1 A B 1k', 'R2 B G 2k', 'R3 B C 1k', 'R4 C G 2k', 'R5 C D 1k', 'R6 D G 2k', 'R7 D F 1k', 'R8 F G 1k'],
  ),
  sample(
    'Dummy load for 12 V packs',
    'Eight equal power resistors: two in series, four such pairs side by side.',
    source('A', 'F', '12 V'),
    ['R1 A B 47', 'R2 B F 47', 'R3 A C 47', 'R4 C F 47', 'R5 A D 47', 'R6 D F 47', 'R7 A E 47', 'R8 E F 47'],
  ),
  sample(
    'Map lamp with a link',
    'R3 is a zero-ohm link on the lamp board; fit 120 Ω there to dim the lamp.',
    source('A', 'D', '9 V'),
    ['R1 A B 220', 'R2 B C 330', 'R3 C D 0', 'R4 B D 680'],
  ),
  sample(
    'Dew strip, after the repair',
    'A stray wire shorts R4, and R6 was left hanging by one lead.',
    source('A', 'E', '12 V'),
    ['R1 A B 2.7', 'R2 B C 10', 'R3 B D 22', 'R4 C F 15', 'R5 D E 3.9', 'R6 C X 33', 'R7 C D 6.8'],
    [wire('W1', 'C', 'G'), wire('W2', 'G', 'F')],
  ),
  sample(
    'Red map lamps, one current measured',
    'The meter in series with R3 reads 25 mA. What does the supply give?',
    source('A', 'D'),
    ['R1 A B 47', 'R2 B C 150', 'R3 C D 180', 'R4 B D 270'],
    [],
    { part: 'R3', quantity: 'current', value: '25 mA' },
  ),
  sample(
    'Heater pad, resistance only',
    'Not connected yet: what will the meter read between the two leads?',
    { name: 'T1', kind: 'terminals', from: 'A', to: 'D' },
    ['R1 A B 3.3', 'R2 B C 8.2', 'R3 C D 5.1', 'R4 A D 39', 'R5 B D 16'],
  ),
  sample(
    'Tilt sensor bridge',
    'Looks like two dividers, but R4 ties their middles together: no two of R2 to R6 are in series or in parallel.',
    source('A', 'E', '5 V'),
    ['R1 A B 100', 'R2 B C 1k', 'R3 B D 1.2k', 'R4 C D 470', 'R5 C E 910', 'R6 D E 1.1k'],
  ),
  drawn(
    'Dew strip, as it lies on the tube',
    'Copied from the sketch on the lid: R2 runs slantwise, and a long wire leads back from R4 to where R3 ends.',
    [
      'E1 0,0 0,4 12V',
      'R1 0,0 4,0 1.5',
      'R2 4,0 8,4 10',
      'R3 8,4 8,7 20',
      'R4 4,0 12,0 15',
      'W1 12,0 12,7',
      'W2 12,7 8,7',
      'R5 8,7 4,8 1',
      'W3 4,8 0,8',
      'W4 0,8 0,4',
    ],
  ),
  drawn('Dew strip, two meters drawn in', 'What does A1 show beside the strip, and what V1 across its lower half?', [
    'E1 0,0 0,6 12V',
    'R1 0,0 4,0 4.7',
    'A1 4,0 8,0 A',
    'R2 8,0 8,3 10',
    'R3 8,3 8,6 22',
    'W1 4,0 4,2',
    'R4 4,2 4,6 33',
    'W2 4,6 8,6',
    'W3 8,3 12,3',
    'V1 12,3 12,6 V',
    'W4 12,6 8,6',
    'W5 4,6 0,6',
  ]),
  drawn(
    'Map lamps, a bridge at first sight',
    'The long wire round the outside makes the left and the right middle one node, so R4 has both ends on it.',
    [
      'E1 0,0 0,8 12V',
      'R1 0,0 4,0 10',
      'R2 4,0 2,4 20',
      'R3 4,0 6,4 30',
      'R4 2,4 6,4 62',
      'R5 2,4 4,8 22',
      'R6 6,4 4,8 33',
      'W1 4,8 0,8',
      'W2 2,4 2,10',
      'W3 2,10 8,10',
      'W4 8,10 6,4',
    ],
  ),
  drawn(
    'Three lamps, one below the other',
    'They look side by side, but the current runs through one after the other. The source lies at the bottom.',
    [
      'E1 0,8 6,8 9V',
      'R1 0,0 6,0 47',
      'W1 6,0 6,2',
      'R2 6,2 0,2 68',
      'W2 0,2 0,4',
      'R3 0,4 6,4 82',
      'W3 6,4 6,8',
      'W4 0,0 -2,0',
      'W5 -2,0 -2,8',
      'W6 -2,8 0,8',
    ],
  ),
  drawn(
    'Focuser test plug, a bare leg',
    'R4 is a placeholder for the bare leg at the right; make it a wire and see what stays.',
    ['E1 0,0 0,4 5V', 'R1 0,0 4,0 220', 'R2 4,0 8,0 330', 'R4 8,0 8,4 0', 'R3 4,0 4,4 680', 'W1 8,4 4,4', 'W2 4,4 0,4'],
  ),
]

/** A run that a sample network begins with. */
interface SampleRun {
  /** The title of its network. */
  readonly network: string
  readonly document: ReadingsDocument
}

/** `voltage R1 1.94 V`; `lifted R1 2.7 Ω` for a resistor with one lead up; `break R1 from 0.6 A` for a current there. */
function reading(text: string, at: Date): ReadingDocument {
  const [how, of, ...rest] = text.split(' ')
  const taken = { at: at.toISOString() }
  if (how === 'break')
    return { quantity: 'current', of, end: rest[0] === 'to' ? 'to' : 'from', value: rest.slice(1).join(' '), ...taken }
  const value = rest.join(' ')
  if (how === 'lifted') return { quantity: 'resistance', of, lifted: true, value, ...taken }
  return { quantity: how === 'voltage' ? 'voltage' : how === 'current' ? 'current' : 'resistance', of, value, ...taken }
}

/** A run on the stand-in of this seed, a reading every minute and a half. */
function run(network: string, title: string, begun: string, standin: object, readings: readonly string[]): SampleRun {
  const start = Date.parse(begun)
  const taken = readings.map((text, i) => reading(text, new Date(start + i * 90_000)))
  return {
    network,
    document: {
      format: 'nodrel-readings',
      version: 1,
      title,
      meter: meters[0],
      readings: taken,
      standin,
    } as ReadingsDocument,
  }
}

export const sampleRuns: readonly SampleRun[] = [
  run('Dew strip, after the repair', 'Tuesday, club room', '2026-11-24T18:02:00Z', { seed: 41, faults: 0 }, [
    'resistance E1 15.8 Ω',
    'lifted R1 2.4 Ω',
    'lifted R2 9.9 Ω',
    'lifted R3 21.8 Ω',
    'lifted R4 14.4 Ω',
    'lifted R5 3.6 Ω',
    'lifted R6 32.8 Ω',
    'lifted R7 6.6 Ω',
    'voltage E1 11.98 V',
    'voltage R1 1.935 V',
    'voltage R2 4.272 V',
    'voltage R3 7.15 V',
    'voltage R4 -0.1 mV',
    'voltage R5 2.886 V',
    'voltage R6 0.0 mV',
    'voltage R7 2.892 V',
    'current E1 0.763 A',
    'break R2 from 424.9 mA',
    'break R3 from 328.2 mA',
  ]),
  run(
    'Dew strip, after the repair',
    'Thursday, cold on the dome floor',
    '2026-11-26T19:31:00Z',
    { seed: 97, faults: 0 },
    [
      'voltage E1 12.15 V',
      'voltage R1 2.035 V',
      'voltage R2 4.235 V',
      'voltage R3 7.08 V',
      'voltage R4 0.3 mV',
      'voltage R5 3.045 V',
      'voltage R6 -0.1 mV',
      'voltage R7 2.829 V',
    ],
  ),
  run('Dew strip, long', 'Tuesday, the strip that stays cold', '2026-11-24T19:10:00Z', { seed: 4, faults: 1 }, [
    'voltage E1 13.71 V',
    'voltage R1 1.754 V',
    'voltage R2 2.913 V',
    'voltage R6 4.147 V',
    'voltage R9 1.389 V',
  ]),
]
