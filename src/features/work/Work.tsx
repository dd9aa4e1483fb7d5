'use client'

import clsx from 'clsx'
import { ListChecks, ListPlus } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useCallback, useDeferredValue, useMemo, useRef, useState } from 'react'
import { toast, copyText } from '@/ui/toast'
import { useStore } from 'zustand'
import { isInRounds } from '@/core/structure'
import { isChanged, noChanges, openParts, revealed, stopsOf, type Outcome, type Side } from '@/core/worksheet'
import { SwitchButton, Tip } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { download, fileName } from '@/ui/download'
import { MenuItem, MenuNote } from '@/ui/MenuItem'
import { Findings } from '@/ui/network/Findings'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork, type Mode } from '@/ui/network/OpenNetwork'
import { isHalfTyped } from '@/ui/network/store'
import { TakeOut } from '@/ui/network/TakeOut'
import { useSettings } from '@/ui/settings'
import { useArrival } from '@/ui/useArrival'
import { answerText } from '@/core/report'
import { Answers } from './Answers'
import { rowInk } from './RowSide'
import { Stepped } from './Stepped'
import { Threaded } from './thread/Threaded'
import type { TryHistory } from '@/ui/attempt/Try'
import { onceThere } from '@/ui/onceThere'
import { withOther, type WhatIf } from './whatif/state'
import { Valley } from './Valley'
import { BridgeOffer } from './BridgeOffer'

const WhatIfBar = dynamic(() => onceThere(() => import('./whatif/WhatIfBar')).then((module) => module.WhatIfBar))
const School = dynamic(() => onceThere(() => import('./School')).then((module) => module.School))
const Try = dynamic(() => onceThere(() => import('@/ui/attempt/Try')))
const PartsPanel = dynamic(() => onceThere(() => import('@/ui/network/PartsPanel')).then((module) => module.PartsPanel))

