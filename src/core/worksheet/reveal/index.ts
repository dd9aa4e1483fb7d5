/**
 * In: a worksheet and how many things are shown of it. Out: what stands on each row and sheet by then. Textbooks: the
 * worked solution with the rest of the page covered.
 */
export { revealed, stopsAtPace, stopsOf, wordStop, type Pace, type Reached, type Reveal, type Stop } from './reveal'
