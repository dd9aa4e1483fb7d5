import { drag, idle, isAtPeg, press, release, within, type Gesture, type Target } from './gesture'

const held = { more: false, band: false, alone: false }
const at = (x: number, y: number) => ({ x, y })
/** A press on a target, moved over places, and what came of it. */
function outcome(on: Target, from: { x: number; y: number }, ...over: { x: number; y: number }[]) {
  return release(over.reduce<Gesture>((gesture, place) => drag(gesture, place, 1), press(on, from, held)))
}

test('a press that hardly moves is a tap, whatever lies under it', () => {
  expect(outcome({ kind: 'board' }, at(0, 0), at(2, 3))).toEqual({ kind: 'tap', on: { kind: 'board' }, held })
  expect(outcome({ kind: 'peg', peg: at(1, 1), over: null }, at(40, 40))).toMatchObject({ kind: 'tap' })
})

test('from a peg to another is a stroke; back to where it began is none', () => {
  const peg: Target = { kind: 'peg', peg: at(0, 0), over: null }
  expect(outcome(peg, at(2, 1), at(100, 50), at(165, 118))).toEqual({
    kind: 'stroke',
    from: at(0, 0),
    to: at(4, 3),
    past: false,
  })
  expect(outcome(peg, at(2, 1), at(100, 50), at(3, 5))).toBeNull()
})

test('a part is moved by whole pegs, an end reaches for a peg, and on the bare board a band opens', () => {
  const part: Target = { kind: 'part', name: 'R1' }
  expect(outcome(part, at(60, 0), at(95, 10), at(143, 61))).toEqual({
    kind: 'move',
    part: 'R1',
    by: at(2, 2),
    alone: false,
  })
  expect(outcome(part, at(60, 0), at(70, 8))).toBeNull()
  const end: Target = { kind: 'end', part: 'R1', end: 'to' }
  expect(outcome(end, at(0, 0), at(81, 39))).toEqual({
    kind: 'reach',
    part: 'R1',
    end: 'to',
    to: at(2, 1),
    past: false,
  })
  expect(outcome({ kind: 'board' }, at(20, 20), at(90, 70))).toEqual({
    kind: 'band',
    from: at(20, 20),
    to: at(90, 70),
    held,
  })
})

test('strokes begin on lines, badges and rings too; with Alt they lead past lines', () => {
  const begun: readonly Target[] = [
    { kind: 'line', name: 'W1', peg: at(1, 0) },
    { kind: 'node', node: 2, peg: at(1, 0) },
    { kind: 'miss', key: 'R1 to', peg: at(1, 0) },
  ]
  for (const on of begun) {
    expect(outcome(on, at(50, 6), at(81, 41))).toEqual({ kind: 'stroke', from: at(1, 0), to: at(2, 1), past: false })
    expect(outcome(on, at(50, 6))).toEqual({ kind: 'tap', on, held })
  }
  const band = drag(press(begun[0], at(50, 6), { ...held, more: true, band: true }), at(81, 41), 1)
  expect(band.state).toBe('banding')
  const alone = drag(press(begun[0], at(50, 6), { ...held, alone: true }), at(81, 41), 1)
  expect(release(alone)).toMatchObject({ kind: 'stroke', past: true })
})

test('moves between two pegs change nothing, so nothing is drawn anew', () => {
  const stroking = drag(press({ kind: 'peg', peg: at(0, 0), over: null }, at(0, 0), held), at(44, 0), 1)
  expect(drag(stroking, at(47, 3), 1)).toBe(stroking)
  const moving = drag(press({ kind: 'part', name: 'R1' }, at(0, 0), held), at(44, 0), 1)
  expect(drag(moving, at(47, 3), 1)).toBe(moving)
  expect(drag(idle, at(9, 9), 1)).toBe(idle)
  expect(release(idle)).toBeNull()
})

test('how far a tap may shake is measured on the screen, not on the board', () => {
  const pressed = press({ kind: 'board' }, at(0, 0), held)
  expect(drag(pressed, at(8, 0), 0.5)).toBe(pressed)
  expect(drag(pressed, at(8, 0), 2).state).toBe('banding')
})

test('a band holds the parts whose middle lies in it, in whichever direction it was drawn', () => {
  const parts = [
    { name: 'R1', symbol: at(10, 10) },
    { name: 'R2', symbol: at(50, 10) },
  ]
  expect(within(parts, at(30, 30), at(0, 0))).toEqual(['R1'])
  expect(within(parts, at(0, 0), at(60, 20))).toEqual(['R1', 'R2'])
})

test('near a peg means the peg; in the middle between pegs it does not', () => {
  expect(isAtPeg(at(46, 36), 1)).toBe(true)
  expect(isAtPeg(at(60, 40), 1)).toBe(false)
  // Zoomed in, the peg grows less than the space around it.
  expect(isAtPeg(at(52, 40), 1)).toBe(true)
  expect(isAtPeg(at(52, 40), 3)).toBe(false)
})
