/**
 * In: a network with tolerances and ratings. Out: between which limits any of its values lies, how it spreads, which
 * resistor matters most, which tolerance classes keep a wish, and which part runs hot.
 * Textbooks: “worst-case analysis”, “Monte Carlo analysis”, “sensitivity”, “power rating”.
 */
export {
  toleranceOf,
  type Built,
  type Drive,
  modelOf,
  type Model,
  type Run,
  benchOf,
  type Bench,
  type FoundBench,
} from './model'
export {
  betweenNodes,
  ofPart,
  quantitiesOf,
  valueOf,
  type NamedQuantity,
  type NetworkQuantity,
  type Term,
} from './quantity'
export { gradientOf } from './gradient'
export { worstCase, worstCases, type WorstCase, sharesOf, type Share } from './worst'
export {
  addBlocks,
  blockSize,
  percentile,
  sampleBlock,
  statisticsOf,
  type SampleBlock,
  type Distribution,
  type Sampled,
  type Sampling,
  type Statistics,
} from './sample'
export { spreadDeclaration, spreadOf, type Spread, type SpreadOptions } from './spread'
export { loosestClasses, type Classes, ratingsOf, type Rated } from './classes'
