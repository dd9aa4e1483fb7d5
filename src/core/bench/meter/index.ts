/**
 * In: what stands on a meter. Out: its ranges, how exact it is on each, what it does to what it measures.
 * Textbooks: “accuracy and resolution”, “loading”, “burden voltage”.
 */
export {
  fullest,
  isOver,
  meterDeclaration,
  readMeter,
  resolutionOf,
  type Meter,
  type MeterDocument,
  type Range,
} from './meter'
export { meters } from './shipped'
export { allowance, usualAccuracy, type Accuracy } from './accuracy'
