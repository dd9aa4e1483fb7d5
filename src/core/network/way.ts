import { isObject, readJson } from './json'
import { schoolChoices, type School } from './school'

/** A whole way of doing worksheets, as it is named and shared: the open format `nodrel-way`. */
export interface Way {
  readonly format: 'nodrel-way'
  readonly version: 1
  readonly name: string
  /** Those it does not name are as usual. */
  readonly choices: Partial<School>
}

export type ReadWay =
  | { readonly ok: true; readonly way: Way }
  | { readonly ok: false; readonly problems: readonly string[] }

/** The longest name of a way, in characters. */
const longestName = 60

/** The longest text of a way that is read, in characters. */
const longestText = 20_000

/** Reads a way from JSON text, every fault at once; see `public/schema/way.schema.json`. */
export function readWayText(text: string): ReadWay {
  if (text.length > longestText) return { ok: false, problems: ['the file is too long for a way'] }
  const json = readJson(text.replace(/^\uFEFF/, ''))
  return json.ok ? readWay(json.value) : { ok: false, problems: [`the file is not JSON: ${json.message}`] }
}

/** {@link readWayText} for what was parsed already. */
export function readWay(raw: unknown): ReadWay {
  if (!isObject(raw)) return { ok: false, problems: ['a way is a JSON object'] }
  const problems: string[] = []
  if (raw.format !== 'nodrel-way') problems.push('the format must be "nodrel-way"')
  if (raw.version !== 1) problems.push('only version 1 is read')
  const name = typeof raw.name === 'string' ? raw.name.trim() : ''
  if (name === '' || name.length > longestName)
    problems.push(`the name must be a text of 1 to ${longestName} characters`)
  const given = raw.choices
  if (!isObject(given)) problems.push('the choices must be an object')
  const choices: Record<string, unknown> = {}
  for (const [choice, value] of Object.entries(isObject(given) ? given : {})) {
    if (!Object.hasOwn(schoolChoices, choice)) problems.push(`there is no choice “${choice.slice(0, 40)}”`)
    else if (!(schoolChoices[choice as keyof School] as readonly unknown[]).includes(value))
      problems.push(`${choice} must be one of ${schoolChoices[choice as keyof School].join(', ')}`)
    else choices[choice] = value
  }
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 20) }
  return { ok: true, way: { format: 'nodrel-way', version: 1, name, choices } }
}
