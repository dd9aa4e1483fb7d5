/**
 * In: a network. Out: its nodes, the steps that combine it to one resistance, every sheet on the way, verdicts on any
 * choice of elements, and what can be exchanged at a bridge. Textbooks: “series-parallel reduction”, “delta-wye
 * transformation”.
 */
export * from './nodes'
export * from './reduction'
export * from './exchange'
export * from './stages'
