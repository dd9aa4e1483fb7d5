'use client'

import clsx from 'clsx'
import { ListChecks, ListPlus } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { isInRounds } from '@/core/structure'
import { isChanged, noChanges, openParts, type Outcome, type Row, type Worksheet } from '@/core/worksheet'
import { Main } from '@/ui/Main'
import { SwitchButton, Tip, Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useGo } from '@/ui/useGo'
import { useAwake } from '@/ui/awake'
import { Findings } from '@/ui/network/Findings'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork, type Mode } from '@/ui/network/OpenNetwork'
import { isHalfTyped } from '@/ui/network/store'
import { useSettings } from '@/ui/settings'
import { besidePanel, SidePanel } from '@/ui/SidePanel'
import { Stepped } from './Stepped'
import { Later } from './Lazy'
import { TakeOutWork, useTableOut } from './TakeOutWork'
import { Threaded } from './thread/Threaded'
import type { TryHistory } from '@/ui/attempt/Try'
import { Nothing, onceThere } from '@/ui/onceThere'
import { withOther, type WhatIf } from './whatif/state'
import { Valley } from './Valley'
import { commandsOf } from '@/ui/elsewhere'

const Answers = dynamic(() => onceThere(() => import('./Answers')).then((module) => module.Answers), {
  loading: Nothing,
})
const WhatIfBar = dynamic(() => onceThere(() => import('./whatif/WhatIfBar')).then((module) => module.WhatIfBar), {
  loading: Nothing,
})
const School = dynamic(() => onceThere(() => import('./School')).then((module) => module.School), { loading: Nothing })
const Try = dynamic(() => onceThere(() => import('@/ui/attempt/Try')), { loading: Nothing })
const PartsPanel = dynamic(
  () => onceThere(() => import('@/ui/network/PartsPanel')).then((module) => module.PartsPanel),
  { loading: Nothing },
)

