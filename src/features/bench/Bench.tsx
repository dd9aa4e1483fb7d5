'use client'

import { lazy, Suspense, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { meters, readMeter, type Measurement, freshBench, handsFor, type Meter } from '@/core/bench'
import type { Network } from '@/core/network'
import { Main } from '@/ui/Main'
import { Button } from '@/ui/Button'
import { firstEmpty } from '@/ui/home'
import { FrameActions, NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import { useReady } from '@/ui/awake'
import { BenchBar, type BenchSide } from './BenchBar'
import { benchPictureOf, type BenchPicture } from '@/ui/bench/benchPicture'
import { Claim } from '@/ui/bench/Claim'
import { logOf, planningOf, type LogRow, type Planning } from '@/ui/bench/laid'
import { PlanLog } from './PlanLog'
import {
  freshSeed,
  meterOf,
  newRun,
  rowKey,
  seedOf,
  withoutReading,
  withReading,
  type RunDocument,
} from '@/ui/bench/run'
import { StandIn } from '@/ui/bench/StandIn'
import { useDiagnosis, SoFar, WhatIsWrong } from './WhatIsWrong'
import { useRuns, type Runs } from './useRuns'
import { useStandIn } from '@/ui/bench/useStandIn'
import { onceThere } from '@/ui/onceThere'
import { useSettings } from '@/ui/settings'
import { BenchSheet } from '@/ui/bench/BenchSheet'

// Charts are loaded where they are looked at, and nowhere else.
const Spread = lazy(() => onceThere(() => import('./Spread')))
const Compare = lazy(() => onceThere(() => import('./Compare')))

/** The bench of one network: measure it, compare, find what is wrong. */
export function Bench() {
  const { store, worked } = useOpenNetwork()
  const id = useStore(store, (state) => state.id)
  const runs = useRuns(id)
  const isReady = useReady()
  const { network } = worked
  const found = useMemo(() => (network ? planningOf(network) : null), [network])
  const planning = isReady && network && found?.ok ? found.planning : null
  const problems = found && !found.ok ? found.problems : worked.problems
  return (
    <NetworkFrame screen="bench" isEntry={false} history={{ undo: runs.undo, redo: runs.redo }} actions={null}>
      {planning && network ? (
        <LaidBench network={network} planning={planning} runs={runs} />
      ) : (
        <Main next={() => (isReady ? null : 'soon')} className="grid min-h-[70vh] content-start gap-3 p-6">
          {isReady && (
            <>
              <h1 className="text-base font-semibold">
                {network ? 'Nothing to measure yet' : 'The network still has a problem'}
              </h1>
              <ul className="list-disc pl-5">
                {problems.map(({ part, message }, i) => (
                  <li key={i}>{part ? `${part}: ${message}` : message}</li>
                ))}
              </ul>
            </>
          )}
        </Main>
      )}
    </NetworkFrame>
  )
}

/** A title for a new run: the day, and the part of it. */
function titleOfNow(): string {
  const now = new Date()
  const day = now.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
  return `${day}, ${now.getHours() < 12 ? 'morning' : now.getHours() < 18 ? 'afternoon' : 'evening'}`
}

function LaidBench({
  network,
  planning,
  runs,
}: {
  readonly network: Network
  readonly planning: Planning
  readonly runs: Runs
}) {
  const [side, setSide] = useState<BenchSide>('standin')
  const [shown, setShown] = useState(false)
  const [active, setActive] = useState<LogRow | null>(null)
  const { worksheet } = useOpenNetwork().worked
  const drawn = useMemo(() => worksheet && benchPictureOf(worksheet, planning.bench), [worksheet, planning])
  const run: RunDocument | null = runs.open?.document ?? null
  const log = useMemo(() => logOf(planning, run), [planning, run])
  const diagnosis = useDiagnosis(network, log.readings, log.meter)
  // What is read before there is a run belongs to the run that it begins.
  const [firstSeed] = useState(freshSeed)
  const seed = run ? seedOf(run) : firstSeed
  const standInMeter = useMemo(() => (run && meterOf(run)) ?? shipped, [run])
  const standIn = useStandIn(planning, seed, standInMeter)
  const next = diagnosis.found?.diagnosis.next
  const isHunting = seed.faults > 0 && seed.foundAfter === undefined && side === 'standin'
  const nextKey = next && (!isHunting || shown) ? rowKey(next) : null

  const read = async (measurement: Measurement, value: string, range?: string) => {
    const reading = { value, at: new Date().toISOString(), ...(range !== undefined && { range }) }
    const trouble = await runs.edit(
      (before) => withReading(before, measurement, reading),
      () => newRun(titleOfNow(), firstSeed),
    )
    if (trouble) toast.error(`The reading is not kept: ${trouble}`)
  }
  const change = (document: RunDocument) => runs.change(document)
  const goNext = () => {
    const field = document.querySelector<HTMLElement>(`[data-row="${CSS.escape(nextKey ?? '')}"] [data-reading]`)
    if (field) field.focus()
    field?.scrollIntoView({ block: 'center' })
  }
  return (
    <>
      <FrameActions>
        <BenchBar
          network={network}
          runs={runs}
          run={run}
          side={side}
          onSide={setSide}
          titleOfNow={titleOfNow}
          onChange={change}
        />
      </FrameActions>
      <Main
        // The next row that is not read yet.
        next={(place) => (runs.list === null ? 'soon' : firstEmpty(place, '[data-reading]'))}
        className="grid flex-1 content-start gap-4 p-3 sm:p-4 lg:grid-cols-[minmax(0,11fr)_minmax(0,13fr)] print:block print:p-0"
      >
        <h1 className="sr-only">Bench</h1>
        <div className="grid min-w-0 content-start gap-4">
          <p className="hidden text-lg font-semibold print:block">
            {network.title || 'Untitled network'} · {run?.title ?? 'bench sheet'}
          </p>
          <div className="mb-3 hidden print:block">
            {drawn && <PlanDrawing planning={planning} drawn={drawn} measurement={null} meter={standInMeter} />}
          </div>
          <Safety planning={planning} where="top" />
          {log.strays.length > 0 && run && (
            <div role="alert" className="rounded-md border-l-4 border-trouble bg-sheet p-3">
              <p>
                {log.strays.length} reading{log.strays.length === 1 ? ' is' : 's are'} of what this network has not (any
                more): {log.strays.map(({ message }) => message).join('; ')}. They stay in the run.
              </p>
              <Button
                className="mt-2 text-xs"
                onClick={() =>
                  change({
                    ...run,
                    readings: run.readings.filter((_, i) => !log.strays.some(({ index }) => index === i)),
                  })
                }
              >
                Remove them
              </Button>
            </div>
          )}
          {runs.trouble !== null && (
            <p role="alert" className="rounded-md border-l-4 border-trouble bg-sheet p-3">
              {runs.trouble}
            </p>
          )}
          <PlanLog
            planning={planning}
            log={log}
            next={nextKey}
            active={active?.key ?? null}
            onActive={setActive}
            onRead={(measurement, value) => void read(measurement, value)}
            onClear={(measurement) => run && change(withoutReading(run, measurement))}
          />
          {(!isHunting || shown) && <SoFar planning={planning} state={diagnosis} />}
        </div>
        <div className="grid min-w-0 content-start gap-4 print:hidden">
          {side === 'own' && drawn && (
            <PlanDrawing
              planning={planning}
              drawn={drawn}
              measurement={active?.measurement ?? null}
              meter={standInMeter}
            />
          )}
          {side === 'standin' && drawn && (
            <>
              <StandIn
                planning={planning}
                drawn={drawn}
                meter={standInMeter}
                state={standIn}
                rows={log.rows}
                onRead={(measurement, value, range) => void read(measurement, value, range)}
              />
              {seed.faults > 0 && run && (
                <Claim
                  key={seed.seed}
                  planning={planning}
                  network={network}
                  truth={standIn.truth}
                  meter={standInMeter}
                  taken={log.readings.length}
                  foundAfter={seed.foundAfter}
                  onFound={(foundAfter) => change({ ...run, standin: { ...seed, foundAfter } })}
                />
              )}
            </>
          )}
          <WhatIsWrong
            planning={planning}
            state={diagnosis}
            isHidden={isHunting && !shown}
            onShow={() => setShown(true)}
            onNext={goNext}
          />
          {side === 'spread' && (
            <Suspense fallback={<p className="text-soft">Loading…</p>}>
              <Spread network={network} planning={planning} />
            </Suspense>
          )}
          {side === 'compare' && (
            <Suspense fallback={<p className="text-soft">Loading…</p>}>
              <Compare planning={planning} runs={runs.list ?? []} />
            </Suspense>
          )}
        </div>
        <Safety planning={planning} where="end" />
      </Main>
    </>
  )
}

const shipped = (() => {
  const read = readMeter(meters[0])
  if (!read.ok) throw new Error('a meter that ships is sound')
  return read.meter
})()

/** Where the leads go for the row that is being taken with a meter of one's own. */
function PlanDrawing({
  planning,
  drawn,
  measurement,
  meter,
}: {
  readonly planning: Planning
  readonly drawn: BenchPicture
  readonly measurement: Measurement | null
  readonly meter: Meter
}) {
  const { bench } = planning
  const { symbols } = useSettings().settings
  const hands = useMemo(() => {
    const fresh = freshBench(bench, meter, 0)
    return measurement ? handsFor(bench, measurement, fresh) : fresh
  }, [bench, meter, measurement])
  return (
    <div className="overflow-x-auto rounded-md border border-line paper">
      <BenchSheet
        drawn={drawn}
        bench={bench}
        hands={hands}
        symbols={symbols}
        description="Where the leads of the meter go for the chosen row"
      />
      <p className="px-3 pb-2 text-xs text-soft print:hidden">
        {measurement ? 'Put the leads here for this row.' : 'Choose a row to see where its leads go.'}
      </p>
    </div>
  )
}

/** Above this, in volts, people who are licensed for it decide. */
const most = 50

/** What every bench view ends with; and at the top, where the voltages are no learner's any more. */
function Safety({ planning: { view }, where }: { readonly planning: Planning; readonly where: 'top' | 'end' }) {
  const isHigh = view.hasSource && view.volts > most
  if (where === 'top')
    return isHigh ? (
      <p role="alert" className="rounded-md border-l-4 border-trouble bg-trouble-wash p-3">
        Above {most} V. This is not for a learner’s bench: local codes and licensed people decide whether and how it is
        measured. The stand-in is a simulation only.
      </p>
    ) : null
  return (
    <p className="text-xs text-soft lg:col-span-2">
      Low-voltage DC on a learner’s bench. Power off before a lead is lifted or anything is touched or rewired; above{' '}
      {most} V, or on anything tied to the mains, local codes and licensed people decide.
    </p>
  )
}
