/**
 * In: the nodes of a network. Out: a program over typed arrays that gives its equivalent, voltages, currents and their
 * derivatives for as many values as are wanted, without allocation. Textbooks: “sensitivity”, “automatic differentiation”.
 */
export { compile, tapeOf, type Program, type Tape } from './program'
export { expandValues, reduceValues } from './forward'
export { adjointOf, backward, type Adjoint } from './backward'
export { expandLanes, lanesOf, reduceLanes, type Lanes } from './lanes'
