import { isObject } from './json'

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

/** How the report of one network is made; all of it may be absent. Free of meaning for the values. */
export type ReportChoices = Partial<Readonly<Record<ReportField, string>>> & {
  readonly [K in keyof typeof reportChoices]?: (typeof reportChoices)[K][number]
} & { readonly leaveOut?: readonly ReportContent[] }

const longestField = 200

/** What is wrong with a document's choices for its report, in sentences; none if nothing is. */
export function reportProblems(raw: unknown): string[] {
  if (!isObject(raw)) return ['the report must be an object of choices']
  const { leaveOut = [] } = raw
  return [
    ...Object.entries(reportChoices).flatMap(([choice, values]) =>
      raw[choice] === undefined || (values as readonly unknown[]).includes(raw[choice])
        ? []
        : [`the report’s ${choice} must be one of ${values.join(', ')}`],
    ),
    ...reportFields.flatMap((field) => {
      const value = raw[field]
      const isText = value === undefined || (typeof value === 'string' && value.length <= longestField)
      return isText ? [] : [`the report’s ${field} must be a text of at most ${longestField} characters`]
    }),
    ...(Array.isArray(leaveOut) && leaveOut.every((it) => (reportContents as readonly unknown[]).includes(it))
      ? []
      : [`the report’s leaveOut must be a list of ${reportContents.join(', ')}`]),
  ]
}
