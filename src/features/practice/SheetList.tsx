'use client'

import { FilePlus2, FolderOpen, Plus, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState } from 'react'
import { codeFrom, readAttemptsText, readTasksText, seeds, usualDials, type KeptSheet } from '@/core/learner'
import { Main } from '@/ui/Main'
import { api, problemText, type Saved } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { FileField } from '@/ui/FileField'
import { toast } from '@/ui/toast'
import { markRow, type MarkRow } from './markRows'
import { MarksTable } from './MarksTable'
import { PracticeFrame } from './PracticeFrame'
import { commandsOf } from '@/ui/elsewhere'

/** So many tasks a new sheet has. */
const usual = 5
/** The most files of attempts that are opened at once. */
const mostFiles = 300

/** A sheet to begin with: tasks of a few kinds, in two variants. */
function newSheet(): KeptSheet {
  const variant = (name: string) => ({
    name,
    codes: Array.from({ length: usual }, () => codeFrom(usualDials, Math.floor(Math.random() * seeds)) ?? ''),
  })
  return { role: 'set', title: 'Task sheet', marks: 20, variants: [variant('A'), variant('B')], name: '' }
}

/** Sheets that were set here, sheets that were opened, and the marks of those who worked at them. */
export function SheetList({ first }: { readonly first: readonly Saved<'sheet'>[] }) {
  const router = useRouter()
  const [sheets, setSheets] = useState(first)
  const [refused, setRefused] = useState<readonly { readonly file: string; readonly problems: readonly string[] }[]>([])
  const [rows, setRows] = useState<readonly MarkRow[]>([])
  const [progress, setProgress] = useState<{ readonly done: number; readonly of: number } | null>(null)
  const stop = useRef(false)
  const sheetFile = useRef<HTMLInputElement>(null)
  const attemptFiles = useRef<HTMLInputElement>(null)

  const create = async (sheet: KeptSheet) => {
    const answer = await api.create('sheet', sheet)
    if (!answer.ok) return void toast.error(problemText(answer.problems))
    router.push(`/practice/sheets/${answer.body.id}`)
  }
  const openSheet = async (file: File) => {
    const read = readTasksText(await file.text())
    if (!read.ok) return setRefused([{ file: file.name, problems: read.problems }])
    const { title, marks, codes, variant } = read.value
    await create({ role: 'opened', title, marks, variants: [{ name: variant ?? '', codes }], name: '' })
  }
  const openAttempts = async (files: readonly File[]) => {
    const bad: { file: string; problems: readonly string[] }[] = []
    const found: MarkRow[] = []
    stop.current = false
    for (const [i, file] of files.slice(0, mostFiles).entries()) {
      if (stop.current) break
      setProgress({ done: i, of: files.length })
      // So that what was read until now is seen.
      await new Promise((go) => setTimeout(go))
      const read = readAttemptsText(await file.text())
      if (read.ok) found.push(markRow(read.value))
      else bad.push({ file: file.name, problems: read.problems })
    }
    if (files.length > mostFiles) bad.push({ file: 'the rest', problems: [`${mostFiles} files are opened at once`] })
    setProgress(null)
    setRefused(bad)
    setRows(found)
  }
  const remove = async ({ id, document: sheet }: Saved<'sheet'>) => {
    const answer = await api.remove('sheet', id)
    if (!answer.ok) return void toast.error(problemText(answer.problems))
    setSheets((before) => before.filter((it) => it.id !== id))
    const putBack = async () => {
      const again = await api.restore('sheet', id)
      if (again.ok) setSheets((before) => [again.body, ...before])
      else toast.error(problemText(again.problems))
    }
    toast.undoable(`“${sheet.title || 'Untitled sheet'}” is deleted`, () => void putBack(), true)
  }
  const commands = useMemo(
    (): readonly Command[] => [
      { ...commandsOf.newSheet, run: () => void create(newSheet()) },
      { name: 'Open a task sheet', also: 'import load file', run: () => sheetFile.current?.click() },
      { name: 'Open attempts to mark', also: 'import load grade points', run: () => attemptFiles.current?.click() },
    ],
    // oxlint-disable-next-line react/exhaustive-deps -- the router is always the same
    [],
  )
  return (
    <PracticeFrame screen="sheets">
      <Commands group="This screen" list={commands} />
      <Main className="grid w-full max-w-5xl content-start gap-4 self-center p-4">
        <h1 className="text-base font-semibold print:hidden">Task sheets</h1>
        <p className="flex flex-wrap gap-2 print:hidden">
          <Button look="strong" onClick={() => void create(newSheet())}>
            <Plus size={16} aria-hidden /> New task sheet
          </Button>
          <Button onClick={() => sheetFile.current?.click()}>
            <FilePlus2 size={16} aria-hidden /> Open a task sheet
          </Button>
          <Button onClick={() => attemptFiles.current?.click()}>
            <FolderOpen size={16} aria-hidden /> Open attempts to mark
          </Button>
        </p>
        <FileField
          ref={sheetFile}
          accept=".json,application/json"
          label="A sheet of tasks"
          onFiles={([file]) => void openSheet(file)}
        />
        <FileField
          ref={attemptFiles}
          accept=".json,application/json"
          multiple
          label="Attempts of learners"
          onFiles={(files) => void openAttempts(files)}
        />
        {progress && (
          <p role="status" className="flex items-center gap-3">
            <progress max={progress.of} value={progress.done} aria-label="Marking" /> {progress.done} of {progress.of}
            <Button onClick={() => (stop.current = true)}>Cancel</Button>
          </p>
        )}
        {refused.length > 0 && (
          <div
            role="alert"
            className="rounded-md border-l-4 border-trouble bg-sheet px-3 py-2 print:hidden"
            data-refused
          >
            <p className="flex justify-between gap-3 font-semibold">
              Not opened <Button onClick={() => setRefused([])}>Dismiss</Button>
            </p>
            <ul>
              {refused.map(({ file, problems }) => (
                <li key={file}>
                  <strong>{file}</strong>: {problems.join('; ')}
                </li>
              ))}
            </ul>
          </div>
        )}
        {rows.length > 0 && <MarksTable rows={rows} onClose={() => setRows([])} />}
        <section aria-labelledby="kept" className="print:hidden">
          <h2 id="kept" className="sr-only">
            Kept here
          </h2>
          {sheets.length === 0 ? (
            <p className="text-soft">
              No sheet yet. Make one: choose its tasks, print them with their key, or give them out as a file. A learner
              opens the file here, works, and hands a file back.
            </p>
          ) : (
            <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
              {sheets.map((it) => (
                <li key={it.id} className="flex items-center gap-3 px-3 py-1.5">
                  <Link href={`/practice/sheets/${it.id}`} className="min-w-0 flex-1 py-1">
                    <span className="font-medium">{it.document.title || 'Untitled sheet'}</span>{' '}
                    <span className="text-soft">
                      {it.document.role === 'set' ? 'made here' : 'to work on'} · {it.document.variants[0].codes.length}{' '}
                      tasks
                      {it.document.variants.length > 1 && ` in ${it.document.variants.length} variants`} ·{' '}
                      {it.document.marks} marks
                      {it.document.name && ` · ${it.document.name}`}
                    </span>
                  </Link>
                  <Button
                    look="plain"
                    aria-label={`Delete ${it.document.title || 'the sheet'}`}
                    onClick={() => void remove(it)}
                  >
                    <Trash2 size={15} aria-hidden />
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </section>
      </Main>
    </PracticeFrame>
  )
}
