/**
 * In: a reduction and its supply. Out: voltage, current and power of every element and part, node potentials,
 * and the ways to each value. Textbooks: “work back”, “Ohm's law and the divider rules”.
 */
export { expand, wholeOf, type Expansion, type Start } from './expand'
export { partValues, potentials, type PartValues } from './parts'
export { tasted, valueBy, waysTo, type Given, type Quantity, type Taste, type Values, type Way } from './ways'
