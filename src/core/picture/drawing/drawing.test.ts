import { networkOf, network, worked } from '../../../../test/documents'
import { ladder, randomNetwork } from '../../../../test/randomNetwork'
import { worksheetOf as sheet } from '../../../../test/worked'
import type { Figures } from '../../number'
import type { Side, Worksheet } from '../../worksheet'
import { drawSheet as draw, type Form } from '..'
import { boxAround, type Box, type Picture, type PlacedPart } from './index'

/** A worksheet's sheet after so many steps. */
const drawSheet = (of: Worksheet, steps: number, side: Side, figures: Figures, form?: Form) =>
  draw(of, { stage: 0, sheet: steps }, side, figures, { form })

function overlaps(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height
}

/** What is drawn of a part: its name, its symbol with + before and arrow behind it, its values. */
function inkOf({ label, left, right, y, box }: PlacedPart): Box[] {
  const middle = (left + right) / 2
  const wide = label.name.length * 7
  return [
    { x: middle - wide / 2, y: box.y, width: wide, height: 11 },
    { x: left - 5, y: y - 7, width: right - left + 13, height: 14 },
    { x: box.x, y: y + 11, width: box.width, height: box.y + box.height - y - 11 },
  ]
}

/** Whatever overlaps or sticks out; empty for a good drawing. */
function clashes(picture: Picture): string[] {
  const found: string[] = []
  const parts = [...picture.parts, ...picture.aside]
  const inside = { x: 0, y: 0, width: picture.width, height: picture.height }
  parts.forEach(({ box, label }, i) => {
    const sticksOut = box.x < 0 || box.y < 0 || box.x + box.width > inside.width || box.y + box.height > inside.height
    if (sticksOut) found.push(`${label.name} sticks out`)
    for (const other of parts.slice(i + 1))
      if (overlaps(box, other.box)) found.push(`${label.name} on ${other.label.name}`)
  })
  // Node labels stand clear of the parts' labels and of each other.
  const marks = picture.nodes.map(({ x, y }) => ({ x: x - 7.5, y: y - 7.5, width: 15, height: 15 }))
  marks.forEach((mark, i) => {
    for (const part of parts)
      if (inkOf(part).some((ink) => overlaps(mark, ink)))
        found.push(`node ${picture.nodes[i].node} on ${part.label.name}`)
    for (const other of marks.slice(i + 1))
      if (overlaps(mark, other)) found.push(`node ${picture.nodes[i].node} on a node`)
  })
  // No line runs through a symbol.
  for (const { points } of picture.lines) {
    const [a, b] = points
    const line = {
      x: Math.min(a.x, b.x),
      y: Math.min(a.y, b.y),
      width: Math.abs(a.x - b.x) || 0.1,
      height: Math.abs(a.y - b.y) || 0.1,
    }
    for (const { left, right, y, label } of parts) {
      if (overlaps({ x: left + 1, y: y - 7, width: right - left - 2, height: 14 }, line))
        found.push(`a line through ${label.name}`)
    }
  }
  return found
}

test('series stand side by side, parallel one above the other', () => {
  const picture = drawSheet(sheet(network(worked)), 0, 'reduce', 4)
  const at = (name: string) => {
    const part = picture.parts.find(({ label }) => label.name === name)
    if (!part) throw new Error(name)
    return part
  }
  expect(at('R2').y).toBe(at('R3').y)
  expect(at('R2').right).toBeLessThan(at('R3').left)
  expect(at('R4').y).toBeGreaterThan(at('R2').y)
  expect(at('R1').right).toBeLessThan(at('R2').left)
  expect(at('R3').right).toBeLessThan(at('R5').left)
  expect(at('R1').y).toBe(at('R5').y)
  expect(at('R2').label.lines).toEqual(['10\u2009Ω'])
  expect(picture.nodes.map(({ node }) => node).sort()).toEqual([0, 1, 2, 3, 4])
  expect(boxAround(picture, [99])).toBeNull()
})