/** The worksheet of one network: entry above, the valley below, the answer table at the end of the climb. */
export function Work() {
  const { store, worked, walk } = useOpenNetwork()
  const { id, document, typing } = useStore(store)
  const go = useGo()
  const { problems } = worked
  const [tried, setTried] = useState<WhatIf | null>(null)
  // What was tried belongs to the network as it was drawn then.
  const whatIf = tried?.base === worked.worksheet && walk.mode === 'worked' ? tried : null
  const worksheet = whatIf?.worksheet ?? worked.worksheet
  const wrong = problems.length > 0 || isHalfTyped(typing)
  // What is otherwise than drawn is taken back before the network is.
  const untried = useMemo(
    () =>
      whatIf && isChanged(whatIf.changes) && !wrong
        ? {
            undo: () => setTried(withOther(whatIf, { base: whatIf.base, changes: noChanges, worksheet: whatIf.base })),
            redo: null,
          }
        : undefined,
    [whatIf, wrong],
  )
  const [row, setRow] = useState<string | null>(null)
  const [panel, setPanel] = useState<'method' | 'parts' | null>(null)
  const turn = (which: 'method' | 'parts') => setPanel((open) => (open === which ? null : which))
  const [tryHistory, setTryHistory] = useState<TryHistory | null>(null)
  const isTried = walk.mode === 'try'
  const isAwake = useAwake()
  const isEmpty = !document.parts.some(({ kind }) => kind === 'resistor')
  // A network that is empty is typed; what is worked by oneself has a way of its own.
  const next = (place: Element | null) => {
    if (!isAwake) return 'soon'
    if (isTried) return place?.querySelector<HTMLElement>('[data-try]') ?? null
    return isEmpty ? window.document.getElementById('formula') : null
  }

  const analysis = worksheet?.outcome ?? null
  // Steps are counted by the rows in which they stand.
  const steps = useMemo(
    () => worksheet?.rows.filter(({ down }) => down.some(({ step }) => step !== null)) ?? [],
    [worksheet],
  )
  const walked = useMemo(
    () => worksheet?.rows.filter(({ kind }) => kind !== 'known').map(({ key }) => key) ?? [],
    [worksheet],
  )
  const title = document.title || 'network'
  const table = useTableOut(worksheet, title)
  // On a thread these keys walk and copy the thread; what is tried has no answers yet.
  const walking = useMemo((): readonly Command[] => {
    const step = (by: number) => () =>
      setRow(
        (before) =>
          walked[Math.max(0, Math.min(walked.length - 1, (before === null ? -1 : walked.indexOf(before)) + by))] ??
          null,
      )
    return [
      { name: 'Next step', keys: 'j,down', run: step(1) },
      { name: 'Previous step', keys: 'k,up', run: step(-1) },
      { name: 'Copy the answer table', also: 'clipboard results values', keys: 'c', run: table.copy },
    ]
  }, [walked, table])
  const commands = useMemo(
    (): readonly Command[] => [
      {
        ...commandsOf.method,
        keys: 'h',
        run: () => setPanel((open) => (open === 'method' ? null : 'method')),
      },
      {
        name: 'Parts list',
        also: 'components values tolerance rating table',
        keys: 'p',
        run: () => setPanel((open) => (open === 'parts' ? null : 'parts')),
      },
      ...(isTried
        ? []
        : [
            {
              ...commandsOf.answerTable,
              keys: 'v',
              run: () => void table.save(),
            },
          ]),
      // What is printed is its report.
      {
        name: 'Print it, as a report',
        also: 'pdf paper',
        keys: 'mod+p',
        inFields: true,
        run: () => go(`/networks/${id}/report`),
      },
    ],
    [go, id, isTried, table],
  )

  return (
    <NetworkFrame
      screen="work"
      isEntry={!isTried}
      history={isTried ? (tryHistory ?? { undo: null, redo: null }) : untried}
      status={
        worksheet &&
        steps.length > 0 &&
        !isTried && <span className="text-xs text-bar-soft max-sm:hidden">{placeInWords(worksheet, steps, row)}</span>
      }
      lead={<ModeSwitch />}
      actions={
        <>
          <SwitchButton
            tip="Order, arithmetic, numbers, only what is asked"
            keys="h"
            isOn={panel === 'method'}
            onClick={() => turn('method')}
          >
            <ListChecks size={16} aria-hidden /> <span className="max-sm:sr-only">Method</span>
          </SwitchButton>
          <SwitchButton tip="Parts list" keys="p" isOn={panel === 'parts'} onClick={() => turn('parts')}>
            <ListPlus size={16} aria-hidden /> <span className="max-sm:sr-only">Parts</span>
          </SwitchButton>
          <TakeOutWork worksheet={worksheet} row={row} title={title} table={table} />
        </>
      }
    >
      <Commands group="This screen" list={commands} />
      <div className="flex flex-1 flex-col">
        <Main next={next} className={clsx('min-w-0 flex-1 px-3 pt-2 pb-8', panel !== null && besidePanel)}>
          <h1 className="sr-only">{document.title || 'Untitled network'}: worked</h1>
          <Findings worksheet={worksheet} problems={problems} document={document} isTried={isTried} />
          {worksheet?.arithmetic === 'float' && (
            <p className="mb-2 text-soft">
              This network would take too long in fractions{worksheet?.choices.carry === 'paper' && ' or on paper'}: its
              values hold to about 15 digits.
            </p>
          )}
          {analysis?.status === 'structure' && <Lettered analysis={analysis} />}
          {worksheet && (
            <div
              className={clsx(wrong && 'greyed')}
              aria-label={wrong ? 'The last good analysis' : undefined}
              role={wrong ? 'group' : undefined}
            >
              {walk.mode === 'try' ? (
                <Try worksheet={worksheet} onHistory={setTryHistory} />
              ) : walk.mode === 'step' ? (
                <Stepped
                  worksheet={worksheet}
                  row={row}
                  unpointed={<Commands group="The steps" within="steps" list={walking} />}
                />
              ) : (
                <Threaded
                  worksheet={worksheet}
                  unpointed={
                    <>
                      {whatIf && !wrong && <WhatIfBar whatIf={whatIf} onWhatIf={setTried} />}
                      <Commands group="The steps" within="steps" list={walking} />
                    </>
                  }
                  whatIf={whatIf}
                  onWhatIf={wrong ? undefined : setTried}
                >
                  <Valley worksheet={worksheet} row={row} reveal={null} />
                  {analysis?.status === 'not-series-parallel' && <BridgeOffer />}
                  <Later>
                    <Answers worksheet={worksheet} steps={steps.length} whatIf={whatIf} />
                  </Later>
                </Threaded>
              )}
            </div>
          )}
        </Main>
        {panel !== null && (
          <SidePanel title={panel === 'method' ? 'Method' : 'Parts'} onClose={() => setPanel(null)}>
            {panel === 'method' ? <School /> : <PartsPanel />}
          </SidePanel>
        )}
      </div>
    </NetworkFrame>
  )
}

