/**
 * In: a reduction and one known quantity. Out: the supply, what every element carries, the laws checked, and the stages
 * beyond a bridge. Textbooks: “total current”, “work back”, “KCL and KVL”.
 */
export * from './supply'
export * from './expansion'
export * from './compiled'
export * from './checks'
export * from './numbers'
