/**
 * In: the nodes of a network. Out: the steps that combine it to one resistance, each sheet on the way, and
 * verdicts on any choice of elements. Textbooks: “series-parallel reduction”, “find the equivalent resistance”.
 */
export { aroundEach, leavesOf, reduce, reduceUnordered, type Combining, type Reduction } from './reduction'
export type { Combination, Step } from './step'
export { isInRounds, orderNames, orders, type FirstChoice, type Order } from './orders'
export { combine, findGroups, type Group, type Sheet, type SheetElement } from './sheet'
export { judge, type Obstacle, type Verdict } from './judge'
export { nameElements, type NamesOf } from './names'
export { equivalent, resistances } from './resistance'
export { growForest, type Forest } from './forest'
export { stoppingElements } from './residue'
