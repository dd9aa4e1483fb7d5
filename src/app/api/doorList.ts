import { doors, type Door } from './doors'

const marks = ['<!-- doors: npm run doors -->', '<!-- end of doors -->'] as const

/** A document with the list of all doors in it, as a table between its two marks. */
export function withDoors(text: string): string {
  const [from, to] = marks.map((mark) => text.indexOf(mark))
  if (from < 0 || to < from) throw new Error(`the document needs ${marks.join(' and ')}`)
  const table = ['| request | body, at most | answer |', '|---|---|---|', ...doors.map(rowOf)].join('\n')
  return `${text.slice(0, from)}${marks[0]}\n\n${table}\n\n${text.slice(to)}`
}

function rowOf({ method, path, takes = '', most = 0, answers }: Door): string {
  const size = most === 0 ? '' : `${Math.floor(most / 1024 ** 2)} MiB`
  return `| \`${method} ${path}\`${takes && ` ${takes}`} | ${size} | ${answers} |`
}
