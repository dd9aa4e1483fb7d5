'use client'

import clsx from 'clsx'
import { lazy, Suspense, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { meters, readMeter } from '@/core/bench'
import type { Network } from '@/core/network'
import { Main } from '@/ui/Main'
import { Button } from '@/ui/Button'
import { currentsByPart } from '@/core/report'
import { firstEmpty, nextToFill } from '@/ui/home'
import { FrameActions, NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import { useReady } from '@/ui/awake'
import { phone, useMatch } from '@/ui/useMatch'
import { BenchBar } from './BenchBar'
import { benchPictureOf } from '@/ui/bench/benchPicture'
import { Claim } from '@/ui/bench/Claim'
import { logOf, planningOf, rowKey, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import { PlanLog, type RowActs } from './PlanLog'
import { inOrder, isOpen, lastRead, nextOpenAfter } from './order'
import { focusRow, likeLast, useLogActs } from './useLogActs'
import { useSide } from './useSide'
import { OneByOne } from './OneByOne'
import { PlanDrawing } from './PlanDrawing'
import { openFields } from './ReadingField'
import { placeOn, type BenchPlace } from './memory'
import { circuitOf, freshSeed, hasReading, newRun, seedOf, type RunDocument } from '@/ui/bench/run'
import { StandIn } from '@/ui/bench/StandIn'
import { useDiagnosis, SoFar, WhatIsWrong } from './WhatIsWrong'
import { useRuns, type Runs } from './useRuns'
import { useStandIn } from '@/ui/bench/useStandIn'
import { onceThere } from '@/ui/onceThere'

// Charts are loaded where they are looked at, and nowhere else.
const Spread = lazy(() => onceThere(() => import('./Spread')))
const Compare = lazy(() => onceThere(() => import('./Compare')))

/** The bench of one network: measure it, compare, find what is wrong. */
export function Bench() {
  const { store, worked } = useOpenNetwork()
  const id = useStore(store, (state) => state.id)
  const [place] = useState(() => placeOn(id))
  const runs = useRuns(id, place?.run ?? null)
  const isReady = useReady()
  const { network } = worked
  const found = useMemo(() => (network ? planningOf(network) : null), [network])
  const planning = isReady && network && found?.ok ? found.planning : null
  const problems = found && !found.ok ? found.problems : worked.problems
  return (
    <NetworkFrame screen="bench" isEntry={false} history={{ undo: runs.undo, redo: runs.redo }} actions={null}>
      {planning && network ? (
        <LaidBench network={network} planning={planning} runs={runs} place={place} />
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

function LaidBench({
  network,
  planning,
  runs,
  place,
}: {
  readonly network: Network
  readonly planning: Planning
  readonly runs: Runs
  /** Where one was on this bench before. */
  readonly place: BenchPlace | null
}) {
  const { bench } = planning
  const [shown, setShown] = useState(false)
  const { worksheet } = useOpenNetwork().worked
  const drawn = useMemo(() => worksheet && benchPictureOf(worksheet, bench), [worksheet, bench])
  const named = useMemo(() => (worksheet ? currentsByPart(worksheet) : new Map<string, string>()), [worksheet])
  const run: RunDocument | null = runs.open?.document ?? null
  const openId = runs.open?.id ?? null
  const { id } = useOpenNetwork().store.getState()
  const { kind, side, goTo, toReal, choose } = useSide(id, runs, place)
  const isPhone = useMatch(phone)
  const [isWhole, setWhole] = useState(false)
  // Before the first reading it is as the run that this begins.
  const { open, list } = runs
  const likeBefore = useMemo(() => newRun('', likeLast({ open, list })), [open, list])
  const shownRun = run ?? likeBefore
  const log = useMemo(() => logOf(planning, shownRun), [planning, shownRun])
  const diagnosis = useDiagnosis(network, log.readings, log.meter)
  // What is read before there is a seed belongs to the run that it begins.
  // oxlint-disable-next-line react/exhaustive-deps
  const firstSeed = useMemo(() => freshSeed(), [openId])
  const seed = run?.standin ? seedOf(run) : firstSeed
  const standInMeter = log.meter ?? shipped
  const standIn = useStandIn(planning, seed, standInMeter)
  const next = diagnosis.found?.diagnosis.next
  const isHunting = seed.faults > 0 && seed.foundAfter === undefined && side === 'standin'
  const nextKey = next && (!isHunting || shown) ? rowKey(bench, next) : null

  const circuit = useMemo(() => circuitOf(bench.built), [bench])
  const isOtherCircuit = run?.circuit !== undefined && run.circuit !== circuit && run.readings.length > 0
  const acts = useLogActs({ planning, runs, run, log, kind, seed, circuit, likeBefore })
  const { activeKey, setActive, edit, put, read } = acts
  const active = log.rows.find(({ key }) => key === activeKey) ?? null
  const { change } = runs
  /** What is typed while nothing lies on the stand-in was read elsewhere: on a meter of one's own. */
  const typed = async ({ measurement, reading }: LogRow, value: string) => {
    const isElsewhere = kind === 'simulated' && reading === null && standIn.reading.shown === null
    if (!isElsewhere) return read(measurement, value)
    await toReal((document) => !hasReading(document, measurement))
    await put(measurement, value, undefined, undefined, 'real')
    toast('Kept as a real reading, in a run of its own: nothing lies on the stand-in')
  }
  // The row that the plan has next, until one is chosen.
  const shownRows = inOrder(log)
  const lastKey = lastRead(planning, run)
  const nextOpen = lastKey === null ? null : nextOpenAfter(log, lastKey)
  const firstOpen = shownRows.find((row) => (nextOpen === null ? isOpen(row) : row.key === nextOpen)) ?? null
  const step = (by: number) => {
    const from = active ?? firstOpen
    const at = from === null ? -by : shownRows.indexOf(from)
    setActive(shownRows.at((at + by + shownRows.length) % shownRows.length)?.key ?? null)
  }
  const rowActs: RowActs = {
    onActive: ({ key }) => setActive(key),
    onRead: (row, value) => void typed(row, value),
    onRemove: acts.remove,
    onBreak: (at, isToo) => void acts.breakAt(at, isToo),
  }
  const isOneByOne = isPhone && side === 'own' && !isWhole
  return (
    <>
      <FrameActions>
        <BenchBar
          network={network}
          planning={planning}
          runs={runs}
          run={run}
          meter={shownRun.meter ?? null}
          kind={kind}
          side={side}
          onSide={goTo}
          onRun={choose}
          likeBefore={likeBefore}
          onNew={acts.begin}
          onChange={change}
          onEdit={edit}
        />
      </FrameActions>
      <Main
        // After what was read last, the next row that is not read yet.
        next={(main, isTyped) => {
          if (runs.list === null) return 'soon'
          // On a phone the stand-in stands before the log, and stays in sight.
          const points = isPhone && side === 'standin' && !isTyped
          if (points) return main?.querySelector<SVGElement>('[data-keys=standin] [data-target][tabindex="0"]') ?? null
          const last = main?.querySelector(`[data-row="${CSS.escape(lastKey ?? '')}"] [data-reading]`)
          return last ? nextToFill(last, main, openFields) : firstEmpty(main, openFields)
        }}
        className="grid flex-1 content-start gap-4 p-3 sm:p-4 lg:grid-cols-[minmax(0,11fr)_minmax(0,13fr)] print:block print:p-0"
      >
        <h1 className="sr-only">Bench</h1>
        <div className={clsx('grid min-w-0 content-start gap-4', isPhone && side === 'standin' && 'order-last')}>
          <p className="hidden text-lg font-semibold print:block">
            {network.title || 'Untitled network'} · {run?.title ?? 'bench sheet'}
            {kind === 'simulated' && run && run.readings.length > 0 ? ' · simulated' : ''}
          </p>
          <div className="mb-3 hidden print:block">
            {drawn && <PlanDrawing planning={planning} drawn={drawn} measurement={null} meter={standInMeter} />}
          </div>
          <Safety planning={planning} where="top" />
          {runs.trouble !== null && (
            <p role="alert" className="rounded-md border-l-4 border-trouble bg-sheet p-3">
              {runs.trouble}
            </p>
          )}
          {isOtherCircuit && run && (
            <p
              role="alert"
              className="flex flex-wrap items-center gap-2 rounded-md border-l-4 border-expand bg-sheet p-3 print:hidden"
            >
              The circuit was changed after these readings were taken.
              <Button className="text-xs" onClick={() => void acts.begin()}>
                Begin a new run
              </Button>
              <Button className="text-xs" onClick={() => change({ ...run, circuit })}>
                They hold for this one too
              </Button>
            </p>
          )}
          {isOneByOne ? (
            <OneByOne
              planning={planning}
              log={log}
              drawn={drawn}
              meter={standInMeter}
              active={active}
              acts={rowActs}
              onWhole={() => setWhole(true)}
            />
          ) : (
            <PlanLog
              planning={planning}
              log={log}
              kind={run && run.readings.length > 0 ? kind : null}
              next={nextKey}
              active={activeKey}
              acts={rowActs}
              named={named}
              onAdd={(...measurements) => void acts.add(...measurements)}
              onOneByOne={isPhone && side === 'own' ? () => setWhole(false) : null}
            />
          )}
          <Strays
            log={log}
            onRemove={() =>
              run &&
              change({
                ...run,
                readings: run.readings.filter((_, i) => !log.strays.some(({ index }) => index === i)),
              })
            }
          />
          {(!isHunting || shown) && <SoFar planning={planning} state={diagnosis} />}
        </div>
        <div
          className={clsx(
            'grid min-w-0 content-start gap-4 print:hidden',
            // Where the leads go stays in sight beside a long plan.
            (side === 'own' || side === 'standin') &&
              'lg:sticky lg:top-2 lg:max-h-[calc(100vh-var(--foot,0px)-1rem)] lg:self-start lg:overflow-y-auto',
          )}
        >
          {side === 'own' && drawn && !isOneByOne && (
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
                chosen={active ?? firstOpen}
                onStep={step}
                onRead={read}
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
            onNext={() => focusRow(nextKey)}
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

/** Readings of what this network has not, or not any more: they are another circuit's. */
function Strays({ log: { strays }, onRemove }: { readonly log: Log; readonly onRemove: () => void }) {
  if (strays.length === 0) return null
  return (
    <details className="rounded-md border border-line bg-sheet px-3 py-2 print:hidden">
      <summary className="cursor-pointer">
        {strays.length} reading{strays.length === 1 ? '' : 's'} of another circuit, set aside
      </summary>
      <ul className="my-1 list-disc pl-5">
        {strays.map(({ index, text, message }) => (
          <li key={index}>
            {text} <span className="text-soft">({message})</span>
          </li>
        ))}
      </ul>
      <p className="text-soft">
        They stay in the run and count for nothing here.{' '}
        <Button className="text-xs" onClick={onRemove}>
          Remove them
        </Button>
      </p>
    </details>
  )
}

const shipped = (() => {
  const read = readMeter(meters[0])
  if (!read.ok) throw new Error('a meter that ships is sound')
  return read.meter
})()

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
