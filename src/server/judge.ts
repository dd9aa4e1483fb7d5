import { isGivenId, kinds, type Documents, type Kind, type KindName } from '@/core/kept'
import { isObject, readJson } from '@/core/format'
import type { Problem } from '@/core/network'
import { columnsOf, type Columns } from '@/db/columns'

/** A request's body, judged. */
export interface JudgedBody {
  /** Which version it was based on; 0 for none. */
  readonly version: number
  /** The network it belongs to. */
  readonly of?: string
  /** The network that it was made from. */
  readonly origin?: string
  readonly columns: Columns
}

export type BodyVerdict =
  | { readonly ok: true; readonly value: JudgedBody }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** The most problems that an answer lists. */
const mostListed = 200

/** The newest version that anything can have: it counts saves. */
const newest = 1e9

/**
 * Judges the JSON text of a body, `{ version, document, of, origin }`, with every fault at once; a network's document may stand
 * by itself, as in a file. Works in proportion to the text; needs no database.
 *
 * @param id of what it is to be kept over, if any
 */
export function judge<K extends KindName>(name: K, text: string, id?: string): BodyVerdict {
  const json = readJson(text)
  if (!json.ok) return fail('request', `the body is not JSON: ${json.message}`)
  if (!isObject(json.value)) return fail('request', 'the body must be a JSON object')
  const isBare = name === 'network' && id === undefined && !('document' in json.value)
  const { version = 0, document, of, origin } = isBare ? { document: json.value } : json.value
  if (!Number.isInteger(version) || (version as number) < 0 || (version as number) > newest)
    return fail('version', 'the version must be a whole number from 0: that of what was changed')
  for (const [field, value] of Object.entries({ of, origin }))
    if (value !== undefined && !(typeof value === 'string' && isGivenId(value)))
      return fail(field, `${field} must be the id of a network`)
  const kind: Kind<Documents[K]> = kinds[name]
  const read = kind.read(document)
  if (!read.ok) return { ok: false, problems: read.problems.slice(0, mostListed) }
  if (id !== undefined && kind.name !== null && !kind.name(id, read.document))
    return fail('request', `this ${kind.words} cannot be kept under this name`)
  const columns = columnsOf(name, read.document)
  if (columns.document.length > kind.longest)
    return fail('document', `the ${kind.words} is over the limit of ${kind.longest.toLocaleString('en')} characters`)
  return {
    ok: true,
    value: { version: version as number, of: of as string | undefined, origin: origin as string | undefined, columns },
  }
}

function fail(field: string, message: string): BodyVerdict {
  return { ok: false, problems: [{ part: null, field, message }] }
}
