/**
 * In: what a value of an open format must be, declared once. Out: its type, its JSON Schema, and what is wrong with a value, in
 * words. Textbooks: none; this is a household's.
 */
export * from './declare'
export { isObject, readJson } from './json'
