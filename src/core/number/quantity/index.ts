/**
 * In: a text or number as a person typed it. Out: an exact value in SI base units; and back, an amount
 * written with prefix and significant figures. Textbooks: “engineering notation”, “significant figures”.
 */
export {
  letterOf,
  unitOf,
  valueName,
  type Quantity,
  type Unit,
  differs,
  digitsOfRatio,
  equalText,
  exactText,
  figureCount,
  powerOf,
  prefixOf,
  quantityText,
  shownText,
  writeQuantity,
  writeWithPrefix,
  type Amount,
  type Figures,
  type ShownUnit,
  type WrittenQuantity,
} from './write'
export { bitLength, exactOf, nearestNumber, numberOf, ratioOf, type Exact, type Ratio } from './ratio'
export { inFormat, readQuantity, quantityProblem, typedQuantity, type ReadQuantity, type QuantityProblem } from './read'
export { e24, nearestE24, nextE24, roundFigures, type ExactValue } from './series'
