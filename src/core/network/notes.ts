import { readQuantity } from '../number'
import { finding, type Finding } from '../structure'
import type { Network } from './network'
import { also, list, problemsOf, text } from '../format'

/** A tolerance as it stands on a part, `5 %`, `±1%`, `0,5 %`, as a part of the value; null where it is none below 100 %. */
export function readTolerance(typed: string | number | undefined): number | null {
  if (typeof typed !== 'string' || typed.length > 20) return null
  const match = /^(?:±\s*)?(\d+(?:[.,]\d*)?|[.,]\d+)\s*%$/.exec(
    typed.trim().replaceAll('\u2009', ' ').replaceAll('\u00a0', ' '),
  )
  if (!match) return null
  const percent = Number(match[1].replace(',', '.'))
  return percent < 100 ? percent / 100 : null
}

/** A power rating as it stands on a part, `1/4 W`, `0.5 W`, `250 mW`, in watts; null where it is none above 0. */
export function readRating(typed: string | number | undefined): number | null {
  if (typeof typed !== 'string') return null
  const read = readQuantity(typed, 'W')
  return read.ok && read.unit === 'W' && read.value > 0 ? read.value : null
}

/** What is noted of resistors as a tolerance or rating and is none: it is kept, and counts as missing. */
export function unreadNotes({ parts }: Network): Finding[] {
  return parts.flatMap((part) => {
    if (part.kind !== 'resistor') return []
    const { name, tolerance, rating } = part
    const found: Finding[] = []
    const isThere = (note: string | number | undefined) => note !== undefined && String(note).trim() !== ''
    if (isThere(tolerance) && readTolerance(tolerance) === null) found.push(finding('unread-tolerance', [name], []))
    if (isThere(rating) && readRating(rating) === null) found.push(finding('unread-rating', [name], []))
    return found
  })
}

/** A tolerance as it is written: `5 %`. */
export function toleranceText(part: number): string {
  return `${Number((100 * part).toPrecision(4))} %`
}

/** How many tags a network may have. */
const most = 20
const tagRule = 'a tag has 1 to 30 characters, without a comma'

/** By which a network is found in a logbook: texts without commas, and without spaces at their ends; none of them twice. */
export const tagsDeclaration = also(
  list(
    text({ least: 1, most: 30, pattern: /^[^,\s]([^,]*[^,\s])?$/ }, tagRule),
    { most },
    `the tags must be a list of at most ${most} texts`,
  ),
  { uniqueItems: true },
  (tags, at, say) => {
    if (tags.some((tag) => tag !== tag.trim() || /\p{Cc}/u.test(tag))) say(at, tagRule)
    else if (new Set(tags).size < tags.length) say(at, 'a tag stands twice in the list')
  },
)

/** What is wrong with tags, in sentences, each once. */
function tagsProblems(raw: unknown): string[] {
  return [...new Set(problemsOf(tagsDeclaration, raw).map(({ message }) => message))]
}

/** Tags as a person types them, with commas between; those that are wrong are said. */
export function readTags(typed: string): { readonly tags: readonly string[]; readonly problem: string | null } {
  const tags = [...new Set(typed.split(',').map((it) => it.replace(/\s+/g, ' ').trim()))].filter((it) => it !== '')
  return { tags, problem: tagsProblems(tags)[0] ?? null }
}
