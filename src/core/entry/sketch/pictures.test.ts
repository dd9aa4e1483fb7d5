import { sketched } from '../../../../test/sketched'
import { analyse, type Analysis } from '../../worksheet'

const solved = (strokes: readonly string[]): Analysis => {
  const result = analyse(sketched(strokes))
  if (result.status === 'refused') throw new Error(JSON.stringify(result.problems))
  return result
}
const nodesOf = ({ nodes }: Analysis) => nodes.map(({ points }) => points.join(''))
const stepsOf = ({ steps }: Analysis) => steps.map(({ kind, members }) => `${members.join(' ')} ${kind}`)
const findingsOf = ({ findings }: Analysis) => findings.map(({ code, parts }) => `${code} ${parts.join(' ')}`)

test('a look-alike bridge: its long wire makes two of the points one', () => {
  const analysis = solved([
    'E1 0,0 0,8 12V',
    'R1 0,0 4,0 10',
    'R2 4,0 2,4 20',
    'R3 4,0 6,4 30',
    'R4 2,4 6,4 60',
    'R5 2,4 4,8 20',
    'R6 6,4 4,8 30',
    'W1 4,8 0,8',
    // Round the outside, from the left middle to the right middle: R4 has both ends on one node.
    'W2 2,4 2,10',
    'W3 2,10 8,10',
    'W4 8,10 6,4',
  ])
  expect(nodesOf(analysis)).toEqual(['A', 'C', 'DEGH', 'BF'])
  expect(findingsOf(analysis)).toEqual(['shorted R4'])
  expect(stepsOf(analysis)).toEqual(['R2 R3 parallel', 'R5 R6 parallel', 'R1 R2‖3 R5‖6 series'])
  expect(analysis.equivalent?.exact).toBe('34')
})

test('a true bridge stops, and names what stops it', () => {
  const analysis = solved([
    'E1 0,0 0,8 12V',
    'R1 0,0 4,0 10',
    'R2 4,0 2,4 20',
    'R3 4,0 6,4 30',
    'R4 2,4 6,4 60',
    'R5 2,4 4,8 25',
    'R6 6,4 4,8 35',
    'W1 4,8 0,8',
  ])
  expect(nodesOf(analysis).sort()).toEqual(['A', 'BF', 'C', 'D', 'E'])
  expect(analysis.status).toBe('not-series-parallel')
  expect(analysis.residue).toEqual(['R2', 'R3', 'R4', 'R5', 'R6'])
  expect(stepsOf(analysis)).toEqual([])
})

test('a bare leg, as a wire and as a placeholder', () => {
  const picture = (leg: string) =>
    solved(['E1 0,0 0,4 9V', 'R1 0,0 4,0 220', 'R2 4,0 8,0 330', leg, 'R3 4,0 4,4 680', 'W1 4,4 0,4', 'W2 8,4 4,4'])
  const wire = picture('W3 8,0 8,4')
  expect(nodesOf(wire)).toEqual(['A', 'C', 'BDEF'])
  expect(stepsOf(wire)).toEqual(['R2 R3 parallel', 'R1 R2‖3 series'])
  const placeholder = picture('R4 8,0 8,4 0')
  expect(nodesOf(placeholder)).toEqual(['A', 'C', 'D', 'BEF'])
  expect(stepsOf(placeholder)).toEqual(['R2 R4 series', 'R2+4 R3 parallel', 'R1 (R2+4)‖3 series'])
  expect(placeholder.equivalent?.exact).toBe(wire.equivalent?.exact)
})

test('a resistor shorted by a wire drawn far away', () => {
  const analysis = solved([
    'E1 0,0 0,6 12V',
    'R1 0,0 4,0 10',
    'R2 4,0 8,0 20',
    'R3 8,0 8,6 30',
    'W1 8,6 0,6',
    'W2 4,0 4,-3',
    'W3 4,-3 12,-3',
    'W4 12,-3 8,0',
  ])
  expect(findingsOf(analysis)).toEqual(['shorted R2'])
  expect(nodesOf(analysis)).toEqual(['A', 'CDFG', 'BE'])
  expect(stepsOf(analysis)).toEqual(['R1 R3 series'])
})

test('a dead-end loop carries nothing', () => {
  const analysis = solved([
    'E1 0,0 0,4 12V',
    'R1 0,0 4,0 10',
    'R2 4,0 4,4 20',
    'W1 4,4 0,4',
    'R3 4,0 8,0 30',
    'R4 8,0 8,3 40',
    'R5 8,3 10,0 50',
    'W2 10,0 8,0',
  ])
  expect(findingsOf(analysis)).toEqual(['dead-end R3 R4 R5'])
  expect(stepsOf(analysis)).toEqual(['R1 R2 series'])
  expect(analysis.parts.find(({ name }) => name === 'R4')?.current?.value).toBe(0)
})

test('a source lying at the bottom, its + end to the right, sends the current up the right side', () => {
  const analysis = solved(['E1 6,4 0,4 6V', 'W1 6,4 6,0', 'R1 6,0 3,0 100', 'R2 3,0 0,0 200', 'W2 0,0 0,4'])
  expect(nodesOf(analysis)).toEqual(['AC', 'D', 'BE'])
  expect(analysis.parts.find(({ name }) => name === 'R1')?.voltage?.exact).toBe('2')
  expect(stepsOf(analysis)).toEqual(['R1 R2 series'])
})

test('three resistors drawn one below the other are not in parallel for that', () => {
  const analysis = solved([
    'E1 0,0 0,8 12V',
    'R1 0,0 6,0 10',
    'W1 6,0 6,4',
    'R2 6,4 2,4 20',
    'W2 2,4 2,6',
    'R3 2,6 6,6 30',
    'W3 6,6 6,8',
    'W4 6,8 0,8',
  ])
  expect(nodesOf(analysis)).toEqual(['A', 'CD', 'EF', 'BGH'])
  expect(stepsOf(analysis)).toEqual(['R1 R2 R3 series'])
  expect(analysis.equivalent?.exact).toBe('60')
})

test('a resistor whose both ends reach the same node by different wires is shorted', () => {
  const analysis = solved([
    'E1 0,0 0,6 10V',
    'W1 0,0 4,0',
    'R1 4,0 4,6 50',
    'W2 4,6 0,6',
    'W3 4,0 8,0',
    'R2 8,0 8,3 70',
    'W4 8,3 6,-2',
    'W5 6,-2 0,0',
  ])
  expect(findingsOf(analysis)).toEqual(['shorted R2'])
  expect(nodesOf(analysis)).toEqual(['ACEFG', 'BD'])
  expect(analysis.equivalent?.exact).toBe('50')
})
