/** What can be practised, in the order in which it is learnt: what it is called. */
export const skillNames = {
  'series-test': 'seeing what lies in series',
  'parallel-test': 'seeing what lies in parallel',
  adding: 'adding in series',
  reciprocals: 'reciprocals in parallel',
  bounds: 'estimating a resistance',
  ohm: 'Ohm’s law at the whole',
  carrying: 'carrying over what is the same',
  'sharing-voltage': 'dividing a voltage in series',
  'sharing-current': 'dividing a current in parallel',
  prefixes: 'kilo and milli',
  rounding: 'rounding',
  redrawing: 'redrawing a sheet',
  power: 'power',
  checking: 'finding a mistake',
  disguise: 'untangling a picture',
  loose: 'shorts, dead ends, placeholders',
  outward: 'working outward from inside',
  bridges: 'knowing a bridge',
  faults: 'finding a fault on the bench',
} as const

export type Skill = keyof typeof skillNames

export const skills = Object.keys(skillNames) as Skill[]
