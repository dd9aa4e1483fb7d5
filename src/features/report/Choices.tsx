import { Checkbox, Radios } from '@/ui/controls'
import { reportChoices, reportFields, type ReportChoices, type ReportContent, type ReportField } from '@/core/network'
import type { Density, PaperSize, ReportKind } from '@/core/report'

/** Settings of the report: what it is, how dense, what is in it, what is filled in. */
export function Choices({
  choices,
  existing,
  onChange,
  onPause,
}: {
  readonly choices: ReportChoices
  /** What there is to be put into it. */
  readonly existing: readonly ReportContent[]
  readonly onChange: (some: Partial<ReportChoices>, of?: string) => void
  /** The person left a field. */
  readonly onPause: () => void
}) {
  const leaveOut = choices.leaveOut ?? []
  const isAnswers = choices.density === 'answers'
  return (
    <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-1">
      <Group
        legend="Kind"
        names={kindNames}
        values={reportChoices.kind}
        value={choices.kind ?? 'report'}
        onChange={(kind) => onChange({ kind })}
      />
      <Group
        legend="Length"
        names={densityNames}
        values={reportChoices.density}
        value={choices.density ?? 'full'}
        onChange={(density) => onChange({ density })}
      />
      <fieldset className="grid grid-cols-2 gap-x-2 gap-y-1">
        <legend className="mb-0.5 font-semibold">Beside the title</legend>
        {reportFields.map((field) => (
          <label key={field} className="flex min-w-0 flex-col">
            <span className="text-xs text-soft">{fieldNames[field]}</span>
            <input
              value={choices[field] ?? ''}
              maxLength={200}
              onChange={(event) => onChange({ [field]: event.target.value }, `report ${field}`)}
              onBlur={onPause}
              className="h-8 w-full min-w-0 field"
            />
          </label>
        ))}
      </fieldset>
      <fieldset>
        <legend className="mb-0.5 font-semibold">Contents</legend>
        {existing.map((content) => {
          const isOpen = !isAnswers || !['steps', 'supply', 'back', 'checks'].includes(content)
          return (
            <Checkbox
              key={content}
              className="flex!"
              disabled={!isOpen}
              isOn={isOpen && !leaveOut.includes(content)}
              onChange={(isOn) => {
                const rest = leaveOut.filter((it) => it !== content)
                const after = isOn ? rest : [...rest, content]
                onChange({ leaveOut: after.length > 0 ? after : undefined })
              }}
            >
              {contentNames[content]}
            </Checkbox>
          )
        })}
      </fieldset>
      <Group
        legend="Paper"
        names={paperNames}
        values={reportChoices.paper}
        value={choices.paper ?? 'a4'}
        onChange={(paper) => onChange({ paper })}
      />
    </div>
  )
}

/** One choice among a few. */
function Group<T extends string>({
  legend,
  names,
  values,
  value,
  onChange,
}: {
  readonly legend: string
  readonly names: Readonly<Record<T, string>>
  readonly values: readonly T[]
  readonly value: T
  readonly onChange: (value: T) => void
}) {
  return (
    <fieldset>
      <legend className="mb-0.5 font-semibold">{legend}</legend>
      <Radios
        label={legend}
        value={value}
        options={values.map((it) => ({ value: it, name: names[it] }))}
        onChange={onChange}
      />
    </fieldset>
  )
}

const kindNames: Readonly<Record<ReportKind, string>> = {
  report: 'Report',
  tasks: 'Task sheet',
  key: 'Key',
}

const densityNames: Readonly<Record<Density, string>> = {
  full: 'A sheet for each step',
  compact: 'Compact, in two columns',
  answers: 'Answers only',
}

const paperNames: Readonly<Record<PaperSize, string>> = { a4: 'A4', letter: 'Letter' }

const contentNames: Readonly<Record<ReportContent, string>> = {
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
