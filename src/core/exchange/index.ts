/**
 * In: a sheet on which a bridge stops the reduction. Out: the exchanges of a delta for a wye and of a wye for a delta
 * that go beyond it, the new resistances, and the values of what was exchanged.
 * Textbooks: “delta-wye transformation”, “star-mesh transformation”.
 */
export { findExchanges, type Exchange } from './find'
export { exchanged, valuesBefore, type Replaced } from './exchange'
