import clsx from 'clsx'
import {
  probeOf,
  type Bench,
  type Diagnosis,
  type Hypothesis,
  type Measurement,
  type Diagnosed,
  type Meter,
  type Reading,
  leadsOf,
} from '@/core/bench'
import { Docked } from '@/ui/Dock'
import { Button } from '@/ui/Button'
import type { Planning } from '@/ui/bench/laid'
import { benchWorker, useWorkers } from '@/ui/useWorkers'
import { benchText, rowName } from '@/ui/bench/words'
import { useEffect, useState } from 'react'
import type { Network } from '@/core/network'
import type { BenchAnswer, BenchTask } from '@/workers/bench.worker'

/** How many hypotheses are listed, and the least that one must have to be. */
const most = 6
const least = 0.005

/** What may be wrong, the most probable first; those that 0 Ω tells apart are one. */
export function WhatIsWrong({
  planning: { bench },
  state: { found, isBusy },
  isHidden,
  onShow,
  onNext,
}: {
  readonly planning: Planning
  readonly state: DiagnosisState
  /** A fault is to be found first: the person thinks before Nodrel does. */
  readonly isHidden: boolean
  readonly onShow: () => void
  readonly onNext: () => void
}) {
  const diagnosis = found?.diagnosis
  const readings = diagnosis?.hypotheses[0]?.of ?? 0
  return (
    <section aria-labelledby="what-is-wrong">
      <h2 id="what-is-wrong" className="mb-1.5 font-semibold">
        What is wrong?{' '}
        {readings > 0 && (
          <span className="font-normal text-soft">
            from {readings} reading{readings === 1 ? '' : 's'}
            {isBusy && ', working…'}
          </span>
        )}
      </h2>
      <div className="rounded-md border border-line bg-sheet p-3" aria-busy={isBusy}>
        {!diagnosis ? (
          <p className="text-soft">
            {isBusy ? 'Working it out…' : 'No readings yet. Every single fault is compared with all readings.'}
          </p>
        ) : isHidden ? (
          <p className="flex flex-wrap items-center gap-2">
            A fault is hidden on the stand-in. Say what it is when you know.
            <Button className="text-xs" onClick={onShow}>
              Show me what the readings say
            </Button>
          </p>
        ) : (
          <Told diagnosis={diagnosis} />
        )}
        {diagnosis && !isHidden && (
          <p className="mt-2 border-t border-line pt-2">
            {diagnosis.next ? (
              <>
                Measure next:{' '}
                <Button look="plain" className="!min-h-7 !px-1 font-semibold text-chosen" onClick={onNext}>
                  {nextName(bench, diagnosis.next)}
                </Button>{' '}
                <span className="text-soft">{leads(bench, diagnosis.next)}. </span>
                <WouldRead diagnosis={diagnosis} reads={found.nextReads} />
              </>
            ) : (
              <span className="text-soft">No measurement of the plan would tell more.</span>
            )}
          </p>
        )}
      </div>
    </section>
  )
}

/** A measurement with its group: `voltage: R2`. */
function nextName(bench: Bench, next: Measurement): string {
  const at = probeOf(bench, next)
  return at.ok ? `${next.quantity}: ${rowName(bench, next, at.probe)}` : next.quantity
}

function leads(bench: Bench, next: Measurement): string {
  const at = probeOf(bench, next)
  return at.ok ? leadsOf(bench, at.probe) : ''
}

/** The best so far and what to measure next, in one line that stays in sight. */
export function SoFar({
  planning: { bench },
  state: { found },
}: {
  readonly planning: Planning
  readonly state: DiagnosisState
}) {
  if (!found) return null
  const [{ members, probability }] = groupsOf(found.diagnosis.hypotheses)
  const { next } = found.diagnosis
  return (
    <Docked label="So far" isAtFoot clearOf={() => document.activeElement?.closest('[data-reading]')}>
      <p className="flex flex-wrap items-baseline gap-x-3 px-4 py-1.5">
        <span className="font-semibold">
          {found.diagnosis.fits
            ? members.map(({ text }) => text).join(', or ')
            : 'no single fault explains these readings'}
        </span>
        {found.diagnosis.fits && <span className="font-mono">{percentOf(probability)}</span>}
        {next && <span className="text-soft">next {nextName(bench, next)}</span>}
      </p>
    </Docked>
  )
}

