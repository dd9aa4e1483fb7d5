import fc from 'fast-check'
import { networkOf } from '../../../../test/documents'
import { randomNetwork } from '../../../../test/randomNetwork'
import { chosen, edited, peg, pointsOfNodes, sketched, square, strokes } from '../../../../test/sketched'
import { readNetwork, type NetworkDocument } from '../../network'
import { wire } from '../../structure'
import {
  applyStroke,
  changePart,
  closeBoard,
  copyPiece,
  findMisses,
  flipParts,
  isPlaceholder,
  mendMiss,
  moveEnd,
  moveParts,
  openBoard,
  pastePiece,
  readStroke,
  removeParts,
  renameNode,
  renamePart,
  strokeText,
  turnParts,
  type Board,
  type Miss,
} from './index'

describe('what is typed decides', () => {
  test.each([
    ['', { kind: 'wire' }],
    ['4k7', { kind: 'resistor', resistance: '4k7' }],
    [' 33 ohm ', { kind: 'resistor', resistance: '33 ohm' }],
    ['0', { kind: 'resistor', resistance: '0' }],
    ['12V', { kind: 'source', voltage: '12V' }],
    ['?V', { kind: 'source' }],
    ['?', { kind: 'terminals' }],
    ['R', { kind: 'resistor' }],
    ['a', { kind: 'ammeter' }],
    ['V', { kind: 'voltmeter' }],
  ])('%j', (text, meaning) => expect(readStroke(text)).toEqual({ ok: true, ...meaning }))
  test.each(['4k7x', '-5', '2A', '1 V V', '1,500'])('%j is refused with what would be accepted', (text) => {
    expect(readStroke(text)).toMatchObject({ ok: false, message: expect.stringContaining('4k7 for a resistor') })
  })
  test('the text of a part makes the same part again', () => {
    for (const text of ['', '4k7', '0', '12V', '?V', '?', 'R', 'A', 'V']) {
      const meaning = readStroke(text)
      if (!meaning.ok) throw new Error(text)
      expect(strokeText({ name: 'X', from: 'A', to: 'B', ...meaning })).toBe(text)
    }
    expect(strokeText({ name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: 9 })).toBe('9 V')
  })
})

test('ends that meet on a peg are one point, and names are the next free ones', () => {
  const drawn = sketched(square)
  expect(drawn.parts.map(({ from, to }) => from + to)).toEqual(['AB', 'AC', 'CD', 'DB'])
  const more = applyStroke(
    openBoard(drawn),
    [peg('4,0'), peg('8,0')],
    { ok: true, kind: 'resistor', resistance: '1' },
    null,
  )
  expect(more.document.parts[4]).toEqual({ name: 'R3', kind: 'resistor', from: 'C', to: 'E', resistance: '1' })
})

test('a source that stands alone is moved to where one is drawn; a joined one is not', () => {
  const alone = sketched(['E1 0,0 0,4 12V', 'R1 4,0 8,0 10', 'E1 8,0 8,4 9V'])
  expect(strokes(alone)).toEqual(['R1 4,0 8,0', 'E1 8,0 8,4'])
  const two = sketched([...square, 'E2 8,0 8,4 9V'])
  expect(two.parts.map(({ name }) => name)).toEqual(['E1', 'R1', 'R2', 'W1', 'E2'])
  const read = readNetwork(two)
  expect(read).toMatchObject({
    ok: false,
    problems: [{ part: 'E2', message: expect.stringContaining('more need other methods') }],
  })
})

test('what is moved takes along what is joined to it, unless it goes alone', () => {
  const drawn = sketched(square)
  const moved = edited(drawn, (board) => moveParts(board, chosen('R1'), peg('0,-2')))
  expect(strokes(moved)).toEqual(['E1 0,-2 0,4', 'R1 0,-2 4,-2', 'R2 4,-2 4,4', 'W1 4,4 0,4'])
  expect(moved.parts).toEqual(drawn.parts)
  const alone = edited(drawn, (board) => moveParts(board, chosen('R1'), peg('0,-2'), { alone: true }))
  expect(strokes(alone)).toEqual(['E1 0,0 0,4', 'R1 0,-2 4,-2', 'R2 4,0 4,4', 'W1 4,4 0,4'])
  // Back where it was it is joined as before.
  expect(pointsOfNodes(edited(alone, (board) => moveParts(board, chosen('R1'), peg('0,2'))))).toEqual(
    pointsOfNodes(drawn),
  )
})

test('points that come to stand on one peg are joined, and the one that stood there keeps its name', () => {
  const drawn = sketched([...square, 'R3 8,0 10,0 5'], { reference: 'E' })
  const moved = edited(drawn, (board) => moveParts(board, chosen('R3'), peg('-4,0')))
  expect(moved.parts[4]).toMatchObject({ from: 'C', to: 'F' })
  expect(moved.reference).toBe('C')
})

