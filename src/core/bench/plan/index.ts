/**
 * In: a network on the bench, and a meter. Out: what to measure in which order, where the leads go, on which range, what to
 * mind; and between which limits each reading must fall. Textbooks: “measurement procedure”, “expected values”.
 */
export { branchesOf, type Branches } from './branches'
export { endsOf, keyOf, probeOf, type FoundProbe, type Measurement, type Probe } from './measurement'
export { allPairs, pairsOf, viewOf, type View } from './view'
export { layProbe, noLoading, predict, type Laid, type Loading, type Predicted } from './predict'
export { bandsOf, quantityOf, rangeFor, readOn, readPlainly, type Band, type MeterRead } from './band'
export { planOf, type Plan, type Planned, type PlanGroup } from './plan'
