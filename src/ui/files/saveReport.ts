import type { NetworkDocument } from '@/core/network'
import { latexOf, markdownOf, type PaperSize, type Report, type ReportKind, type TextFile } from '@/core/report'
import { analysisOf, worksheetDocument, type Worksheet } from '@/core/worksheet'
import type { Figures } from '@/core/number'
import { download, downloadBlob, fileName } from '../download'
import { partsCsv } from '../network/partsCsv'
import { answerCsv } from './answerCsv'
import { htmlOf } from './htmlFile'
import { stepsCsv } from './stepsCsv'
import { zipOf } from './zipFile'

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
