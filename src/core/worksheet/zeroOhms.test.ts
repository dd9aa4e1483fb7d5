import { analysed, of } from '../../../test/analysed'
import { network } from '../../../test/documents'

describe('zero ohms', () => {
  test('in series adds nothing, in parallel shorts its companions', () => {
    const analysis = analysed(network(['E1 A D 12', 'R1 A B 4', 'R2 B C 0', 'R3 C D 6', 'R4 C D 0', 'R5 C D 3']))
    expect(analysis.equivalent?.exact).toBe('4')
    expect(of(analysis, 'R2')).toEqual(['0', '3', '0'])
    expect(of(analysis, 'R4')).toEqual(['0', '3', '0'])
    expect(of(analysis, 'R3')).toEqual(['0', '0', '0'])
    expect(analysis.findings).toEqual([
      { code: 'shorted', parts: ['R3', 'R5'], nodes: ['3', '4'], message: expect.stringContaining('shorted by R4') },
    ])
  })
  test('side by side leave the split undefined', () => {
    const analysis = analysed(network(['E1 A D 12', 'R1 A B 4', 'R2 B D 0', 'R3 B D 0', 'R4 B D 5']))
    expect(of(analysis, 'R2')).toEqual(['0', null, '0'])
    expect(of(analysis, 'R3')).toEqual(['0', null, '0'])
    expect(of(analysis, 'R4')).toEqual(['0', '0', '0'])
    expect(analysis.checks.map(({ law, at }) => `${law} ${at}`)).not.toContain('current 2')
  })
  test('a wire beside a zero-ohm resistor closes a loop of ideal wire', () => {
    const analysis = analysed(network(['E1 A D 12', 'R1 A B 4', 'R2 B D 0', 'W1 B D']))
    expect(of(analysis, 'R2')).toEqual(['0', null, '0'])
    expect(of(analysis, 'W1')).toEqual(['0', null, '0'])
    expect(of(analysis, 'R1')).toEqual(['12', '3', '36'])
  })
  test('across the supply gives no values', () => {
    const analysis = analysed(network(['E1 A D 12', 'R1 A B 0', 'R2 B D 0', 'R3 B D 5']))
    expect(analysis).toMatchObject({
      status: 'solved',
      equivalent: { exact: '0' },
      supply: { voltage: { exact: '12' }, current: null, power: null },
    })
    expect(of(analysis, 'R1')).toEqual([null, null, null])
    expect(analysis.findings[0]).toMatchObject({ code: 'shorted-supply', parts: ['E1', 'R1', 'R2'] })
  })
})
