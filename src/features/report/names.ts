import type { ReportContent, ReportField } from '@/core/network'
import type { Density, PaperSize, ReportKind } from '@/core/report'

export const kindNames: Readonly<Record<ReportKind, string>> = {
  report: 'Report',
  tasks: 'Task sheet',
  key: 'Its key',
}

export const densityNames: Readonly<Record<Density, string>> = {
  full: 'A sheet for each step',
  compact: 'Compact, in two columns',
  answers: 'Answers only',
}

export const paperNames: Readonly<Record<PaperSize, string>> = { a4: 'A4', letter: 'Letter' }

export const contentNames: Readonly<Record<ReportContent, string>> = {
  given: 'What is given',
  asked: 'What is asked',
  steps: 'Steps down',
  supply: 'The supply',
  back: 'The way back',
  checks: 'Checks',
  answers: 'Answers',
  notes: 'Notes',
  readings: 'Readings',
  attempt: 'Worked by hand, with marks',
}

export const fieldNames: Readonly<Record<ReportField, string>> = {
  name: 'name',
  class: 'class',
  date: 'date',
  task: 'task number',
}
