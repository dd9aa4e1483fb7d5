/**
 * In: a report. Out: the same as Markdown with drawings beside it, and as LaTeX; formulas as TeX.
 * Textbooks: none; this is bookwork.
 */
export { markdownOf, type TextFile, stepText } from './markdown'
export { latexOf, stepLatex } from './latex'
