/**
 * In: a network on the bench, and a meter. Out: what to measure in which order, where the leads go, on which range, what to
 * mind; and between which limits each reading must fall. Textbooks: “measurement procedure”, “expected values”.
 */
export {
  branchesOf,
  type Branches,
  endsOf,
  nearEndOf,
  otherEnd,
  pathOf,
  isOnePath,
  isDisplay,
  isSameMeasurement,
  keyOf,
  probeOf,
  type FoundProbe,
  type Measurement,
  type Probe,
  allPairs,
  pairsOf,
  viewOf,
  type View,
} from './measurement'
export {
  layProbe,
  leadsOf,
  noLoading,
  predict,
  type Laid,
  type Loading,
  type Predicted,
  bandsOf,
  quantityOf,
  rangeFor,
  beyondOf,
  type Beyond,
  readOn,
  readPlainly,
  type Band,
  type MeterRead,
} from './predict'
export { planOf, type Plan, type Planned, type PlanGroup } from './plan'
