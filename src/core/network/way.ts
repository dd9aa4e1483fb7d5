import { head, isDeclared, isObject, object, problemsOf, readJson, text, type Declared } from '../format'
import { schoolFields } from './school'

/** A whole way of doing worksheets, as it is named and shared: the open format `nodrel-way`. Choices it does not name are usual. */
export const wayDeclaration = object(
  {
    ...head('nodrel-way'),
    name: text({ least: 1, most: 60 }, 'the name must be a text of 1 to 60 characters'),
    choices: object(
      schoolFields(''),
      'the choices must be an object',
      (name) => `there is no choice “${name.slice(0, 40)}”`,
    ),
  },
  'a way is a JSON object',
)
export type Way = Declared<typeof wayDeclaration>

type ReadWay = { readonly ok: true; readonly way: Way } | { readonly ok: false; readonly problems: readonly string[] }

/** The longest text of a way that is read, in characters. */
const longestText = 20_000

/** Reads a way from JSON text, every fault at once; see `public/schema/way.schema.json`. */
export function readWayText(from: string): ReadWay {
  if (from.length > longestText)
    return { ok: false, problems: [`the file is over the limit of ${longestText.toLocaleString('en')} characters`] }
  const json = readJson(from.replace(/^\uFEFF/, ''))
  return json.ok ? readWay(json.value) : { ok: false, problems: [`the file is not JSON: ${json.message}`] }
}

/** {@link readWayText} for what was parsed already. */
export function readWay(raw: unknown): ReadWay {
  const bare = isObject(raw) && typeof raw.name === 'string' ? { ...raw, name: raw.name.trim() } : raw
  if (!isDeclared(wayDeclaration, bare))
    return {
      ok: false,
      problems: problemsOf(wayDeclaration, bare)
        .map(({ message }) => message)
        .slice(0, 20),
    }
  const { format, version, name, choices } = bare
  return { ok: true, way: { format, version, name, choices } }
}