function Told({ diagnosis: { hypotheses, tooLittle, fits } }: { readonly diagnosis: Diagnosis }) {
  const groups = groupsOf(hypotheses).filter(({ probability }, i) => i === 0 || probability >= least)
  return (
    <>
      {tooLittle && (
        <p className="mb-2 text-expand">One reading is too little for a verdict; this is what is possible so far.</p>
      )}
      {!fits && (
        <p className="mb-2 text-trouble">
          No single fault explains these readings: two things are wrong, or a reading is. Measure again what does not
          fit; the nearest are
        </p>
      )}
      <ul className="grid gap-1.5">
        {groups.slice(0, most).map(({ members, probability }) => {
          const [first] = members
          return (
            <li key={first.text} className="grid grid-cols-[minmax(0,1fr)_6rem_5.5rem] items-center gap-x-3">
              <span className={clsx(first.fault === 'none' ? 'text-holds' : 'font-medium')}>
                {members.map(({ text }) => text).join(', or ')}
                <span className="block text-xs font-normal text-soft">
                  explains {first.explains === first.of ? 'all' : first.explains} of {first.of}
                </span>
              </span>
              <span aria-hidden className="h-2 overflow-hidden rounded-full bg-line">
                <span
                  className={clsx('block h-full rounded-full', first.fault === 'none' ? 'bg-holds' : 'bg-chosen')}
                  style={{ width: `${Math.max(1, 100 * probability)}%` }}
                />
              </span>
              <span className="text-right font-mono">{percentOf(probability)}</span>
            </li>
          )
        })}
      </ul>
    </>
  )
}

/** `61 %`, `over 99 %`: never all of it. */
function percentOf(probability: number): string {
  return probability >= 0.995 ? 'over 99 %' : `${Math.round(100 * probability)} %`
}

interface Group {
  readonly members: readonly Hypothesis[]
  readonly probability: number
}

/** Most names that stand for one group. */
const mostNames = 3

/** Hypotheses that no reading at hand tells apart, as one. */
function groupsOf(hypotheses: readonly Hypothesis[]): Group[] {
  const taken = new Set<number>()
  return hypotheses
    .flatMap((first, i): Group[] => {
      if (taken.has(i)) return []
      const places = [i, ...first.alike.filter((j) => !taken.has(j) && j > i && hypotheses[j].probability > least / 5)]
      // Nothing being wrong is never one with a fault that would not show: that says nothing of the fault.
      const alike = first.fault === 'none' ? [i] : places.filter((j) => hypotheses[j].fault !== 'none')
      for (const j of alike) taken.add(j)
      return [
        {
          members: alike.slice(0, mostNames).map((j) => hypotheses[j]),
          probability: alike.reduce((sum, j) => sum + hypotheses[j].probability, 0),
        },
      ]
    })
    .sort((a, b) => b.probability - a.probability)
}

/** What the next measurement would read under each of the first hypotheses. */
function WouldRead({
  diagnosis: { hypotheses, next },
  reads,
}: {
  readonly diagnosis: Diagnosis
  readonly reads: readonly { readonly hypothesis: number; readonly value: number }[]
}) {
  const told = reads.filter(({ hypothesis }) => hypotheses[hypothesis].probability >= least).slice(0, 3)
  if (!next || told.length === 0) return null
  return (
    <span className="text-soft">
      {told.map(({ hypothesis, value }, i) => (
        <span key={hypothesis}>
          {i > 0 && '; '}
          <span className="font-mono">{benchText(value, next.quantity)}</span> if {hypotheses[hypothesis].text}
        </span>
      ))}
      .
    </span>
  )
}

interface DiagnosisState {
  /** What the readings say; of the readings as they were a moment ago while `isBusy`. */
  readonly found: Diagnosed | null
  readonly isBusy: boolean
}

/** How long to wait for more readings, in milliseconds. */
const quiet = 60

/** What the readings say is wrong, worked out off the main thread. */
export function useDiagnosis(network: Network, readings: readonly Reading[], meter: Meter | null): DiagnosisState {
  const [done, setDone] = useState<{ readonly of: string; readonly found: DiagnosisState['found'] } | null>(null)
  // Readings that are written anew without a change are the same.
  const what = JSON.stringify([network.parts, network.known, readings, meter])
  const workers = useWorkers(benchWorker)
  useEffect(() => {
    if (readings.length === 0) return
    let running: Worker | null = null
    const timer = setTimeout(() => {
      const worker = workers.take()
      running = worker
      worker.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
        if (data.answer !== 'diagnosed') return
        running = null
        workers.giveBack(worker)
        setDone({ of: what, found: data.found })
      }
      worker.onerror = () => setDone({ of: what, found: null })
      const task: BenchTask = { task: 'diagnose', network, readings, meter }
      worker.postMessage(task)
    }, quiet)
    return () => {
      clearTimeout(timer)
      running?.terminate()
    }
    // oxlint-disable-next-line react/exhaustive-deps
  }, [what])
  const isEmpty = readings.length === 0
  return { found: isEmpty ? null : (done?.found ?? null), isBusy: !isEmpty && done?.of !== what }
}
