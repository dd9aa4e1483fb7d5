/** What can be asked for of a part, an equivalent or a node, as it is worded. */
export const askedTexts = {
  current: 'the current in',
  voltage: 'the voltage across',
  power: 'the power of',
  resistance: 'the resistance of',
  potential: 'the potential of node',
} as const
