/**
 * In: a reduction and its supply, or what its resistors carry. Out: voltage, current and power of every element, and of
 * every part. Textbooks: “work back”.
 */
export { expand, type Expansion } from './expand'
export { idealCurrents } from './ideal'
export { partValues, type Carried, type PartValues } from './parts'