test('nothing overlaps in random networks up to 40 parts, on any sheet, on either side', () => {
  for (let seed = 0; seed < 40; seed++) {
    const worksheet = sheet(networkOf(randomNetwork(seed, 1 + seed, { clutter: seed % 2 === 1 })))
    for (let steps = 0; steps <= worksheet.reduction.steps.length; steps += 1 + (seed >> 3)) {
      expect(clashes(drawSheet(worksheet, steps, 'reduce', 4))).toEqual([])
      expect(clashes(drawSheet(worksheet, steps, 'expand', 6))).toEqual([])
    }
  }
  expect(clashes(drawSheet(sheet(networkOf(ladder(40))), 0, 'expand', 4))).toEqual([])
})

test('a bridge is drawn too, with a bar for each node', () => {
  const bridge = ['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5', 'R6 A Z 1']
  const picture = drawSheet(sheet(network(bridge)), 0, 'reduce', 4)
  expect(clashes(picture)).toEqual([])
  expect(picture.parts).toHaveLength(6)
  for (let seed = 0; seed < 30; seed++) {
    const random = randomNetwork(seed, 8)
    const more = ['B1 p0 x 1', 'B2 p0 y 2', 'B3 x y 3', 'B4 x p1 4', 'B5 y p1 5']
      .map((text) => text.split(' '))
      .map(([name, from, to, resistance]) => ({ name, kind: 'resistor' as const, from, to, resistance }))
    expect(
      clashes(drawSheet(sheet(networkOf({ ...random, parts: [...random.parts, ...more] })), 0, 'reduce', 4)),
    ).toEqual([])
  }
})

test('every part’s two ends meet lines of the right nodes', () => {
  for (let seed = 0; seed < 30; seed++) {
    const worksheet = sheet(networkOf(randomNetwork(seed, 10)))
    const picture = drawSheet(worksheet, 0, 'reduce', 4)
    for (const part of picture.parts) {
      for (const [x, node] of [
        [part.left, worksheet.reduction.from[part.id]],
        [part.right, worksheet.reduction.to[part.id]],
      ]) {
        const meets = picture.lines.filter(({ points }) => points.some((point) => point.x === x && point.y === part.y))
        expect(meets.map((line) => line.node)).toContain(node)
      }
    }
  }
})

test('parts that carry nothing are set aside on sheet 0 alone', () => {
  const worksheet = sheet(network([...worked, 'R6 M X 1', 'R7 B B 2']))
  expect(drawSheet(worksheet, 0, 'expand', 4).aside.map(({ label }) => `${label.name} ${label.lines.join()}`)).toEqual([
    'R6 0\u2009V,0\u2009A',
    'R7 0\u2009V,0\u2009A',
  ])
  expect(drawSheet(worksheet, 1, 'expand', 4).aside).toEqual([])
})

