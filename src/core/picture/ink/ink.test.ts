import fc from 'fast-check'
import { randomNetwork } from '../../../../test/randomNetwork'
import { network } from '../../../../test/documents'
import { runs } from '../../../../test/runs'
import { worksheetOf } from '../../../../test/worked'
import { readNetwork } from '../../network'
import { shownText } from '../../number'
import { unitOfLine, withAmounts, type Worksheet } from '../../worksheet'
import { drawSheet, drawStaircase, relabelled, type Picture } from '..'
import { marksOf, onPaper, sheetInk, stairInk, svgElement, svgOf, type Ink, type SheetMarks, type Target } from '.'

const seeds = fc.record({ seed: fc.integer({ min: 1, max: 1e6 }), resistors: fc.integer({ min: 1, max: 14 }) })

function someWorksheet({ seed, resistors }: { seed: number; resistors: number }): Worksheet {
  const read = readNetwork(randomNetwork(seed, resistors))
  if (!read.ok) throw new Error('refused')
  return worksheetOf(read.network)
}

function inkOf(worksheet: Worksheet, picture: Picture, inColour: boolean, marks?: SheetMarks): Ink {
  const nodeLabels = worksheet.wiring.nodes.map(({ label }) => label)
  return sheetInk(picture, { nodeLabels, symbols: 'box', side: 'expand', description: 'a sheet', inColour }, marks)
}

function targetsOf(shapes: Ink['shapes']): Target[] {
  return shapes.flatMap((shape) => [
    ...('target' in shape && shape.target ? [shape.target] : []),
    ...(shape.shape === 'group' ? targetsOf(shape.shapes) : []),
  ])
}

const everything = { isChoosable: true, isPointable: true }

test('a sheet in colour and on paper have the same lines, symbols and words at the same places, but for how a node is marked', () => {
  fc.assert(
    fc.property(seeds, (some) => {
      const worksheet = someWorksheet(some)
      const picture = drawSheet(worksheet, worksheet.rows[0], 'expand', 4)
      const placed = (ink: Ink) =>
        marksOf(ink.shapes.filter((shape) => shape.shape !== 'group' || shape.key !== 'nodes')).map((mark) => {
          const { tag, attributes } = svgElement(mark, () => '')
          return [tag, attributes, mark.shape === 'word' && mark.text]
        })
      expect(placed(inkOf(worksheet, picture, true, everything))).toEqual(placed(inkOf(worksheet, picture, false)))
    }),
    { numRuns: runs(40) },
  )
})

test('keys walk every target of a sheet once, resistors first; each value says what its line says', () => {
  fc.assert(
    fc.property(seeds, (some) => {
      const worksheet = someWorksheet(some)
      const picture = drawSheet(worksheet, worksheet.rows[0], 'expand', 4)
      const ink = inkOf(worksheet, picture, true, everything)
      const targets = targetsOf(ink.shapes)
      expect([...(ink.walk ?? [])].sort()).toEqual(targets.map(({ id }) => id).sort())
      expect(new Set(ink.walk).size).toBe(targets.length)
      const { lines } = worksheet.derivation
      for (const { line, says, id } of targets) {
        expect(line === undefined).toBe(id.startsWith('part-'))
        if (line !== undefined) expect(says).toContain(shownText(lines[line].amount, unitOfLine(lines[line]), 4))
      }
      const kinds = (ink.walk ?? []).map((id) => id.split('-')[0]).join()
      expect(kinds).toMatch(/^(part,?)*(value,?)*$/)
    }),
    { numRuns: runs(40) },
  )
})

test('a staircase has no target twice, and one for each of its values', () => {
  const worksheet = worksheetOf(network(['E1 A D 12V', 'R1 A B 10', 'R2 B C 20', 'R3 C D 30', 'R4 B D 15']))
  const picture = drawStaircase(worksheet, { figures: 4 })
  if (!picture) throw new Error('nothing to draw')
  const ids = targetsOf(stairInk(picture, { inColour: true, isPointable: true }).shapes).map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
  // Voltage and current of four resistors, potentials of four nodes.
  expect(ids).toHaveLength(4 * 2 + 4)
  expect(targetsOf(stairInk(picture, { inColour: true }).shapes)).toEqual([])
})

test('words of another sheet stand at the places of the first, each with its mark', () => {
  const worksheet = worksheetOf(network(['E1 A C 12V', 'R1 A B 10', 'R2 B C 20']))
  const other = withAmounts(
    worksheet,
    worksheet.derivation.lines.map(() => ({ value: 1234.5 })),
  )
  const draw = (of: Worksheet) => drawSheet(of, of.rows[0], 'expand', 6)
  const drawn = draw(worksheet)
  const turned = relabelled(drawn, [other, other.rows[0], 'expand', 6], (line) => `<${line}>`)
  expect(turned.parts.map(({ left, right, y }) => [left, right, y])).toEqual(
    drawn.parts.map(({ left, right, y }) => [left, right, y]),
  )
  const [voltage, current] = turned.parts[0].label.lines
  expect(voltage).toMatch(/^1\.2345\skV<\d+>$/)
  expect(current).toMatch(/^1\.2345\skA<\d+>$/)
})

test('a file has every tone in the colour of its palette, and on paper only black, grey and white', () => {
  const worksheet = worksheetOf(network(['E1 A C 12V', 'R1 A B 10', 'R2 B C 20']))
  const picture = drawSheet(worksheet, worksheet.rows[0], 'expand', 4)
  const ink = inkOf(worksheet, picture, true, { chosen: [0] })
  const coloured = svgOf(ink, (tone) => `tone(${tone})`)
  for (const tone of ['sheet', 'chosen', 'chosen-wash', 'expand', 'flow', 'node-0', 'node-1', 'white'])
    expect(coloured).toContain(`"tone(${tone})"`)
  const colours = [...svgOf(ink, onPaper).matchAll(/(?:fill|stroke)="([^"]+)"/g)].map(([, colour]) => colour)
  expect([...new Set(colours)].sort()).toEqual(['#000000', '#ededed', '#ffffff', 'none'])
})
