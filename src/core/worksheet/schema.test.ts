import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import { document, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { runs } from '../../../test/runs'
import { analyse } from '..'
import { kinds, readNetwork, writeNetwork, type NetworkDocument, type Part } from '../network'

const ajv = new Ajv({ allowUnionTypes: true, strictTypes: false })
const schemaOf = (name: string) => JSON.parse(readFileSync(`public/schema/${name}.schema.json`, 'utf8'))
const validator = (name: string) => ajv.compile(schemaOf(name))
const isNetwork = validator('network')
const isAnalysis = validator('analysis')

test('analyses of every kind fit the schema', () => {
  const documents = [
    document(worked),
    document(
      worked.map((text) => text.replace(' 12 V', '')),
      { known: { part: 'R2', quantity: 'power', value: '5' } },
    ),
    document(['T1 A B', 'R1 A B 1']),
    document(['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5']),
    document(['E1 A B 5', 'R1 A B 0']),
    document(['E1 A B 5', 'R1 A C 1', 'W1 P Q']),
    document(['R1 A B -1']),
    ...Array.from({ length: runs(15) }, (_, seed) => randomNetwork(seed, 9, { clutter: true, zeros: true })),
  ]
  for (const order of ['single', 'rounds', 'pairs'] as const) {
    for (const arithmetic of ['exact', 'float', 'rounded:4'] as const) {
      for (const it of documents) {
        const valid = isAnalysis(JSON.parse(JSON.stringify(analyse(it, { order, arithmetic }))))
        expect(isAnalysis.errors ?? []).toEqual([])
        expect(valid).toBe(true)
      }
    }
  }
})

test('documents that are read fit the schema, and come back out fitting it', () => {
  for (let seed = 0; seed < 60; seed++) {
    const typed = randomNetwork(seed, 9, { clutter: true, zeros: true })
    expect(isNetwork(typed)).toBe(true)
    const read = readNetwork(typed)
    expect(read.ok && isNetwork(JSON.parse(JSON.stringify(writeNetwork(read.network))))).toBe(true)
  }
})

test('what the schema refuses is refused by the reader too', () => {
  const bad = [
    document(['R1 A B 5']),
    document(['E1 A B 5', 'T1 A B']),
    document(['E1 A B 5', 'R<1 A B 5']),
    { ...document(worked), version: 2 },
    { ...document(worked), title: 5 },
    { ...document(worked), sketch: { points: { A: [1] } } },
    { ...document(worked), sketch: { strokes: { R1: [[0, 0]] } } },
    { ...document(worked), sketch: { labels: { A: 'longer' } } },
    { ...document(worked), known: { part: 'R1', quantity: 'charge', value: 1 } },
  ]
  for (const it of bad) {
    expect(isNetwork(it)).toBe(false)
    expect(readNetwork(it).ok).toBe(false)
  }
})

test('types and schema name the same fields', () => {
  const top: Record<keyof NetworkDocument, true> = {
    format: true,
    version: true,
    title: true,
    notes: true,
    parts: true,
    known: true,
    reference: true,
    sketch: true,
    worksheet: true,
    report: true,
    tags: true,
  }
  const { properties } = schemaOf('network')
  const part = properties.parts.items
  expect(Object.keys(properties).sort()).toEqual(Object.keys(top).sort())
  type Fields<K> = Record<Exclude<keyof Extract<Part, { kind: K }>, 'name' | 'kind' | 'from' | 'to'>, true>
  const ofKind: { readonly [K in Part['kind']]: Fields<K> } = {
    resistor: { resistance: true, tolerance: true, rating: true },
    wire: {},
    source: { voltage: true },
    terminals: {},
    ammeter: {},
    voltmeter: {},
  }
  expect(part.properties.kind.enum).toEqual(kinds)
  for (const kind of kinds) {
    const rule = part.allOf.find((it: { if: unknown }) => JSON.stringify(it.if).includes(`"${kind}"`))
    expect([kind, Object.keys(rule?.then.properties ?? {})]).toEqual([kind, Object.keys(ofKind[kind])])
  }
})
