import clsx from 'clsx'
import {
  groupsOf,
  groupText,
  probeOf,
  type Bench,
  type Diagnosis,
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
import { benchText, percentOf, rowName } from '@/ui/bench/words'
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
          <Told diagnosis={diagnosis} conclusion={found.conclusion} />
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

/** The verdict so far and what to measure next, in one line that stays in sight. */
export function SoFar({
  planning: { bench },
  state: { found },
}: {
  readonly planning: Planning
  readonly state: DiagnosisState
}) {
  if (!found) return null
  const { conclusion, diagnosis } = found
  const { next } = diagnosis
  return (
    <Docked label="So far" isAtFoot clearOf={() => document.activeElement?.closest('[data-reading]')}>
      <p className="flex flex-wrap items-baseline gap-x-3 px-4 py-1.5">
        <span className={clsx('font-semibold', tones[conclusion.is])}>
          {marks[conclusion.is]} {conclusion.text}
        </span>
        {conclusion.is === 'fault' && (
          <span className="font-mono">{percentOf(groupsOf(diagnosis.hypotheses)[0].probability)}</span>
        )}
        {next && <span className="text-soft">next {nextName(bench, next)}</span>}
      </p>
    </Docked>
  )
}

const tones = {
  well: 'text-holds',
  open: '',
  fault: 'text-trouble',
  beyond: 'text-trouble',
  unexplained: 'text-trouble',
} as const
const marks = { well: '✓', open: '…', fault: '✗', beyond: '✗', unexplained: '✗' } as const

/** One verdict, what it rests on, and what else is possible. */
function Told({ diagnosis: { hypotheses }, conclusion }: Pick<Diagnosed, 'diagnosis' | 'conclusion'>) {
  const { is, text, rests } = conclusion
  const groups = groupsOf(hypotheses).filter(({ probability }, i) => i === 0 || probability >= least)
  const isWeighed = is !== 'unexplained'
  // Where nothing is wrong, that is all there is to say; a fault is listed with what else is possible.
  const isListed = is === 'fault' || is === 'unexplained' || groups.length > 1
  return (
    <>
      <p className={clsx('font-semibold', tones[is])}>
        {marks[is]} {text}
      </p>
      <p className="text-soft">{rests}</p>
      {isListed && (
        <>
          <p className="mt-2 mb-1 text-xs text-soft">
            {isWeighed ? 'How probable it is' : 'Nearest to the readings, though not near enough'}
          </p>
          <ul className="grid gap-1.5">
            {groups.slice(0, most).map((group) => {
              const [first] = group.members
              return (
                <li key={first.text} className="grid grid-cols-[minmax(0,1fr)_6rem_5.5rem] items-center gap-x-3">
                  <span className={clsx(is === 'well' && first.fault === 'none' ? 'text-holds' : 'font-medium')}>
                    {groupText(group)}
                    <span className="block text-xs font-normal text-soft">
                      explains {first.explains === first.of ? 'all' : first.explains} of {first.of}
                    </span>
                  </span>
                  {isWeighed && (
                    <>
                      <span aria-hidden className="h-2 overflow-hidden rounded-full bg-line">
                        <span
                          className={clsx(
                            'block h-full rounded-full',
                            is === 'well' && first.fault === 'none' ? 'bg-holds' : 'bg-chosen',
                          )}
                          style={{ width: `${Math.max(1, 100 * group.probability)}%` }}
                        />
                      </span>
                      <span className="text-right font-mono">{percentOf(group.probability)}</span>
                    </>
                  )}
                </li>
              )
            })}
          </ul>
        </>
      )}
    </>
  )
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
