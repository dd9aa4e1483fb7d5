/**
 * In: what a formula or sentence is made of. Out: formulas as tokens and sentences as data, never markup.
 * Textbooks: the worked solution beside the redrawn circuit.
 */
export {
  askedName,
  askedTexts,
  amount,
  amountIn,
  figuresFor,
  formulaText,
  fraction,
  number,
  piecesOfFormula,
  sign,
  subscriptOf,
  sum,
  symbol,
  unit,
  unitText,
  withSigns,
  writeAmount,
  type Formula,
  type Letter,
  type Token,
  typeset,
  typesetAmount,
  typesetOf,
  type Typeset,
} from './token'
export { keystrokes } from './keys'
export { listed, sentence, wordSentence, type Sentence, explainVerdict } from './sentence'