describe('meters in the picture', () => {
  const metered = ['E1 A D 12', 'R1 A B 1.5', 'A1 B b', 'R2 b M 10', 'R3 M C 20', 'R4 B C 15', 'A2 C c', 'R5 c D 1']
  const shown = (texts: readonly string[], steps: number, side: Side = 'expand') => {
    const { parts, aside } = drawSheet(sheet(network(texts), { asked: [] }), steps, side, 4)
    return [...parts, ...aside].flatMap(({ symbol, label: { name, lines } }) =>
      symbol === 'resistor' ? [] : [[name, ...lines].join(' ').replace('\u2009', ' ')],
    )
  }
  test('an ammeter stands in its path, a voltmeter beside what it lies across', () => {
    const picture = drawSheet(sheet(network([...metered, 'V1 M C']), { asked: [] }), 0, 'reduce', 4)
    const at = (name: string) => picture.parts.find(({ label }) => label.name === name) as PlacedPart
    const inOrder = (...names: string[]) =>
      names.slice(1).every((name, i) => at(names[i]).right < at(name).left && at(names[i]).y === at(name).y)
    expect([inOrder('A1', 'R2'), inOrder('R1', 'R4', 'A2', 'R5'), at('R2').right < at('R3').left]).toEqual([
      true,
      false,
      true,
    ])
    expect(at('V1').y).toBeGreaterThan(at('R3').y)
    expect(at('A1')).toMatchObject({ symbol: 'ammeter', label: { lines: [], voltage: 1 } })
    // Both sides of a meter are one node, and say so.
    expect(picture.nodes.filter(({ node }) => node === 1)).toHaveLength(2)
  })
  test('each sheet has the meters that still part something', () => {
    expect(shown(metered, 0).sort()).toEqual(['A1 320 mA', 'A2 960 mA'])
    expect(shown(metered, 1).sort()).toEqual(['A1 320 mA', 'A2 960 mA'])
    // R2 + R3 is combined with R4, over both sides of A1.
    expect(shown(metered, 2)).toEqual(['A2 960 mA'])
    expect(shown(metered, 3)).toEqual([])
    expect(shown([...metered, 'V1 D M'], 0).sort()).toEqual(['A1 320 mA', 'A2 960 mA', 'V1 −7.36 V'])
  })
  test('one without a place stands aside, between its nodes', () => {
    const bridged = ['E1 A Z 12', 'R1 A B 1', 'R2 B Z 2', 'R3 A C 3', 'R4 C Z 4', 'V1 B C', 'A1 B X']
    const { aside, parts } = drawSheet(sheet(network(bridged), { asked: [] }), 0, 'expand', 4)
    expect(parts).toHaveLength(4)
    expect(aside.map(({ label: { name, lines } }) => [name, ...lines].join(' '))).toEqual([
      'V1 1.143\u2009V',
      'A1 0\u2009A',
    ])
  })
  test('a long chain of wires before a meter is one piece', () => {
    const wires = Array.from({ length: 20_000 }, (_, i) => `W${i} w${i} w${i + 1}`)
    const chain = ['E1 A C 12', 'R1 A w0 1', ...wires, 'A1 w20000 B', 'R2 B C 2']
    expect(shown(chain, 0)).toEqual(['A1 4 A'])
  })
  test('beyond a bridge every sheet is drawn, with the meters that are still between its nodes', () => {
    const bridged = ['E1 A Z 12', 'A1 A a', 'R1 a B 1', 'R2 B Z 2', 'R3 a C 3', 'R4 C Z 4', 'R5 B C 5', 'V1 B C']
    const worksheet = sheet(network(bridged), { beyond: 'yes', asked: [] })
    const drawn = worksheet.rows
      .filter(({ kind }) => kind === 'sheet')
      .map((row) => {
        const { parts, aside } = draw(worksheet, row, 'expand', 4)
        expect(parts.filter(({ symbol }) => symbol === 'resistor').length).toBeGreaterThan(0)
        return [...parts, ...aside].flatMap(({ symbol, label: { name } }) => (symbol === 'resistor' ? [] : [name]))
      })
    expect(drawn[0].sort()).toEqual(['A1', 'V1'])
    expect(drawn.length).toBeGreaterThan(3)
  })
  test('all are there and nothing overlaps in random networks, on any sheet', () => {
    for (let seed = 0; seed < 60; seed++) {
      const of = networkOf(randomNetwork(seed, 1 + (seed % 12), { meters: true, clutter: seed % 2 === 1 }))
      const worksheet = sheet(of, { asked: [], branches: seed % 3 === 0 ? 'yes' : 'no' })
      for (let steps = 0; steps <= worksheet.reduction.steps.length; steps++)
        for (const side of ['reduce', 'expand'] as const)
          expect([seed, steps, side, ...clashes(drawSheet(worksheet, steps, side, 4))]).toEqual([seed, steps, side])
      const { parts, aside } = drawSheet(worksheet, 0, 'reduce', 4)
      const names = [...parts, ...aside].filter(({ symbol }) => symbol !== 'resistor').map(({ label }) => label.name)
      const all = of.parts.filter(({ kind }) => kind === 'ammeter' || kind === 'voltmeter').map(({ name }) => name)
      expect([seed, ...names.sort()]).toEqual([seed, ...all.sort()])
    }
  })
})

