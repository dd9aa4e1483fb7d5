import { fireEvent } from '@testing-library/react'
import { newDrawing } from '@/core/entry'
import type { NetworkDocument } from '@/core/network'
import {
  all,
  asleep,
  between,
  button,
  click,
  fill,
  focus,
  labelled,
  one,
  open,
  press,
  screen,
  send,
  settled,
  textOf,
  type,
  waitFor,
  find,
} from '../../../test/screen/show'
import { Draw } from './Draw'

const board = () => screen.getByRole('application', { name: 'Drawing board' })
const drawn = (name: string) => one(`[data-part="${name}"]`, board())
const value = () => labelled(/^Value: a resistance/) as HTMLInputElement
const formula = () => labelled('The network as a formula')
const toolbar = () => screen.getByRole('toolbar', { name: 'Chosen parts' })
const status = (text: RegExp | string) => screen.getAllByRole('status').find((it) => it.textContent?.match(text))

/** A drawing: parts between points, and their pegs, `A 0,0`. */
function drawing(parts: readonly string[], pegs: readonly string[], more: Partial<NetworkDocument> = {}) {
  const points = Object.fromEntries(
    pegs.map((peg) => [peg.split(' ')[0], peg.split(' ')[1].split(',').map(Number) as [number, number]]),
  )
  return between(parts, { ...more, sketch: { points } })
}

/** A loop: the source, 10 Ω, 20 Ω, and a wire back. */
const loop = drawing(['E1 A B 12', 'R1 A C 10', 'R2 C D 20', 'W1 D B'], ['A 0,0', 'B 0,4', 'C 4,0', 'D 4,4'])

/** A stroke by keys from where the cursor is, and its value. */
async function stroke(keys: readonly string[], text: string | null) {
  focus(board())
  await press(...keys)
  if (text === null) return
  await type(text)
  await press('Enter')
}
const right = Array.from({ length: 4 }, () => 'Shift+ArrowRight')
const down = Array.from({ length: 4 }, () => 'Shift+ArrowDown')

test('a field that is gone to before the board is drawn stays', async () => {
  const wake = asleep(Draw, loop)
  const field = formula() as HTMLInputElement
  focus(field)
  expect(field.readOnly).toBe(true)
  await wake()
  expect(drawn('R1')).toBeInTheDocument()
  expect(field).toHaveFocus()
  await type(' + 5')
  expect(field.value).toContain(' + 5')
})

test('what makes no sense is refused at the stroke, with what would', async () => {
  await open(Draw, newDrawing)
  await press('n')
  expect(board()).toHaveFocus()
  await stroke(right, null)
  expect(value()).toHaveFocus()
  await type('4k7x')
  await press('Enter')
  expect(status(/4k7 for a resistor, R for one without a value yet, 12V for a source/)).toBeTruthy()
  fill(value(), '250mA')
  await press('Enter')
  expect(status(/is not a part/)).toBeTruthy()
  // The name is given, and can be changed here; one that is taken is refused.
  fill(value(), '4k7')
  send(labelled('Name of the part'), 'E1')
  await settled()
  expect(screen.getByText(/another part is called E1/)).toBeInTheDocument()
  fill(labelled('Name of the part'), 'heater')
  await press('Enter')
  expect(textOf(drawn('heater'))).toContain('4.7 kΩ')
  await stroke(down, null)
  await press('Escape')
  expect(all('[data-part]', board())).toHaveLength(2)
})

test('the source drawn first takes the place of the one that waits; a second one is named', async () => {
  await open(Draw, newDrawing)
  await press('n')
  focus(board())
  await press(...Array.from({ length: 6 }, () => 'ArrowDown'), 'ArrowRight', 'ArrowRight')
  await stroke(right, '9V')
  expect(all('[data-part]', board())).toHaveLength(1)
  await stroke(down, '100')
  await stroke(right, '5V')
  expect(one('[data-finding=two-sources]')).toHaveTextContent('one source only, more need other methods')
  expect(drawn('E2')).toHaveTextContent('a second source')
  for (const name of ['E2', 'E1']) {
    focus(drawn(name))
    await press('Delete')
  }
  expect(labelled('Findings')).toHaveTextContent('there is no source and no pair of terminals')
  await stroke(right, '?')
  expect(labelled('Findings')).not.toHaveTextContent('there is no source')
})

