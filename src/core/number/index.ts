/**
 * In: texts and numbers as people type them. Out: exact values in SI base units, and back; and the four operations in
 * three number systems. Textbooks: “engineering notation”, “significant figures”.
 */
export * from './quantity'
export * from './arithmetic'
