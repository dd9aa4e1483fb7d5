/**
 * In: a worksheet, and what of it has been found. Out: its potentials as steps along every path, as coordinates.
 * Textbooks: “potential diagram”.
 */
export {
  describeStaircase,
  drawStaircase,
  stairMeasures,
  type Level,
  type Stair,
  type Staircase,
  type StairText,
  type Tread,
} from './staircase'
