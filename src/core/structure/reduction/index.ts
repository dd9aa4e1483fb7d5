/**
 * In: the nodes of a network. Out: the steps that combine it to one resistance, each sheet on the way, and
 * verdicts on any choice of elements. Textbooks: “series-parallel reduction”, “find the equivalent resistance”.
 */
export {
  aroundEach,
  leavesOf,
  reduce,
  reduceUnordered,
  type Combining,
  type Reduction,
  nameElements,
  type NamesOf,
  equivalent,
  stoppingElements,
} from './reduction'
export { isInRounds, orderNames, orders, type FirstChoice, type Order } from './orders'
export { closed, closingsOf, combine, findGroups, type Group, type Sheet, type SheetElement } from './sheet'
export { judge, type Obstacle, type Verdict } from './judge'
export { growForest, type Combination, type Forest, type Step } from './forest'
