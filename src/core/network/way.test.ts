import Ajv from 'ajv/dist/2020'
import { readFileSync } from 'node:fs'
import { readWay, readWayText, usualSchool } from '.'

const way = {
  format: 'nodrel-way',
  version: 1,
  name: 'Evening class',
  choices: { order: 'rounds', figures: 'repeating' },
}
const fits = new Ajv().compile(JSON.parse(readFileSync('public/schema/way.schema.json', 'utf8')))

test('a way is read as it is written, and its schema says the same', () => {
  expect(readWayText(JSON.stringify(way))).toEqual({ ok: true, way })
  expect(fits(way)).toBe(true)
  expect(readWay({ ...way, name: '  Evening class ', more: 1 })).toMatchObject({
    ok: true,
    way: { name: 'Evening class' },
  })
  expect(readWay({ ...way, choices: usualSchool }).ok).toBe(true)
  expect(fits({ ...way, choices: usualSchool })).toBe(true)
})

test.each([
  [{ ...way, format: 'other' }, 'the format must be "nodrel-way"'],
  [{ ...way, version: 2 }, 'only version 1 is read'],
  [{ ...way, name: '' }, 'the name must be a text of 1 to 60 characters'],
  [{ ...way, choices: { order: 'sideways' } }, 'order must be one of single, rounds, pairs'],
  [{ ...way, choices: { toString: 1 } }, 'there is no choice “toString”'],
  [{ ...way, choices: [] }, 'the choices must be an object'],
])('what is wrong is said: %#', (wrong, message) => {
  expect(readWay(wrong)).toEqual({ ok: false, problems: [message] })
  expect(fits(wrong)).toBe(false)
})

test('what is no JSON, no object or too long is refused', () => {
  expect(readWayText('{').ok).toBe(false)
  expect(readWayText('[1]')).toEqual({ ok: false, problems: ['a way is a JSON object'] })
  expect(readWayText(' '.repeat(30_000))).toEqual({
    ok: false,
    problems: ['the file is over the limit of 20,000 characters'],
  })
})
