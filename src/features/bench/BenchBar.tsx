import { Printer } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { readingsOf, readReadingsText, type MeterDocument } from '@/core/bench'
import type { Network } from '@/core/network'
import { problemText } from '@/ui/api'
import { Button, SwitchButton } from '@/ui/Button'
import { FileField } from '@/ui/FileField'
import { Commands, type Command } from '@/ui/commands'
import { Select } from '@/ui/controls'
import { Dialog } from '@/ui/Dialog'
import { phone, useMatch } from '@/ui/useMatch'
import { SavingState } from '@/ui/saving/SavingState'
import { toast } from '@/ui/toast'
import { MeterEditor } from './MeterEditor'
import { Refused, RenameRun, RunChoice, RunMenu, SavedElsewhere, type RefusedReadings } from './RunMenu'
import { freshSeed, seedOf, type RunDocument, type RunKind } from '@/ui/bench/run'
import { titleOfNow } from './useLogActs'
import { OtherCircuit } from './OtherCircuit'
import type { Planning } from '@/ui/bench/laid'
import type { Runs } from './useRuns'
import { commandsOf } from '@/ui/elsewhere'

export const sides = [
  { key: 'own', name: 'My own meter', said: commandsOf.ownMeter },
  {
    key: 'standin',
    name: 'Stand-in',
    said: commandsOf.standIn,
  },
  {
    key: 'spread',
    name: 'Spread and ratings',
    said: commandsOf.spread,
  },
  { key: 'compare', name: 'Compare', said: commandsOf.compareRuns },
] as const
export type BenchSide = (typeof sides)[number]['key']