test('a stroke’s value makes meters, letters, wires and sources', async () => {
  await open(Draw, newDrawing)
  await press('n')
  await stroke(right, 'A')
  await stroke(right, '10')
  await stroke(down, '20')
  expect(drawn('A1')).toHaveAttribute('aria-label', expect.stringMatching(/^A1, ammeter, from node 1 to node 1/))
  await stroke(right, 'v')
  expect(all('[data-symbol=voltmeter]', drawn('V1'))).toHaveLength(1)
  await stroke(right, 'R')
  expect(drawn('R3')).toHaveAttribute('aria-label', expect.stringMatching(/^R3, resistor, from node/))
  await stroke(right, '')
  expect(drawn('W1')).toHaveAttribute('aria-label', expect.stringMatching(/^W1, wire/))
  // By Enter a value is changed; by a digit it begins anew.
  focus(drawn('R3'))
  await press('Enter')
  expect(value()).toHaveValue('R')
  await type('4k7')
  await press('Enter')
  expect(drawn('R3')).toHaveAttribute('aria-label', expect.stringMatching(/4.7/))
})

test('a wire becomes a placeholder and a wire again', async () => {
  await open(Draw, loop)
  focus(drawn('W1'))
  await press(' ')
  await type('0')
  await press('Enter')
  expect(textOf(drawn('R3'))).toContain('0 Ω')
  expect(formula()).toHaveValue('R1 10 + R2 20 + R3 0')
  await click(button('wire'))
  expect(formula()).toHaveValue('R1 10 + R2 20')
})

test('parts are chosen, moved, turned, flipped, duplicated, deleted, undone and redone by keys', async () => {
  const { doors } = await open(Draw, loop)
  const places = async () => {
    await waitFor(() => expect(one('header [data-saving]')).toHaveTextContent(/^saved$/), { timeout: 10_000 })
    const { document } = doors.kept.get('/api/networks/n') as unknown as { document: NetworkDocument }
    return document.parts.map(
      ({ name, from, to }) => `${name} ${document.sketch?.points?.[from]} ${document.sketch?.points?.[to]}`,
    )
  }
  const before = ['E1 0,0 0,4', 'R1 0,0 4,0', 'R2 4,0 4,4', 'W1 4,4 0,4']
  expect(await places()).toEqual(before)
  for (const name of ['R1', 'R2']) {
    focus(drawn(name))
    await press(' ')
  }
  expect(toolbar()).toHaveTextContent('2 parts')
  await press('Alt+ArrowRight')
  expect(await places()).toEqual(['E1 1,0 0,4', 'R1 1,0 5,0', 'R2 5,0 5,4', 'W1 5,4 0,4'])
  await press('Control+z', 'Control+d')
  expect(all('[data-part]', board())).toHaveLength(6)
  focus(board())
  await press('Delete')
  expect(all('[data-part]', board())).toHaveLength(4)
  focus(drawn('R1'))
  await press(' ', 'r', 'x')
  expect((await places())[1]).toBe('R1 2,2 2,-2')
  await press('Control+z', 'Control+z', 'Control+a')
  expect(toolbar()).toHaveTextContent('4 parts')
  focus(board())
  await press('Delete')
  expect(all('[data-part]', board())).toHaveLength(0)
  await press('Control+z')
  expect(await places()).toEqual(before)
  await press('Control+Shift+z')
  expect(all('[data-part]', board())).toHaveLength(0)
})