/** The worksheet of one network: entry above, the valley below, the answer table at the end of the climb. */
export function Work() {
  const { store, worked, walk } = useOpenNetwork()
  const { id, document, typing } = useStore(store)
  const router = useRouter()
  const { settings, change: changeSettings } = useSettings()
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
  const [school, setSchool] = useState(false)
  const main = useRef<HTMLElement>(null)
  const [tryHistory, setTryHistory] = useState<TryHistory | null>(null)
  const isTried = walk.mode === 'try'
  const [isThreaded, setThreaded] = useState(false)
  // What is in sight is drawn first.
  const isSettled = useDeferredValue(true, false)
  useArrival(() => main.current?.focus({ preventScroll: true }))

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
  const stepName = worksheet && isInRounds(worksheet.choices.order) ? 'round' : 'step'
  const { figures, parts: partsOpen } = settings
  const at = steps.findIndex(({ key }) => key === row)
  const rowHere = worksheet?.rows.find(({ key }) => key === row)
  const placeInWords =
    rowHere === undefined
      ? `${steps.length} ${steps.length === 1 ? stepName : `${stepName}s`}`
      : at >= 0
        ? `${stepName} ${at + 1} of ${steps.length}`
        : rowHere.kind === 'supply'
          ? 'the supply'
          : rowHere.kind === 'exchange'
            ? 'the exchange'
            : `sheet ${rowHere.number}`

  const saveCsv = useCallback(async () => {
    if (!worksheet) return
    const { answerCsv } = await import('@/ui/files/answerCsv')
    download(fileName(title, '.csv'), 'text/csv', answerCsv(worksheet))
  }, [title, worksheet])
  const copyTable = useCallback(() => {
    if (!worksheet) return
    copyText(answerText(worksheet, figures), 'The answer table is on the clipboard')
  }, [worksheet, figures])

  // The sheet on which the person stands.
  const sheets = worksheet?.rows.filter(({ number }) => number !== null) ?? []
  const standing = sheets.find(({ key }) => key === row) ?? (row === 'supply' ? sheets[sheets.length - 1] : sheets[0])
  const sheet = standing?.number ?? 0
  const saveSheet = async (side: Side, kind: 'svg' | 'png') => {
    if (!worksheet || !standing) return
    if (worksheet.wiring.live.length === 0) return void toast.error('There is no sheet: nothing carries current')
    const reveal = walk.mode === 'step' ? revealed(worksheet, stopsOf(worksheet, walk.pace), walk.shown) : null
    const ink = rowInk(worksheet, standing, side, settings, reveal)
    if (!ink) return void toast.error('This sheet is too large to be drawn')
    const { savePicture } = await import('@/ui/savePicture')
    await savePicture(ink, kind, fileName(`${title} sheet ${sheet} ${side}`, ''))
  }
  const sides = analysis?.supply.current ? (['reduce', 'expand'] as const) : (['reduce'] as const)

  const commands = useMemo((): readonly Command[] => {
    const step = (by: number) => () =>
      setRow(
        (before) =>
          walked[Math.max(0, Math.min(walked.length - 1, (before === null ? -1 : walked.indexOf(before)) + by))] ??
          null,
      )
    return [
      { name: 'How it is worked', keys: 'h', run: () => setSchool((open) => !open) },
      { name: 'Parts list', keys: 'p', run: () => changeSettings({ parts: !partsOpen }) },
      // On a thread these keys walk and copy the thread; what is tried has no answers yet.
      ...(isThreaded || isTried
        ? []
        : [
            { name: 'Next step', keys: 'j,down', run: step(1) },
            { name: 'Previous step', keys: 'k,up', run: step(-1) },
            { name: 'Copy the answer table', keys: 'c', run: copyTable },
          ]),
      ...(isTried ? [] : [{ name: 'Save the answer table as CSV', keys: 'v', run: () => void saveCsv() }]),
      // What is printed is its report.
      {
        name: 'Print it, as a report',
        keys: 'mod+p',
        inFields: true,
        run: () => router.push(`/networks/${id}/report`),
      },
    ]
  }, [router, id, walked, partsOpen, isThreaded, isTried, changeSettings, copyTable, saveCsv])

  return (
    <NetworkFrame
      screen="work"
      isEntry={!isTried}
      history={isTried ? (tryHistory ?? { undo: null, redo: null }) : untried}
      status={
        steps.length > 0 && !isTried && <span className="text-xs text-bar-soft max-sm:hidden">{placeInWords}</span>
      }
      actions={
        <>
          <ModeSwitch />
          <SwitchButton
            tip="How it is worked: order, arithmetic, numbers, only what is asked"
            keys="h"
            isOn={school}
            onClick={() => setSchool(!school)}
          >
            <ListChecks size={16} aria-hidden /> <span className="max-sm:sr-only">How</span>
          </SwitchButton>
          <SwitchButton
            tip="Parts list"
            keys="p"
            isOn={partsOpen}
            onClick={() => changeSettings({ parts: !partsOpen })}
          >
            <ListPlus size={16} aria-hidden /> <span className="max-sm:sr-only">Parts</span>
          </SwitchButton>
          <TakeOut>
            <MenuItem onSelect={() => void saveCsv()} text="Answer table, as CSV" disabled={!analysis || isTried} />
            <MenuItem
              onSelect={copyTable}
              text="Answer table, as text to the clipboard"
              disabled={!analysis || isTried}
            />
            <MenuNote>↑ ↓ walk to another sheet</MenuNote>
            {sides.flatMap((side) =>
              (['svg', 'png'] as const).map((kind) => (
                <MenuItem
                  key={`${side} ${kind}`}
                  onSelect={() => void saveSheet(side, kind)}
                  text={`Sheet ${sheet}, ${side === 'reduce' ? 'reducing' : 'expanding'}, as ${kind.toUpperCase()}`}
                  disabled={!analysis || isTried}
                />
              )),
            )}
          </TakeOut>
        </>
      }
    >
      <Commands list={commands} />
      {school && <School />}
      <div className="flex flex-1 flex-col-reverse lg:flex-row">
        <main ref={main} tabIndex={-1} className="min-w-0 flex-1 px-3 pt-2 pb-24 outline-none">
          <h1 className="sr-only">{document.title || 'Untitled network'}: worked</h1>
          <Findings worksheet={worksheet} problems={problems} document={document} isTried={isTried} />
          {worksheet?.arithmetic === 'float' && (
            <p className="mb-2 text-soft">
              This network would take too long in fractions{worksheet?.choices.carry === 'paper' && ' or on paper'}: its
              values hold to about 15 digits.
            </p>
          )}
          {analysis?.status === 'structure' && <Lettered analysis={analysis} />}
          {whatIf && !isThreaded && !wrong && <WhatIfBar whatIf={whatIf} onWhatIf={setTried} />}
          {worksheet && (
            <div
              className={clsx(wrong && 'greyed')}
              aria-label={wrong ? 'The last good analysis' : undefined}
              role={wrong ? 'group' : undefined}
            >
              {walk.mode === 'try' ? (
                <Try worksheet={worksheet} onHistory={setTryHistory} />
              ) : walk.mode === 'step' ? (
                <Stepped worksheet={worksheet} row={row} onThreaded={setThreaded} />
              ) : (
                <Threaded
                  worksheet={worksheet}
                  onThreaded={setThreaded}
                  whatIf={whatIf}
                  onWhatIf={wrong ? undefined : setTried}
                >
                  <Valley worksheet={worksheet} row={row} reveal={null} />
                  {analysis?.status === 'not-series-parallel' && <BridgeOffer />}
                  {isSettled && <Answers worksheet={worksheet} steps={steps.length} whatIf={whatIf} />}
                </Threaded>
              )}
            </div>
          )}
        </main>
        {partsOpen && (
          <div className="border-b border-line bg-panel p-3 lg:w-[27rem] lg:border-b-0 lg:border-l">
            <PartsPanel />
          </div>
        )}
      </div>
    </NetworkFrame>
  )
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
  { mode: 'worked', name: 'Worked', tip: 'All shown', keys: 'q' },
  { mode: 'step', name: 'Step', tip: 'One reveal at a time', keys: 's' },
  { mode: 'try', name: 'Try', tip: 'Do it yourself', keys: 't' },
] as const satisfies readonly { mode: Mode; name: string; tip: string; keys: string }[]

/** The three ways to walk a worksheet. */
function ModeSwitch() {
  const { walk, setWalk } = useOpenNetwork()
  const commands = useMemo(
    (): readonly Command[] =>
      modes.map(({ mode, name, tip, keys }) => ({
        name: `${name}: ${tip.toLowerCase()}`,
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
      <Commands list={commands} />
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
