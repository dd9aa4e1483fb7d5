/**
 * In: a network and readings of it. Out: what may be wrong, the most probable first, and what to measure next.
 * Textbooks: “troubleshooting”, “fault finding”; “Bayesian inference”.
 */
export { diagnose, type Diagnosed } from './diagnose'
export { diagnosisDeclaration, type Diagnosis, type Hypothesis } from './format'
export { groupsOf, groupText, type HypothesisGroup } from './groups'
export type { Conclusion } from './conclusion'
export { neighbourStep, type Fault, type FaultCode } from './fault'
export type { NextMeasurement } from './next'