test('a branch current keeps its name and its arrow on every sheet, before there are values too', () => {
  const worksheet = sheet(network(worked.map((text) => text.replace(/^R4.*/, 'R4 B C'))), { branches: 'yes' })
  const flows = (steps: number, side: Side) =>
    drawSheet(worksheet, steps, side, 4).parts.map(({ label: { name, lines, current } }) =>
      [name, lines[lines.length - 1], current].join(' '),
    )
  expect(flows(0, 'reduce').sort()).toEqual(['R1 I0 1', 'R2 I1 1', 'R3 I1 1', 'R4 I2 1', 'R5 I0 1'])
  expect(flows(2, 'expand').sort()).toEqual(['(R2+3)‖4 I0 1', 'R1 I0 1', 'R5 I0 1'])
})

test('a network that carries nothing still has its two ends', () => {
  const picture = drawSheet(sheet(network(['E1 A B 5'])), 0, 'reduce', 4)
  expect(picture.parts).toEqual([])
  expect(picture.start.x).toBeLessThan(picture.finish.x)
})

test('a closed loop brings both ends to the source at the left, and nothing overlaps', () => {
  const loop = drawSheet(sheet(network(worked)), 0, 'expand', 4, 'loop')
  expect(loop.source?.label).toMatchObject({ name: 'E1', lines: ['12\u2009V', '960\u2009mA'] })
  const [leftmost] = [...loop.parts].sort((a, b) => a.left - b.left)
  expect(loop.source?.x).toBeLessThan(leftmost.left)
  expect(loop.start.x).toBe(loop.finish.x)
  expect(loop.start.y).toBeLessThan(loop.finish.y)
  // The line that closes it runs below everything.
  const bottom = Math.max(...loop.lines.flatMap(({ points }) => points.map(({ y }) => y)))
  expect(bottom).toBeGreaterThanOrEqual(Math.max(...loop.parts.map(({ box }) => box.y + box.height)))
  for (let seed = 0; seed < 30; seed++) {
    const worksheet = sheet(networkOf(randomNetwork(seed, 1 + seed, { clutter: seed % 2 === 1 })))
    expect(clashes(drawSheet(worksheet, 0, 'reduce', 4, 'loop'))).toEqual([])
    expect(clashes(drawSheet(worksheet, worksheet.reduction.steps.length, 'expand', 6, 'loop'))).toEqual([])
  }
})

test('the words of the source that closes a loop stand clear of all parts; a wide loop makes room for them below', () => {
  const row = (count: number) =>
    sheet(
      network([
        `E1 P0 P${count} 12 V`,
        ...Array.from({ length: count }, (_, i) => `R${i + 1} P${i} P${i + 1} ${i + 1}0`),
      ]),
    )
  for (const count of [1, 3, 12]) {
    for (const side of ['reduce', 'expand'] as const) {
      const picture = drawSheet(row(count), 0, side, 4, 'loop')
      const { x, y, label } = picture.source ?? { x: 0, y: 0, label: { name: '', lines: [] } }
      const words = { x: x + 16, y: y - 12, width: 7 * 7, height: 22 + 14 * (label.lines.length - 1) }
      expect(picture.parts.filter((part) => inkOf(part).some((ink) => overlaps(ink, words)))).toEqual([])
    }
  }
  // Twelve in a row, their loop closed, in half of a screen of 1280 pixels.
  expect(drawSheet(row(12), 0, 'expand', 4, 'loop').width * 0.65).toBeLessThan(607)
})

test('terminals close no loop: both stand open at the left', () => {
  const loop = drawSheet(sheet(network(['T1 A B', 'R1 A C 5', 'R2 C B 7'])), 0, 'reduce', 4, 'loop')
  expect(loop.source).toBeUndefined()
  expect(loop.start.x).toBe(loop.finish.x)
})