test('a quarter turn is about the middle, and four of them change nothing, also where that is half a peg off', () => {
  const drawn = sketched(square)
  const once = edited(drawn, (board) => turnParts(board, chosen('R2')))
  expect(strokes(once)[2]).toBe('R2 6,2 2,2')
  let board = openBoard(drawn)
  for (let i = 0; i < 4; i++) board = turnParts(board, chosen('E1', 'R1', 'R2', 'W1'))
  expect(strokes(closeBoard(board))).toEqual(strokes(drawn))
  for (const stroke of ['R1 0,0 3,0 5', 'R1 0,0 0,5 5', 'R1 3,2 0,0 5', 'R1 0,3 2,0 5', 'R1 7,1 4,1 5']) {
    const alone = sketched([stroke])
    const seen = new Set<string>()
    let turning = openBoard(alone)
    for (let i = 0; i < 4; i++) {
      turning = turnParts(turning, chosen('R1'))
      seen.add(strokes(closeBoard(turning))[0])
    }
    expect(strokes(closeBoard(turning))).toEqual(strokes(alone))
    expect(seen.size).toBe(4)
  }
})

test('a single part flips by changing its ends, several about their middle', () => {
  const drawn = sketched(square)
  expect(strokes(edited(drawn, (board) => flipParts(board, chosen('E1'))))[0]).toBe('E1 0,4 0,0')
  const all = edited(drawn, (board) => flipParts(board, chosen('E1', 'R1', 'R2', 'W1')))
  expect(strokes(all)).toEqual(['E1 4,0 4,4', 'R1 4,0 0,0', 'R2 0,0 0,4', 'W1 0,4 4,4'])
})

test('an end is put elsewhere by itself; onto its own other end it does not go', () => {
  const drawn = sketched(square)
  expect(strokes(edited(drawn, (board) => moveEnd(board, 'R1', 'to', peg('8,0'))))[1]).toBe('R1 0,0 8,0')
  const board = openBoard(drawn)
  expect(moveEnd(board, 'R1', 'to', peg('0,0'))).toBe(board)
})

test('what is taken out takes along what was known of it, and a 0 V point that is gone', () => {
  const drawn = sketched([...square, 'R3 4,0 8,0 5'], {
    known: { part: 'R3', quantity: 'current', value: '1 A' },
    reference: 'E',
  })
  const less = removeParts(drawn, chosen('R3'))
  expect(less).not.toHaveProperty('known')
  expect(less).not.toHaveProperty('reference')
  expect(removeParts(drawn, chosen('W1'))).toMatchObject({ known: { part: 'R3' }, reference: 'E' })
})

test('a wire becomes a placeholder and a placeholder a wire, with names to match', () => {
  const drawn = sketched(square)
  const zero = changePart(drawn, 'W1', { ok: true, kind: 'resistor', resistance: '0' })
  expect(zero.parts[3]).toEqual({ name: 'R3', kind: 'resistor', from: 'D', to: 'B', resistance: '0' })
  expect(isPlaceholder(zero.parts[3])).toBe(true)
  expect(changePart(zero, 'R3', { ok: true, kind: 'wire' }).parts).toEqual(drawn.parts)
  // A name that the person chose stays.
  const named = renamePart(drawn, 'W1', 'leg')
  expect(changePart(named, 'leg', { ok: true, kind: 'resistor', resistance: '0' }).parts[3].name).toBe('leg')
})

test('a new value keeps the drawing; a voltage takes the place of what was known', () => {
  const drawn = sketched(
    square.map((text) => text.replace('12V', '?V')),
    {
      known: { part: 'R1', quantity: 'current', value: '1 A' },
    },
  )
  expect(changePart(drawn, 'R2', { ok: true, kind: 'resistor', resistance: '33' })).toEqual({
    ...drawn,
    parts: drawn.parts.map((part) => (part.name === 'R2' ? { ...part, resistance: '33' } : part)),
  })
  expect(changePart(drawn, 'E1', { ok: true, kind: 'source', voltage: '5V' })).not.toHaveProperty('known')
})

test('a renamed part keeps its stroke and what is known of it', () => {
  const drawn = sketched([...square, 'R3 0,0 4,0 5'], { known: { part: 'R3', quantity: 'current', value: '1 A' } })
  const renamed = renamePart(closeBoard(openBoard(drawn)), 'R3', 'heater')
  expect(Object.keys(renamed.sketch?.strokes ?? {})).toEqual(['heater'])
  expect(renamed.known?.part).toBe('heater')
})

