import { answer, element, moveShapes, oneOf, readMovesOf, text, type Fits, type ReadMoves } from '../attempt'
import { readReading } from '../../bench'
import { isObject } from '../../network'
import { spotAnswers } from './spot'
import type { TaskMove } from './task'

const names: Fits = (value) => Array.isArray(value) && value.length <= 20 && value.every((it) => text(32)(it))
const claim: Fits = (value) =>
  isObject(value) &&
  oneOf('none', 'open', 'shorted', 'value', 'swapped', 'bridged')(value.fault) &&
  ['part', 'other'].every((field) => value[field] === undefined || element(value[field])) &&
  (value.nodes === undefined || (Array.isArray(value.nodes) && value.nodes.length === 2 && value.nodes.every(element)))

/** A reading as a log has it; that it makes sense is for the bench to say. */
const reading: Fits = (value) => isObject(value) && readReading(value, 0).ok

/** The moves of every kind of task: those of an attempt, and those of the others. */
const shapes = new Map([
  ...moveShapes,
  ['spot', { at: element, answer: oneOf(...Object.keys(spotAnswers)) }],
  ['bounds', { low: answer, high: answer }],
  ['more', { part: text(32) }],
  ['pick', { sheet: element }],
  ['point', { line: element }],
  ['mend', { answer }],
  ['fill', { line: element, answer }],
  ['count', { nodes: text(8) }],
  ['place', { names }],
  ['claim', { claim }],
  ['read', { reading }],
] as const satisfies readonly (readonly [unknown, Readonly<Record<string, Fits>>])[])

/** The door for what a learner did at tasks, parsed from JSON. */
export function readTaskMoves(raw: unknown): ReadMoves<TaskMove> {
  return readMovesOf<TaskMove>(raw, shapes)
}
