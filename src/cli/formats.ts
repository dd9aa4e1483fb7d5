import { diagnosisDeclaration, meterDeclaration, readingsDeclaration, spreadDeclaration } from '@/core/bench'
import type { Declaration, JsonSchema } from '@/core/format'
import { attemptsDeclaration, taskDeclaration, tasksDeclaration } from '@/core/learner'
import { networkDeclaration, wayDeclaration } from '@/core/network'
import { analysisDeclaration, worksheetDeclaration } from '@/core/worksheet'

/** The open formats by their names, `nodrel-` before each, with what each is. */
const formats: Readonly<Record<string, readonly [title: string, declaration: Declaration<unknown>]>> = {
  network: ['Nodrel network document', networkDeclaration],
  analysis: ['Nodrel analysis', analysisDeclaration],
  worksheet: ['Nodrel worksheet (a derivation)', worksheetDeclaration],
  way: ['Nodrel way of doing worksheets', wayDeclaration],
  meter: ['Nodrel meter', meterDeclaration],
  readings: ['Nodrel run of readings', readingsDeclaration],
  spread: ['Nodrel spread of a quantity', spreadDeclaration],
  diagnosis: ['Nodrel diagnosis', diagnosisDeclaration],
  task: ['Nodrel task', taskDeclaration],
  tasks: ['Nodrel sheet of tasks', tasksDeclaration],
  attempts: ['Nodrel attempts at a sheet of tasks', attemptsDeclaration],
}

/** What a document of every open format must be, by its name. */
export const declarations = Object.fromEntries(Object.entries(formats).map(([name, [, it]]) => [name, it]))

/** The JSON Schema of every open format, by its name. */
export const schemas: Readonly<Record<string, JsonSchema>> = Object.fromEntries(
  Object.entries(formats).map(([name, [title, { schema }]]) => [
    name,
    {
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      $id: `nodrel-${name}`,
      title: `${title}, version 1`,
      ...schema,
    },
  ]),
)