describe('ends that miss', () => {
  const missesOf = (document: NetworkDocument): Miss[] => {
    const { nodes } = wire(networkOf(document))
    return findMisses(openBoard(document), (point) => nodes.findIndex(({ points }) => points.includes(point)))
  }
  test('one peg short of another end: one click joins', () => {
    const drawn = sketched(['E1 0,0 0,4 12V', 'R1 0,0 4,0 10', 'R2 4,0 4,4 20', 'W1 4,4 1,4'])
    const misses = missesOf(drawn)
    expect(misses).toEqual([{ part: 'E1', end: 'to', peg: peg('0,4'), short: peg('1,4'), other: ['W1'] }])
    const mended = edited(drawn, (board) => mendMiss(board, misses[0]))
    expect(wire(networkOf(mended)).findings).toEqual([])
    expect(missesOf(mended)).toEqual([])
  })
  test('on a wire without joining it: the wire is divided there', () => {
    const drawn = sketched([...square, 'past R3 2,4 2,0 5'])
    const misses = missesOf(drawn)
    expect(misses.map(({ part, over }) => `${part} on ${over}`)).toEqual(['R3 on W1', 'R3 on R1'])
    const mended = misses.reduce((document, miss) => edited(document, (board) => mendMiss(board, miss)), drawn)
    expect(strokes(mended)).toEqual([
      'E1 0,0 0,4',
      'R1 0,0 2,0',
      'W3 2,0 4,0',
      'R2 4,0 4,4',
      'W1 4,4 2,4',
      'W2 2,4 0,4',
      'R3 2,4 2,0',
    ])
    expect(wire(networkOf(mended)).findings).toEqual([])
  })
  test('two ends, or ends of one node, are no miss', () => {
    expect(missesOf(sketched(square))).toEqual([])
    expect(missesOf(sketched([...square, 'W2 4,0 6,0', 'W3 4,0 6,1']))).toEqual([])
  })
})

test('a label is given to a node and taken back', () => {
  const drawn = sketched(square)
  const named = renameNode(drawn, ['C'], 'hot')
  expect(wire(networkOf(named)).nodes.map(({ label }) => label)).toEqual(['1', 'hot', '2'])
  expect(wire(networkOf(named), 'letters').nodes.map(({ label }) => label)).toEqual(['A', 'hot', 'B'])
  expect(wire(networkOf(renameNode(named, ['C', 'Z'], ''))).nodes.map(({ label }) => label)).toEqual(['1', '2', '3'])
  // A label that was given is passed over in the numbers.
  expect(wire(networkOf(renameNode(drawn, ['A'], '2'))).nodes.map(({ label }) => label)).toEqual(['2', '1', '3'])
})

describe('pieces', () => {
  test('are documents, and come back beside what is there, with free names', () => {
    const drawn = sketched(square)
    const piece = copyPiece(openBoard(drawn), chosen('R1', 'R2'))
    const pasted = pastePiece(openBoard(drawn), JSON.parse(JSON.stringify(piece)))
    if (!pasted.ok) throw new Error('refused')
    expect([...pasted.pasted]).toEqual(['R3', 'R4'])
    expect(strokes(closeBoard(pasted.board)).slice(4)).toEqual(['R3 1,1 5,1', 'R4 5,1 5,5'])
    const whole = copyPiece(openBoard(drawn), chosen('E1', 'R1', 'R2', 'W1'))
    expect(readNetwork(whole).ok).toBe(true)
  })
  test('that are none are refused with every problem', () => {
    const board = openBoard(sketched(square))
    expect(pastePiece(board, undefined)).toMatchObject({ ok: false })
    const bad = {
      format: 'nodrel-network',
      version: 1,
      parts: [{ name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '-1' }],
    }
    expect(pastePiece(board, bad)).toMatchObject({ ok: false, problems: [{ part: 'R1' }] })
  })
  test('any part of any network, pasted into it, hangs together as it did', () => {
    fc.assert(
      fc.property(fc.nat(1000), fc.integer({ min: 1, max: 12 }), (seed, size) => {
        const random = randomNetwork(seed, size, { clutter: true })
        const names = random.parts.map(({ name }) => name).filter((_, i) => (seed >> i) % 2 === 0)
        const board = openBoard(random)
        const pasted = pastePiece(board, copyPiece(board, new Set(names)))
        if (!pasted.ok) throw new Error('refused')
        const copies = pasted.board.document.parts.slice(random.parts.length)
        const meets = (parts: readonly { from: string; to: string }[]) =>
          parts.map((a) => parts.map((b) => [a.from === b.from, a.from === b.to, a.to === b.to]))
        expect(meets(copies)).toEqual(meets(random.parts.filter(({ name }) => names.includes(name))))
        const old = new Set(random.parts.flatMap(({ from, to }) => [from, to]))
        expect(copies.some(({ from, to }) => old.has(from) || old.has(to))).toBe(false)
      }),
    )
  })
})

test('moving everything, turning it and flipping it leave every network what it was', () => {
  fc.assert(
    fc.property(fc.nat(1000), fc.integer({ min: 1, max: 12 }), (seed, size) => {
      const random = randomNetwork(seed, size, { clutter: true })
      const all = new Set(random.parts.map(({ name }) => name))
      for (const change of [
        (board: Board) => moveParts(board, all, peg('3,-2')),
        (board: Board) => turnParts(board, all),
        (board: Board) => (all.size > 1 ? flipParts(board, all) : board),
      ])
        expect(edited(random, change).parts).toEqual(random.parts)
    }),
  )
})
