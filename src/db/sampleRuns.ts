import { meters, type ReadingDocument, type ReadingsDocument } from '@/core/bench'

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
