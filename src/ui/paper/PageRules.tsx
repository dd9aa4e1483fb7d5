import type { PaperSize } from '@/core/report'

const sizes: Readonly<Record<PaperSize, string>> = { a4: 'A4', letter: 'letter' }

/** The size of the pages, and what stands at the foot of each: the title, and which page of how many it is. */
export function PageRules({ title, paper }: { readonly title: string; readonly paper: PaperSize }) {
  return <style>{pageRules(title, paper)}</style>
}

/** Longer titles are cut at the foot of a page, so that its number has room. In letters. */
const longest = 80

/** The rules of the pages, as CSS. */
export function pageRules(title: string, paper: PaperSize): string {
  const foot = title.length > longest ? `${title.slice(0, longest)}…` : title
  return `@page { size: ${sizes[paper]}; @bottom-left { content: "${cssText(foot)}"; font: 9pt sans-serif; } }`
}

/** A text within quotes in CSS: every sign that could end it, or the style sheet, by its number. */
function cssText(text: string): string {
  return [...text]
    .map((letter) => (/[\p{L}\p{Nd} .,:…]/u.test(letter) ? letter : `\\${(letter.codePointAt(0) ?? 0).toString(16)} `))
    .join('')
}
