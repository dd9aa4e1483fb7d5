import { list, object, oneOf, optional, said, text, type Declared } from '../format'

/** How the report of a network is made: what can be chosen, the usual first. */
export const reportChoices = {
  /** The report of what was done, the same with its results left out as a task, or that task's key. */
  kind: ['report', 'tasks', 'key'],
  /** A sheet for each step, two columns with loops on one drawing, or answers alone. */
  density: ['full', 'compact', 'answers'],
  paper: ['a4', 'letter'],
} as const

/** What a report can be made of, in its order; each can be left out. */
export const reportContents = [
  'given',
  'asked',
  'steps',
  'supply',
  'back',
  'checks',
  'answers',
  'notes',
  'readings',
  'attempt',
] as const

/** What is filled in beside the title. */
export const reportFields = ['name', 'class', 'date', 'task'] as const

export type ReportContent = (typeof reportContents)[number]
export type ReportField = (typeof reportFields)[number]

const of = (at: string) => `the report’s ${at.slice(at.lastIndexOf('.') + 1)}`
const chosen = <const T extends string>(values: readonly T[]) =>
  optional(oneOf(values, (at) => `${of(at)} must be one of ${values.join(', ')}`))
const filledIn = optional(text({ most: 200 }, (at) => `${of(at)} must be a text of at most 200 characters`))

/** How the report of one network is made; all of it may be absent. Free of meaning for the values. */
export const reportDeclaration = object(
  {
    kind: chosen(reportChoices.kind),
    density: chosen(reportChoices.density),
    paper: chosen(reportChoices.paper),
    name: filledIn,
    class: filledIn,
    date: filledIn,
    task: filledIn,
    leaveOut: optional(
      said((at) => `${of(at)} must be a list of ${reportContents.join(', ')}`, list(oneOf(reportContents))),
    ),
  },
  'the report must be an object of choices',
)
export type ReportChoices = Declared<typeof reportDeclaration>
