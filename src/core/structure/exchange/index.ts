/**
 * In: a sheet on which a bridge stops the reduction. Out: the exchanges of a delta for a wye and of a wye for a delta
 * that go beyond it.
 * Textbooks: “delta-wye transformation”, “star-mesh transformation”.
 */
export { bestExchange } from './best'
export { findExchanges, type Exchange } from './find'
