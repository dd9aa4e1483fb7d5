import { document, worked } from '../../../test/documents'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { importText } from './importText'
import { partsCsv } from './partsCsv'
import { pasteRows } from './pasteRows'
import { createWorkStore } from './store'

const rated: NetworkDocument = {
  ...document(worked),
  parts: document(worked).parts.map((part) =>
    part.name === 'R1' ? { ...part, tolerance: '5 %', rating: '0.5 W' } : part,
  ),
}
const opened = (it: NetworkDocument) => createWorkStore({ id: 'n', title: '', version: 1, updatedAt: '', document: it })

test('a parts list goes out as CSV and comes in as it was', () => {
  const csv = partsCsv(rated)
  expect(csv.split('\n').slice(0, 3)).toEqual([
    'name,kind,from,to,value,tolerance,rating',
    'E1,source,A,D,12 V,,',
    'R1,resistor,A,B,1.5,5 %,0.5 W',
  ])
  const { document: again, added, refused } = pasteRows({ ...rated, parts: [] }, csv)
  expect(again.parts).toEqual(rated.parts)
  expect(added).toBe(6)
  expect(refused).toEqual([])
})

test('names that a spreadsheet would take for a sum survive it', () => {
  const odd = document(['E1 -a -b 5'])
  const csv = partsCsv(odd)
  expect(csv.split('\n')[1]).toBe(`E1,source,"'-a","'-b",5,,`)
  expect(pasteRows({ ...odd, parts: [] }, csv).document.parts).toEqual(odd.parts)
})

test('rows that cannot be parts are refused with their number; the others come in', () => {
  const { document: pasted, refused } = pasteRows(
    document(worked),
    'name,kind,from,to,value\nR6,resistor,A,D,-4\nR7,coil,A,D,4\nR8,resistor,A D,D,4\nR9,resistor,A,D,4k7',
  )
  expect(refused).toEqual([
    expect.stringMatching(/^row 2: R6: “-4” is negative/),
    'row 3: R7: the kind must be one of resistor, wire, source, terminals, ammeter, voltmeter',
    expect.stringMatching(/^row 4: R8: “A D” cannot be a name/),
  ])
  expect(pasted.parts.map(({ name }) => name)).toEqual(['E1', 'R1', 'R2', 'R3', 'R4', 'R5', 'R9'])
})

test('a document takes the place of the open network, and undo brings that back', () => {
  const store = opened(document(worked))
  importText(store, 'other.json', JSON.stringify(document(['E1 A B 9', 'R1 A B 3'], { title: 'Other' })))
  expect(store.getState().document.title).toBe('Other')
  expect(store.getState().refused).toBeNull()
  store.undo()
  expect(store.getState().document).toEqual(document(worked))
})

test('what is not understood leaves the network as it was, and is kept to be read', () => {
  const store = opened(document(worked))
  importText(store, 'bad.json', '{"format":"nodrel-network","version":1,"parts":[{"name":"R1"}]}')
  expect(store.getState().document).toEqual(document(worked))
  expect(store.getState().refused?.from).toBe('bad.json')
  expect(store.getState().refused?.problems.length).toBeGreaterThan(1)
  importText(store, 'rows', 'R9,A,D')
  expect(store.getState().refused?.problems).toEqual([expect.stringContaining('row 1: R6: “D” is not a number')])
})

test('rows may bring meters, and resistors without a value yet', () => {
  const { document: brought, refused } = pasteRows(
    document([]),
    'E1,source,A,D,6 V\nR1,resistor,A,B\nR2,B,C,\nA1,ammeter,C,c\nV1,B,D,\nW1,wire,c,D\nR3,resistor,B,C,,5 %,',
  )
  expect(refused).toEqual([])
  expect(brought.parts.map(({ name, kind, resistance }) => [name, kind, resistance])).toEqual([
    ['E1', 'source', undefined],
    ['R1', 'resistor', undefined],
    ['R2', 'resistor', undefined],
    ['A1', 'ammeter', undefined],
    ['V1', 'voltmeter', undefined],
    ['W1', 'wire', undefined],
    ['R3', 'resistor', undefined],
  ])
  expect(readNetwork(brought).ok).toBe(true)
  // The list goes out as CSV and comes in again the same.
  const { document: again } = pasteRows(document([]), partsCsv(brought))
  expect(again.parts).toEqual(brought.parts)
})
