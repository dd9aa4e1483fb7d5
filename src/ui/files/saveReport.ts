import type { NetworkDocument } from '@/core/network'
import { latexOf, markdownOf, type PaperSize, type Report, type ReportKind, type TextFile } from '@/core/report'
import {
  analysisOf,
  worksheetDocument,
  type Worksheet,
  explainBlock,
  explainLine,
  formulaText,
  nameOf,
  unitOfLine,
  wordSentence,
  type Row,
  type Side,
} from '@/core/worksheet'
import { type Figures, exactText } from '@/core/number'
import { download, downloadBlob, fileName, csvSafe } from '../download'
import { partsCsv } from '../network/partsCsv'
import { answerCsv } from './answerCsv'
import { strToU8, zipSync } from 'fflate'
import { createElement } from 'react'
import { createRoot } from 'react-dom/client'
import { flushSync } from 'react-dom'
import { fontFaces } from '../fonts'
import { pageRules } from '../paper/PageRules'
import { ReportPaper } from '../paper/ReportPaper'
import Papa from 'papaparse'

/** Makes the report of each kind. */
export type MakeReport = (kind: ReportKind) => Report

/** A task sheet goes out with its key as a second file. */
function kindsOf(kind: ReportKind): readonly ReportKind[] {
  return kind === 'tasks' ? ['tasks', 'key'] : [kind]
}

const names: Readonly<Record<ReportKind, string>> = { report: 'report', tasks: 'task', key: 'key' }

export async function saveHtml(make: MakeReport, kind: ReportKind, title: string, paper: PaperSize): Promise<void> {
  for (const it of kindsOf(kind))
    download(fileName(`${title} ${names[it]}`, '.html'), 'text/html', await htmlOf(make(it), paper))
}

export function saveMarkdown(make: MakeReport, kind: ReportKind, title: string): void {
  saveZip(
    `${title} markdown`,
    kindsOf(kind).flatMap((it) => markdownOf(make(it), names[it])),
  )
}

export function saveLatex(make: MakeReport, kind: ReportKind, title: string, paper: PaperSize): void {
  saveZip(
    `${title} latex`,
    kindsOf(kind).flatMap((it) => latexOf(make(it), names[it], paper)),
  )
}

function saveZip(title: string, files: readonly TextFile[]): void {
  downloadBlob(fileName(title, '.zip'), zipOf(files))
}

export function saveTable(
  table: 'answers' | 'parts' | 'steps',
  worksheet: Worksheet,
  document: NetworkDocument,
  title: string,
): void {
  const text = {
    answers: () => answerCsv(worksheet),
    parts: () => partsCsv(document),
    steps: () => stepsCsv(worksheet),
  }
  download(fileName(`${title} ${table}`, '.csv'), 'text/csv', text[table]())
}

export function saveJson(what: 'analysis' | 'worksheet', worksheet: Worksheet, title: string, figures: Figures): void {
  const content = what === 'analysis' ? analysisOf(worksheet) : worksheetDocument(worksheet, figures)
  download(fileName(title, `.${what}.json`), 'application/json', `${JSON.stringify(content, null, 2)}\n`)
}

/** Files in one archive. */
export function zipOf(files: readonly TextFile[]): Blob {
  const entries = files.map(({ path, text }) => [path, strToU8(text)] as const)
  return new Blob([zipSync(Object.fromEntries(entries)) as Uint8Array<ArrayBuffer>], { type: 'application/zip' })
}

/** A report as one HTML file: fonts, drawings and styles inside, no script, nothing that is fetched. */
export async function htmlOf(report: Report, paper: PaperSize): Promise<string> {
  const place = document.createElement('div')
  const root = createRoot(place)
  try {
    flushSync(() => root.render(createElement(ReportPaper, { report })))
    const letters = new Set(place.textContent ?? '')
    const styles = [
      await fontFaces(letters, () => true),
      ...[...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]).map((rule) => ruleText(rule, place)),
      pageRules(report.title, paper),
    ].filter((text) => text !== '')
    const title = document.createElement('title')
    title.textContent = report.title
    return [
      '<!doctype html>',
      '<html lang="en">',
      '<head>',
      '<meta charset="utf-8">',
      '<meta name="viewport" content="width=device-width, initial-scale=1">',
      `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:">`,
      title.outerHTML,
      `<style>\n${styles.join('\n')}\n</style>`,
      '</head>',
      `<body>${place.innerHTML}</body>`,
      '</html>',
      '',
    ].join('\n')
  } finally {
    root.unmount()
  }
}

/** What of a rule the document needs: its own text, or that of the rules inside it; empty for what meets nothing there. */
function ruleText(rule: CSSRule, place: Element): string {
  if (rule instanceof CSSStyleRule) return meets(rule.selectorText, place) ? rule.cssText : ''
  if (rule instanceof CSSFontFaceRule || rule instanceof CSSKeyframesRule) return ''
  if (rule instanceof CSSGroupingRule) {
    const inside = [...rule.cssRules].map((it) => ruleText(it, place)).filter((text) => text !== '')
    if (inside.length === 0) return ''
    return `${rule.cssText.slice(0, rule.cssText.indexOf('{'))}{\n${inside.join('\n')}\n}`
  }
  return rule.cssText
}

function meets(selector: string, place: Element): boolean {
  if (/(^|[\s,(])(:root|:host|html|body|\*|::before|::after)/.test(selector)) return true
  try {
    return place.querySelector(selector) !== null
  } catch {
    return false
  }
}

/** Every line of the worksheet as CSV, in the order in which it is worked: where it stands, what is done, result. */
export function stepsCsv(worksheet: Worksheet): string {
  const { rows, derivation } = worksheet
  const down = rows.flatMap((row) => linesOf(row, 'reduce'))
  const up = [...rows].reverse().flatMap((row) => (row.kind === 'supply' ? [] : linesOf(row, 'expand')))
  const lined = new Set([...down, ...up].map(({ id }) => id))
  const rest = worksheet.shown
    .filter((id) => !lined.has(id) && !['given', 'step', 'exchange'].includes(derivation.lines[id].section.at))
    .map((id) => ({ id, sheet: '', side: '', words: '' }))
  return Papa.unparse(
    [...down, ...up, ...rest].map(({ id, sheet, side, words }) => {
      const line = derivation.lines[id]
      const { formulas } = explainLine(worksheet, id)
      return {
        sheet,
        side,
        what: words,
        quantity: line.quantity,
        of: nameOf(worksheet, line),
        unit: unitOfLine(line),
        value: line.amount ? String(line.amount.value) : '',
        exact: (line.amount && exactText(line.amount)) ?? '',
        work: formulas.map((formula) => formulaText(formula, 6)).join('; '),
      }
    }),
    { ...csvSafe, newline: '\n' },
  )

  function linesOf(row: Row, side: Side) {
    return (side === 'reduce' ? row.down : row.up).flatMap((block) => {
      const title = explainBlock(worksheet, row, block, side)?.title
      const words = title ? wordSentence(title) : row.kind === 'supply' ? 'the supply' : ''
      const sheet = row.number === null ? row.kind : String(row.number)
      return block.lines.map((id) => ({ id, sheet, side: side === 'reduce' ? 'down' : 'up', words }))
    })
  }
}
