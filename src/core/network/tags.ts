import { also, list, problemsOf, text } from '../format'

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
export function tagsProblems(raw: unknown): string[] {
  return [...new Set(problemsOf(tagsDeclaration, raw).map(({ message }) => message))]
}

/** Tags as a person types them, with commas between; those that are wrong are said. */
export function readTags(typed: string): { readonly tags: readonly string[]; readonly problem: string | null } {
  const tags = [...new Set(typed.split(',').map((it) => it.replace(/\s+/g, ' ').trim()))].filter((it) => it !== '')
  return { tags, problem: tagsProblems(tags)[0] ?? null }
}
