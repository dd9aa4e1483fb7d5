import { document, worked } from '../../test/documents'
import { newFile } from '../../test/folder'
import { linesOf, program } from '../../test/program'

const programs = { spread: program('spread'), diagnose: program('diagnose') }
const run = (command: keyof typeof programs, args: readonly string[], input?: string) =>
  linesOf(programs[command](args, input))

const network = newFile('network.json', document(worked))
const readings = (list: readonly unknown[]) => ({ format: 'nodrel-readings', version: 1, title: '', readings: list })

test('spread prints one object a line, for all quantities or the one asked for', () => {
  const all = run('spread', ['--samples', '1000', network])
  expect(all.status).toBe(0)
  // The whole, three of the source and of each of five resistors, and five nodes.
  expect(all.lines).toHaveLength(1 + 3 * 6 + 5)
  const one = run(
    'spread',
    ['--quantity', 'current', '--of', 'R4', '--samples', '1000', '-'],
    JSON.stringify(document(worked)),
  )
  expect(one.lines).toHaveLength(1)
  expect(one.lines[0]).toMatchObject({ format: 'nodrel-spread', version: 1, quantity: 'current', of: 'R4' })
  expect(one.lines[0].nominal).toBeCloseTo(0.64, 12)
  expect(run('spread', ['--quantity', 'equivalent', '--seed', '7', '--samples', '500', network])).toEqual(
    run('spread', ['--quantity', 'equivalent', '--seed', '7', '--samples', '500', network]),
  )
})

test('spread refuses what it cannot do in words', () => {
  expect(run('spread', ['--quantity', 'charge', network])).toMatchObject({ status: 2, lines: [] })
  expect(run('spread', ['--samples', '0', network])).toMatchObject({ status: 2, lines: [] })
  expect(run('spread', ['--quantity', 'current', '--of', 'R9', network])).toMatchObject({
    status: 2,
    lines: [{ status: 'refused', problems: [{ part: 'R9', field: 'current' }] }],
    errors: [expect.stringContaining('R9')],
  })
  expect(run('spread', [newFile('open.json', document(['E1 A B 5', 'R1 A C 1']))])).toMatchObject({ status: 2 })
  const many = ['E1 A B 5', ...Array.from({ length: 2001 }, (_, i) => `R${i} A B 5`)]
  const large = newFile('large.json', document(many))
  expect(run('spread', [large])).toMatchObject({ status: 2, errors: [expect.stringContaining('2,001 resistors')] })
  expect(run('spread', [])).toMatchObject({ status: 2, errors: [expect.stringContaining('usage')] })
})

test('diagnose prints what is wrong, and what to measure next', () => {
  const measured = newFile(
    'readings.json',
    readings([
      { quantity: 'voltage', of: 'E1', value: '12.00 V' },
      { quantity: 'voltage', of: 'R4', value: '10.29' },
      { quantity: 'voltage', of: 'R2', value: '0.000' },
      { quantity: 'current', of: 'E1', value: '686 mA' },
    ]),
  )
  const { lines, status } = run('diagnose', [network, measured])
  expect(status).toBe(0)
  expect(lines).toHaveLength(1)
  expect(lines[0].format).toBe('nodrel-diagnosis')
  expect(lines[0].hypotheses[0]).toMatchObject({ fault: 'open', parts: ['R3'], explains: 4, of: 4, alike: [1] })
  expect(lines[0].readings.map(({ index }: { index: number }) => index)).toEqual([0, 1, 2, 3])
})

test('diagnose refuses bad rows at their place, and bad files', () => {
  const bad = newFile(
    'bad.json',
    readings([
      { quantity: 'voltage', of: 'R1', value: '1e999 V' },
      { quantity: 'voltage', of: 'R8', value: '1' },
    ]),
  )
  const { lines, errors, status } = run('diagnose', [network, bad])
  expect(status).toBe(2)
  expect(lines[0].problems.map(({ part }: { part: string }) => part)).toEqual(['readings[0]'])
  expect(errors[0]).toMatch(/^readings\[0\]: /)
  const absent = newFile('absent.json', readings([{ quantity: 'voltage', of: 'R8', value: '1' }]))
  expect(run('diagnose', [network, absent])).toMatchObject({ status: 2, errors: [expect.stringContaining('R8')] })
  expect(run('diagnose', [network, newFile('none.json', '{')])).toMatchObject({ status: 2 })
  const many = newFile('many.json', document(['E1 A B 5', ...Array.from({ length: 301 }, (_, i) => `R${i} A B 5`)]))
  expect(run('diagnose', [many, newFile('empty.json', readings([]))])).toMatchObject({ status: 2 })
  expect(run('diagnose', [network])).toMatchObject({ status: 2, errors: [expect.stringContaining('usage')] })
})
