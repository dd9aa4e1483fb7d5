/**
 * In: a network and readings of it. Out: what may be wrong, the most probable first, and what to measure next.
 * Textbooks: “troubleshooting”, “fault finding”; “Bayesian inference”.
 */
export { diagnose, type Diagnosed, type Diagnosis, type Hypothesis } from './diagnose'
export { neighbourStep, type Fault, type FaultCode } from './fault'
export type { Next } from './next'