/** The run that is open, its meter, and what is shown beside the log. */
export function BenchBar({
  network,
  planning,
  runs,
  run,
  meter,
  kind,
  side,
  onSide,
  onRun,
  likeBefore,
  onNew,
  onChange,
  onEdit,
}: {
  readonly network: Network
  readonly planning: Planning
  readonly runs: Runs
  readonly run: RunDocument | null
  /** The meter of the open run, or of the one that the next reading begins. */
  readonly meter: MeterDocument | null
  /** What the next reading is. */
  readonly kind: RunKind
  readonly side: BenchSide
  readonly onSide: (side: BenchSide) => void
  readonly onRun: (id: string) => void
  /** What a new run is like. */
  readonly likeBefore: RunDocument
  /** Begins a new run. */
  readonly onNew: (more?: Partial<Pick<RunDocument, 'standin' | 'title'>>) => Promise<boolean>
  readonly onChange: (run: RunDocument) => void
  /** Changes the open run, or the one that it begins. */
  readonly onEdit: (how: (run: RunDocument) => RunDocument) => Promise<void>
}) {
  const isPhone = useMatch(phone)
  const [dialog, setDialog] = useState<'meter' | 'fault' | 'title' | 'circuit' | null>(null)
  const close = () => setDialog(null)
  const [refused, setRefused] = useState<RefusedReadings | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const begin = async (document: RunDocument) => {
    const trouble = await runs.begin(document)
    if (trouble) toast.error(trouble)
    return trouble === null
  }
  const bring = async (chosen: File) => {
    const text = await chosen.text()
    const isTable = !text.trimStart().startsWith('{')
    const read = isTable ? (await import('./readingsCsv')).readReadingsCsv(text, chosen.name) : readReadingsText(text)
    if (!read.ok) return setRefused({ from: chosen.name, problems: read.problems, rest: read.rest })
    setRefused(null)
    if (await begin(read.document)) toast(`“${read.document.title || chosen.name}” is imported as a new run`)
  }
  const openFile = () => file.current?.click()
  const hide = (faults: 0 | 1 | 2) => {
    close()
    const standin = freshSeed(faults)
    // Readings of one bench are not those of another.
    if (run?.readings.length === 0) onChange({ ...run, standin })
    else void onNew({ standin, title: `${titleOfNow(kind)}, ${faults === 0 ? 'healthy' : 'fault hidden'}` })
  }
  const check = useMemo(() => run && readingsOf(run), [run])
  const commands = useMemo(
    (): readonly Command[] => [
      ...sides.map(({ key, said }) => ({ ...said, run: () => onSide(key) })),
      {
        name: 'Same bench, another circuit',
        also: 'next new network meter run',
        run: () => setDialog('circuit'),
      },
      { name: 'Print the plan', also: 'bench sheet paper pdf', run: () => window.print() },
    ],
    [onSide],
  )
  return (
    <div className="flex w-full flex-wrap items-center gap-2">
      <Commands group="This screen" list={commands} />
      <RunChoice runs={runs} onRun={onRun} />
      {run ? (
        <RunMenu
          network={network}
          runs={runs}
          run={run}
          onBegin={begin}
          onNew={() => void onNew()}
          onRename={() => setDialog('title')}
          onBring={openFile}
          onOther={() => setDialog('circuit')}
        />
      ) : (
        <>
          <Button look="strong" className="h-9" onClick={() => void onNew()}>
            New run
          </Button>
          <Button className="h-9" onClick={openFile}>
            Import readings
          </Button>
        </>
      )}
      <Button className="h-9" onClick={() => setDialog('meter')}>
        Meter: <span className="font-semibold">{meter?.name ?? 'none'}</span>
      </Button>
      {isPhone ? (
        <Select
          label="Beside the log"
          value={side}
          options={sides.map(({ key, name }) => ({ value: key, name }))}
          onChange={onSide}
          className="!h-9"
        />
      ) : (
        <div role="group" aria-label="Beside the log" className="flex flex-wrap">
          {sides.map(({ key, name }) => (
            <SwitchButton key={key} isOn={side === key} onClick={() => onSide(key)}>
              {name}
            </SwitchButton>
          ))}
        </div>
      )}
      {side === 'standin' && (
        <Button className="h-9" onClick={() => setDialog('fault')}>
          {run && seedOf(run).faults > 0 ? 'Another fault…' : 'Hide a fault…'}
        </Button>
      )}
      <span className="ml-auto flex flex-wrap items-center gap-2 max-sm:hidden">
        {runs.saving && <SavingState saving={runs.saving} notKept={runs.notKept} className="text-xs text-soft" />}
        <Button
          tip="Print the plan as a bench sheet"
          aria-label="Print the plan"
          className="h-9"
          onClick={() => window.print()}
        >
          <Printer size={15} aria-hidden />
        </Button>
        <FileField
          ref={file}
          accept=".json,.csv,application/json,text/csv"
          label="A run of readings to import"
          onFiles={([chosen]) => void bring(chosen)}
        />
      </span>
      {refused && (
        <Refused
          refused={refused}
          onTake={(rest) => {
            void begin(rest)
            setRefused(null)
          }}
          onLeave={() => setRefused(null)}
        />
      )}
      <SavedElsewhere runs={runs} run={run} onBegin={begin} />
      <MeterEditor
        key={`${runs.open?.id} ${dialog}`}
        open={dialog === 'meter'}
        onClose={close}
        meter={meter}
        onChoose={(meter) => {
          void onEdit(({ meter: _before, ...rest }) => (meter ? { ...rest, meter } : rest))
          close()
        }}
      />
      <HideFault
        open={dialog === 'fault'}
        onClose={close}
        hasReadings={run !== null && run.readings.length > 0}
        onHide={hide}
      />
      <OtherCircuit
        key={`circuit ${dialog}`}
        open={dialog === 'circuit'}
        onClose={close}
        network={network}
        planning={planning}
        like={{ ...likeBefore, title: run?.title ?? '' }}
        side={kind === 'real' ? 'own' : 'standin'}
      />
      {run && (
        <RenameRun
          open={dialog === 'title'}
          title={run.title}
          onClose={close}
          onRename={(title) => {
            onChange({ ...run, title })
            close()
          }}
        />
      )}
      {check && !check.ok && (
        <p role="alert" className="w-full text-trouble">
          {problemText(check.problems)}
        </p>
      )}
    </div>
  )
}

/** Hides a fault, two, or none on the stand-in: another bench, built anew. */
function HideFault({
  open,
  onClose,
  hasReadings,
  onHide,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly hasReadings: boolean
  readonly onHide: (faults: 0 | 1 | 2) => void
}) {
  return (
    <Dialog title="Build the stand-in again" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <p className="mb-2">
        Every resistor gets a new value within its tolerance. You can hide a fault: a part open or shorted, a value
        misread, two parts swapped, a bad joint, or a bridge between neighbouring nodes. Measure, and say what it is.
      </p>
      {hasReadings && (
        <p className="mb-2 text-soft">
          The readings of this run belong to the parts as they are now, so a new run begins.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => onHide(1)}>
          Hide a fault
        </Button>
        <Button onClick={() => onHide(2)}>Hide two</Button>
        <Button onClick={() => onHide(0)}>No fault</Button>
      </div>
    </Dialog>
  )
}
