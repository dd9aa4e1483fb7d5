'use client'

import { useMemo } from 'react'
import { useStore } from 'zustand'
import { reportContents, reportFields, type ReportChoices, type ReportContent } from '@/core/network'
import { makeReport, type Report, type ReportKind } from '@/core/report'
import type { Worksheet } from '@/core/worksheet'
import { Main } from '@/ui/Main'
import { planningOf } from '@/ui/bench/laid'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { PageRules } from '@/ui/paper/PageRules'
import { ReportPaper } from '@/ui/paper/ReportPaper'
import { useSettings } from '@/ui/settings'
import { useAwake } from '@/ui/awake'
import { attemptSection, useRecords } from './useRecords'
import { Choices, fieldNames } from './Choices'
import { layRuns, readingsSection, type LaidRun, useDiagnoses } from './readingsSection'
import { WaysOut } from './WaysOut'

const noRuns: readonly LaidRun[] = []

/** The worksheet as a document: what is seen is what is printed. */
export function ReportScreen() {
  const { store, worked, walk } = useOpenNetwork()
  const { id, document } = useStore(store)
  const { settings } = useSettings()
  const isAwake = useAwake()
  const { network, worksheet, problems } = worked
  const records = useRecords(id, network)
  const planning = useMemo(() => {
    const found = network && records && records.runs.length > 0 ? planningOf(network) : null
    return found?.ok ? found.planning : null
  }, [network, records])
  const laid = useMemo(() => (planning && records ? layRuns(planning, records.runs) : noRuns), [planning, records])
  const diagnoses = useDiagnoses(network, laid)
  const more = useMemo(
    () =>
      [
        ...(planning ? [readingsSection(planning, laid, diagnoses)] : []),
        ...(records?.moves && worksheet ? [attemptSection(worksheet, records.moves)] : []),
      ].flatMap((section) => section ?? []),
    [planning, laid, diagnoses, records, worksheet],
  )
  const choices: ReportChoices = useMemo(
    // What is being tried is not told.
    () => ({ kind: walk.mode === 'try' ? 'tasks' : 'report', ...document.report }),
    [document.report, walk.mode],
  )
  const { figures, symbols, form, flow } = settings
  const make = useMemo(() => {
    if (!worksheet) return null
    return (kind: ReportKind): Report =>
      makeReport(worksheet, {
        kind,
        density: choices.density ?? 'full',
        leaveOut: choices.leaveOut ?? [],
        title: document.title || 'Untitled network',
        fields: fieldsOf(choices, kind),
        figures,
        symbols,
        form,
        electrons: flow === 'electron',
        more,
      })
  }, [worksheet, choices, document.title, figures, symbols, form, flow, more])
  const report = useMemo(() => make && make(choices.kind ?? 'report'), [make, choices.kind])
  const change = (some: Partial<ReportChoices>, of: string | null = null) => {
    const { report: before, ...rest } = store.getState().document
    const entries = Object.entries({ ...before, ...some }).filter(([, value]) => value !== undefined && value !== '')
    store.change(entries.length === 0 ? rest : { ...rest, report: Object.fromEntries(entries) }, of)
  }
  const isWrong = problems.length > 0
  return (
    <NetworkFrame
      screen="report"
      isEntry={false}
      actions={
        make && report && worksheet && !isWrong ? (
          <WaysOut make={make} report={report} choices={choices} worksheet={worksheet} document={document} />
        ) : (
          <p className="py-1.5 text-soft">{isWrong ? 'The network still has a problem' : 'Working it out'}</p>
        )
      }
    >
      <div className="flex flex-1 flex-col items-start gap-4 p-3 sm:p-4 lg:flex-row print:block print:p-0">
        <aside
          aria-label="Settings of the report"
          className="w-full rounded-md border border-line bg-panel p-3 lg:sticky lg:top-3 lg:w-64 lg:shrink-0 print:hidden"
        >
          <Choices choices={choices} existing={existing(worksheet, more)} onChange={change} onPause={store.pause} />
        </aside>
        <Main className="w-full min-w-0 flex-1">
          {records?.trouble && (
            <p role="alert" className="mb-2 text-trouble print:hidden">
              Readings and attempts could not be loaded: {records.trouble}
            </p>
          )}
          {isWrong && (
            <ul role="alert" className="mb-2 list-disc pl-5 text-trouble print:hidden">
              {problems.slice(0, 8).map(({ part, message }, i) => (
                <li key={i}>{part ? `${part}: ${message}` : message}</li>
              ))}
            </ul>
          )}
          {isAwake && report && !isWrong && (
            <>
              <PageRules title={report.title} paper={choices.paper ?? 'a4'} />
              <ReportPaper report={report} />
            </>
          )}
        </Main>
      </div>
    </NetworkFrame>
  )
}

/** What is filled in beside the title; where nothing is, what is written by hand there. */
function fieldsOf(choices: ReportChoices, kind: ReportKind): Report['fields'] {
  const all = reportFields.map((field) => ({ field, name: fieldNames[field], value: choices[field] ?? '' }))
  const filled = all.filter(({ value }) => value !== '')
  if (kind === 'key') return filled.filter(({ field }) => field !== 'name')
  return kind === 'report' && filled.length > 0
    ? filled
    : all.filter(({ field, value }) => field !== 'task' || value !== '')
}

/** What there is to be put into a report of this network. */
function existing(worksheet: Worksheet | null, more: Report['sections']): readonly ReportContent[] {
  return reportContents.filter((content) => {
    if (content === 'readings' || content === 'attempt') return more.some((it) => it.content === content)
    return content !== 'notes' || (worksheet?.network.notes ?? '').trim() !== ''
  })
}
