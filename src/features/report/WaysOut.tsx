import { ChevronDown, FileDown, Printer } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { NetworkDocument, ReportChoices } from '@/core/network'
import type { Report } from '@/core/report'
import type { Worksheet } from '@/core/worksheet'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { saveDocument } from '@/ui/download'
import type { MakeReport } from '@/ui/files/saveReport'
import { MenuItem, MenuNote, MenuPanel } from '@/ui/MenuItem'
import { toast } from '@/ui/toast'
import { commandsOf } from '@/ui/elsewhere'

/** How the report leaves the screen: on paper, or as a file. */
export function WaysOut({
  make,
  report,
  choices,
  worksheet,
  document,
}: {
  readonly make: MakeReport
  readonly report: Report
  readonly choices: ReportChoices
  readonly worksheet: Worksheet
  readonly document: NetworkDocument
}) {
  const { title, figures } = report
  const { kind = 'report', paper = 'a4' } = choices
  const save = (work: (files: typeof import('@/ui/files/saveReport')) => void | Promise<void>) => () => {
    import('@/ui/files/saveReport').then(work).catch(() => toast.error('The file could not be made; try once more'))
  }
  const commands: readonly Command[] = [
    { ...commandsOf.print, run: () => print() },
    {
      ...commandsOf.html,
      run: save((files) => files.saveHtml(make, kind, title, paper)),
    },
    {
      name: 'Export the report as Markdown',
      also: 'text save share',
      run: save((files) => files.saveMarkdown(make, kind, title)),
    },
    {
      ...commandsOf.latex,
      run: save((files) => files.saveLatex(make, kind, title, paper)),
    },
  ]
  const both = kind === 'tasks' ? ', with its key' : ''
  return (
    <div className="flex flex-wrap gap-2">
      <Commands group="This screen" list={commands} />
      <Button look="strong" className="h-9" onClick={() => print()} tip="Print, or save as PDF: Ctrl P">
        <Printer size={16} aria-hidden /> Print or save as PDF
      </Button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="h-9">
            <FileDown size={16} aria-hidden /> Export <ChevronDown size={14} aria-hidden />
          </Button>
        </DropdownMenu.Trigger>
        <MenuPanel>
          <MenuNote>{`The document${both}`}</MenuNote>
          <MenuItem text="One HTML file" onSelect={save((files) => files.saveHtml(make, kind, title, paper))} />
          <MenuItem
            text="Markdown with drawings (zip)"
            onSelect={save((files) => files.saveMarkdown(make, kind, title))}
          />
          <MenuItem text="LaTeX (zip)" onSelect={save((files) => files.saveLatex(make, kind, title, paper))} />
          <MenuNote>Tables for a spreadsheet (CSV)</MenuNote>
          {(['answers', 'parts', 'steps'] as const).map((table) => (
            <MenuItem
              key={table}
              text={{ answers: 'Answer table', parts: 'Parts list', steps: 'All steps' }[table]}
              onSelect={save((files) => files.saveTable(table, worksheet, document, title))}
            />
          ))}
          <MenuNote>Data for a program (JSON)</MenuNote>
          <MenuItem text="Network document" onSelect={() => saveDocument(document)} />
          <MenuItem text="Analysis" onSelect={save((files) => files.saveJson('analysis', worksheet, title, figures))} />
          <MenuItem
            text="Worksheet, every value with its way"
            onSelect={save((files) => files.saveJson('worksheet', worksheet, title, figures))}
          />
        </MenuPanel>
      </DropdownMenu.Root>
    </div>
  )
}
