/**
 * In: what a formula or sentence is made of. Out: formulas as tokens and sentences as data, never markup.
 * Textbooks: the worked solution beside the redrawn circuit.
 */
export { askedName, askedTexts } from './asked'
export { keystrokes } from './keys'
export { listed, sentence, wordSentence, type Sentence } from './sentence'
export {
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
} from './token'
export { typeset, typesetAmount, typesetOf, type Typeset } from './typeset'
export { explainVerdict } from './verdict'
