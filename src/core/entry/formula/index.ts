/**
 * In: a line of text, `R1 1.5 + (R2 10 + R3 20) ∥ R4 15`. Out: the network it means; and back, where a network has
 * such a line. Textbooks: “R1 + (R2 + R3) ∥ R4”.
 */
export {
  applyFormula,
  pointName,
  type AppliedFormula,
  applySupplyText,
  supplyText,
  tellsSource,
  withUnit,
} from './apply'
export type { FormulaProblem } from './read'
export { writeFormula, type WrittenFormula } from './write'
