/** The longest tag, in characters, and how many a network may have. */
const longest = 30
const most = 20

const tagRule = `a tag has 1 to ${longest} characters, without a comma`

/** Whether a text may be a tag, as it stands in a document: without spaces at its ends. */
function isTag(text: unknown): text is string {
  return typeof text === 'string' && text.length <= longest && text === text.trim() && /^[^,\p{Cc}]+$/u.test(text)
}

/** What is wrong with a document's tags, in sentences; none if nothing is. */
export function tagsProblems(raw: unknown): string[] {
  if (!Array.isArray(raw) || raw.length > most) return [`the tags must be a list of at most ${most} texts`]
  if (!raw.every(isTag)) return [tagRule]
  return new Set(raw).size === raw.length ? [] : ['a tag stands twice in the list']
}

/** Tags as a person types them, with commas between; those that are wrong are said. */
export function readTags(typed: string): { readonly tags: readonly string[]; readonly problem: string | null } {
  const tags = [...new Set(typed.split(',').map((text) => text.replace(/\s+/g, ' ').trim()))].filter(
    (text) => text !== '',
  )
  return { tags, problem: tagsProblems(tags)[0] ?? null }
}