/** Where a person stands, in words; how far the way is before they walk. */
function placeInWords({ rows, choices }: Worksheet, steps: readonly Row[], row: string | null): string {
  const step = isInRounds(choices.order) ? 'round' : 'step'
  const here = rows.find(({ key }) => key === row)
  if (!here) return `${steps.length} ${steps.length === 1 ? step : `${step}s`}`
  const at = steps.indexOf(here)
  if (at >= 0) return `${step} ${at + 1} of ${steps.length}`
  if (here.kind === 'supply') return 'the supply'
  return here.kind === 'exchange' ? 'the exchange' : `sheet ${here.number}`
}

/** What has no value yet, and what that means. */
function Lettered({ analysis }: { readonly analysis: Outcome }) {
  const { names, said } = openParts(analysis, 12)
  return (
    <p className="mb-2 rounded-md bg-sheet px-3 py-1.5" data-lettered>
      <strong>{names}</strong> {said} Give the values, and the numbers come.
    </p>
  )
}

const modes = [
  { mode: 'worked', name: 'Worked', tip: 'All shown', said: commandsOf.worked, keys: 'q' },
  { mode: 'step', name: 'Step', tip: 'One reveal at a time', said: commandsOf.step, keys: 's' },
  { mode: 'try', name: 'Try', tip: 'Do it yourself', said: commandsOf.try, keys: 't' },
] as const satisfies readonly { mode: Mode; name: string; tip: string; said: object; keys: string }[]

/** The three ways to walk a worksheet. */
function ModeSwitch() {
  const { walk, setWalk } = useOpenNetwork()
  const commands = useMemo(
    (): readonly Command[] =>
      modes.map(({ mode, said, keys }) => ({
        ...said,
        keys,
        run: () => setWalk({ mode }),
      })),
    [setWalk],
  )
  return (
    <div
      role="group"
      aria-label="How to walk the worksheet"
      className="flex h-9 overflow-hidden rounded-md border border-edge"
    >
      <Commands group="This screen" list={commands} />
      {modes.map(({ mode, name, tip, keys }) => (
        <Tip key={mode} text={tip} keys={keys}>
          <button
            type="button"
            aria-pressed={walk.mode === mode}
            onClick={() => setWalk({ mode })}
            className={clsx(
              'px-3 -outline-offset-2 not-first:border-l not-first:border-edge',
              walk.mode === mode ? 'bg-chosen-wash font-semibold' : 'bg-sheet hover:bg-chosen-wash',
            )}
          >
            {name}
          </button>
        </Tip>
      ))}
    </div>
  )
}

/** Where a bridge stops the reduction: offers to go on beyond series and parallel, or to stop there again. */
function BridgeOffer() {
  const { settings, change } = useSettings()
  const beyond = settings.beyond === 'yes'
  return (
    <section aria-label="At the bridge" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <p>
        {beyond
          ? 'This goes beyond series-parallel: at each bridge three resistors were exchanged, delta for wye or wye for delta, and set apart above.'
          : 'Series and parallel end here. An exchange of three resistors, a delta for a wye or a wye for a delta, goes beyond that and leads on to one resistance.'}
      </p>
      <Button className="mt-2" onClick={() => change({ beyond: beyond ? 'no' : 'yes' })}>
        {beyond ? 'Stop at the bridge again' : 'Go on by delta and wye'}
      </Button>
    </section>
  )
}