test('ends that miss each other are pointed out, and one click joins them', async () => {
  // W1 stops one peg short of B; R3 lies across it; R4 begins beside it.
  const parts = ['E1 A B 12', 'R1 A C 10', 'R2 C D 20', 'W1 D F']
  await open(Draw, drawing(parts, ['A 0,0', 'B 0,4', 'C 4,0', 'D 4,4', 'F 1,4']))
  expect(one('[data-miss]')).toHaveTextContent('Join them?')
  focus(button(/Join them/, board()))
  await press('Enter')
  expect(all('[data-miss]')).toEqual([])
  expect(formula()).toHaveValue('R1 10 + R2 20')
})

test('a part that lies on a wire is asked about; all that miss are joined at once', async () => {
  const parts = [...['E1 A B 12', 'R1 A C 10', 'R2 C D 20', 'W1 D B'], 'R3 F G 33', 'R4 H I 47']
  const pegs = ['A 0,0', 'B 0,4', 'C 4,0', 'D 4,4', 'F 2,4', 'G 2,2', 'H 3,4', 'I 3,6']
  await open(Draw, drawing(parts, pegs))
  expect(one('[data-miss="R3"]')).toHaveTextContent('lies on W1')
  await click(button('Join all 2'))
  expect(all('[data-miss]')).toEqual([])
  expect(drawn('R3')).toHaveTextContent('dead end')
})

test('a node is lit with all it joins, renamed, and made 0 V; numbers become letters', async () => {
  // R3 is shorted by W1.
  const parts = ['E1 A D 12', 'R1 A B 10', 'R2 B C 20', 'R3 C F 30', 'W1 C F', 'W2 F D']
  await open(Draw, drawing(parts, ['A 0,0', 'D 0,6', 'B 4,0', 'C 8,0', 'F 8,4']))
  expect(drawn('R3')).toHaveTextContent('shorted')
  const node = (index: number) => one(`[data-node="${index}"]`, board())
  focus(node(2))
  expect(one('footer')).toHaveTextContent('node 3: points D C F')
  await press('Enter')
  const label = () => one('form[aria-label^=Node] input')
  fill(label(), 'too long')
  expect(screen.getByText(/use 1 to 4 letters/)).toBeInTheDocument()
  fill(label(), 'mid')
  await press('Enter')
  expect(node(2)).toHaveTextContent('mid')
  expect(one('[data-finding=shorted]')).toHaveTextContent('both ends are on node mid')
  await find('node labels A B C')
  expect(node(1)).toHaveTextContent('B')
  expect(node(2)).toHaveTextContent('mid')
  await find('node labels 1 2 3')
  focus(node(0))
  await press('Enter')
  await click(button(/^Make this 0/))
  await waitFor(() => expect(labelled('0 V at point')).toHaveTextContent('A'))
})

