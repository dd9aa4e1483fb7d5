/**
 * The whole way in one call: `analyse()` takes a network document and gives its analysis; `workOut()` gives the worksheet
 * that all screens read.
 */
export { analyse, workOut } from './worksheet'
