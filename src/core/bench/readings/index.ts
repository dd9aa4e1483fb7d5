/**
 * In: readings as they were written down. Out: what they say of which measurement, and a verdict on each: within its limits
 * or not, against a law, off by a power of ten, with leads reversed. Textbooks: “measured against calculated”.
 */
export {
  readingsDeclaration,
  readingsOf,
  readReading,
  readReadingsText,
  readValue,
  type Reading,
  type ReadingDocument,
  type ReadingsDocument,
  type ReadReadings,
  readingColumns,
  isYes,
  readingOfRow,
  rowOf,
} from './read'
export { asBuilt } from './asBuilt'
export { layReadings, type LaidReading, type LaidReadings } from './lay'
export {
  isWithin,
  disagrees,
  judgeReadings,
  lawsAmong,
  powerOff,
  verdictCodes,
  type JudgedReading,
  type LawFound,
} from './verdict'