test('the current’s path divides and meets again; electrons run the other way', async () => {
  const parts = ['E1 A D 12', 'R1 A B 1.5', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1']
  await open(Draw, between(parts))
  await click(button('Current’s path'))
  const flow = () => one('[data-current]')
  expect(flow().dataset.current).toBe('conventional')
  for (const mark of ['[data-flows="R4 from B"]', '[data-flows="E1 to A"]', '[data-at=divides]', '[data-at=meets]'])
    expect(all(mark, flow())).toHaveLength(1)
  expect(screen.getByText(/Arrows show the way from \+ back to −/)).toBeInTheDocument()
  await click(labelled('electron flow'))
  expect(all('[data-flows="R4 to B"]', flow())).toHaveLength(1)
})

test('three views of one network: an edit in one keeps what the others own', async () => {
  const parts = ['E1 A D 12', 'R1 A B 1.5', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1']
  const pegs = ['A 0,0', 'B 4,0', 'M 8,4', 'C 8,8', 'D 0,8']
  await open(Draw, drawing(parts, pegs))
  const at = (name: string) => drawn(name).innerHTML.match(/ d="[^"]+"/)?.[0]
  const before = at('R2')
  fill(labelled('value of R2'), '12')
  fill(labelled('name of R2'), 'strip')
  expect(textOf(drawn('strip'))).toContain('12 Ω')
  expect(at('strip')).toBe(before)
  fill(formula(), 'R1 1.5 + (strip 10 + R3 22) // R4 15 + R5 1')
  expect(textOf(drawn('R3'))).toContain('22 Ω')
  expect(at('strip')).toBe(before)
  // A new part in the list finds a free place.
  fireEvent.blur(formula())
  await click(button('Add a part'))
  fill(labelled('from of R2'), 'D')
  fill(labelled('to of R2'), 'new')
  fill(labelled('value of R2'), '7')
  expect(drawn('R2')).toHaveTextContent('dead end')
  // Another structure would replace the drawing: it is asked first.
  fill(formula(), '5 + 6')
  expect(screen.getByText(/It replaces your drawing/)).toBeInTheDocument()
  await click(button('Keep the drawing'))
  expect(at('strip')).toBe(before)
  fill(formula(), '5 + 6')
  await click(button('Replace the drawing'))
  expect(all('[data-part]', board())).toHaveLength(3)
  await click(screen.getAllByRole('button', { name: 'Undo' })[0])
  expect(at('strip')).toBe(before)
})

test('rows pasted on the board, or dropped as a file, are added; what is not understood is named by its row', async () => {
  await open(Draw, newDrawing)
  focus(board())
  const paste = async (text: string) => {
    fireEvent.paste(document, { clipboardData: { getData: () => text, files: [] } })
    await settled()
  }
  await paste('R1,A,C,10\nR2,C,B,20 A\nR3,C,B,30')
  const alert = () => screen.getAllByRole('alert').map(textOf).join()
  expect(alert()).toMatch(/row 2: R2.*wrong unit/)
  expect(textOf(drawn('R3'))).toContain('30 Ω')
  expect(formula()).toHaveValue('R1 10 + R3 30')
  const file = Object.assign(new File(['R4,C,B,60'], 'more.csv', { type: 'text/csv' }), {
    text: async () => 'R4,C,B,60',
  })
  const dataTransfer = {
    files: [file],
    items: [{ kind: 'file', type: 'text/csv', getAsFile: () => file }],
    types: ['Files'],
  }
  fireEvent.dragOver(board(), { dataTransfer })
  expect(screen.getByText(/Drop a network document to replace this one/)).toBeInTheDocument()
  fireEvent.drop(board(), { dataTransfer })
  await waitFor(() => expect(formula()).toHaveValue('R1 10 + R3 30 ∥ R4 60'))
  // So is a document, which is refused with its problems where it is wrong.
  await paste('{"format":"nodrel-network","version":1,"parts":[{}]}')
  expect(alert()).toMatch(/Not understood in what was pasted.*a part needs a name/)
  const piece = between(['R1 A C 10', 'R2 C D 20'], { sketch: { points: { A: [0, 0], C: [4, 0], D: [4, 4] } } })
  const before = all('[data-part]', board()).length
  await paste(JSON.stringify(piece))
  expect(all('[data-part]', board())).toHaveLength(before + 2)
})

test('more than 1,000 parts are not drawn, and one is told so', async () => {
  const parts = Array.from({ length: 1001 }, (_, i) => `R${i + 1} P${i} P${i + 1} 1`)
  await open(Draw, between(['E1 P0 P1001 12', ...parts]))
  expect(screen.getByRole('heading', { name: 'Too many parts to draw' })).toBeInTheDocument()
})

test('of a board on which nothing is drawn no picture is saved, and that is said', async () => {
  const save = jest.spyOn(URL, 'createObjectURL').mockReturnValue('blob:nothing')
  await open(Draw, { format: 'nodrel-network', version: 1, parts: [] })
  await click(button('Export'))
  await click(screen.getByRole('menuitem', { name: 'Drawing (SVG)' }))
  expect(await screen.findByText('Nothing is drawn yet')).toBeInTheDocument()
  expect(save).not.toHaveBeenCalled()
})
