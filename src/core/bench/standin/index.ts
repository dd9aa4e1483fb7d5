/**
 * In: a network, a seed, and what hands did to it: leads lifted, jumpers, the supply, where the meter lies. Out: what the
 * meter shows, and what goes wrong; a hidden fault, and whether it was found. Textbooks: “virtual laboratory”.
 */
export {
  hiddenTruth,
  type HiddenFault,
  type Truth,
  claimVerdicts,
  judgeClaim,
  type Claim,
  type ClaimVerdict,
  hiddenText,
} from './truth'
export {
  freshBench,
  isSameSpot,
  withBroken,
  type Hands,
  type MeterFunction,
  type Spot,
  handsFor,
  measurementsAt,
  openLeads,
  withJumper,
} from './hands'
export { readBench, type BenchReading, type BenchWarning } from './read'
