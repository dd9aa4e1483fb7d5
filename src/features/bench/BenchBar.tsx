import { Ellipsis, Printer } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useMemo, useRef, useState } from 'react'
import { meters, readingsOf, readReadingsText, type ReadingsDocument } from '@/core/bench'
import type { Network, Problem } from '@/core/network'
import { problemText } from '@/ui/api'
import { Button, SwitchButton } from '@/ui/Button'
import { FileField } from '@/ui/FileField'
import { Dialog } from '@/ui/Dialog'
import { download, fileName } from '@/ui/download'
import { MenuItem, MenuPanel } from '@/ui/MenuItem'
import { SavingState } from '@/ui/saving/SavingState'
import { toast } from '@/ui/toast'
import { MeterEditor } from './MeterEditor'
import { freshSeed, newRun, seedOf, type RunDocument } from '@/ui/bench/run'
import type { Runs } from './useRuns'

export type BenchSide = 'own' | 'standin' | 'spread' | 'compare'

const sides = [
  { key: 'own', name: 'My own meter' },
  { key: 'standin', name: 'Stand-in' },
  { key: 'spread', name: 'Spread and ratings' },
  { key: 'compare', name: 'Compare' },
] as const

/** The run that is open, its meter, and what is shown beside the log. */
export function BenchBar({
  network,
  runs,
  run,
  side,
  onSide,
  titleOfNow,
  onChange,
}: {
  readonly network: Network
  readonly runs: Runs
  readonly run: RunDocument | null
  readonly side: BenchSide
  readonly onSide: (side: BenchSide) => void
  readonly titleOfNow: () => string
  readonly onChange: (run: RunDocument) => void
}) {
  const [dialog, setDialog] = useState<'meter' | 'fault' | 'title' | null>(null)
  const [refused, setRefused] = useState<{
    from: string
    problems: readonly Problem[]
    rest: ReadingsDocument | null
  } | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const begin = async (document: RunDocument) => {
    const trouble = await runs.begin(document)
    if (trouble) toast.error(trouble)
    return trouble === null
  }
  const remove = async () => {
    const before = await runs.remove()
    if (before)
      toast(`“${before.title || 'Untitled run'}” is deleted`, {
        action: { label: 'Undo', onClick: () => void begin(before) },
      })
  }
  const bring = async (chosen: File) => {
    const text = await chosen.text()
    const isTable = !text.trimStart().startsWith('{')
    const read = isTable ? (await import('./readingsCsv')).readReadingsCsv(text, chosen.name) : readReadingsText(text)
    if (!read.ok) return setRefused({ from: chosen.name, problems: read.problems, rest: read.rest })
    setRefused(null)
    if (await begin(read.document)) toast(`“${read.document.title || chosen.name}” is brought in as a run of its own`)
  }
  const saveCsv = async () => {
    const { readingsCsv } = await import('./readingsCsv')
    if (run) download(fileName(`${network.title} ${run.title}`, '.csv'), 'text/csv', readingsCsv(run))
  }
  const meterName = run?.meter?.name
  const check = useMemo(() => run && readingsOf(run), [run])
  return (
    <div className="flex w-full flex-wrap items-center gap-2">
      {runs.list !== null && runs.list.length > 0 ? (
        <label className="flex items-center gap-1.5">
          Run
          <select
            aria-label="Run"
            value={runs.open?.id ?? ''}
            onChange={({ target }) => runs.choose(target.value)}
            className="h-9 max-w-60 field font-semibold"
          >
            {runs.list.map(({ id, document }) => (
              <option key={id} value={id}>
                {document.title || 'Untitled run'} ({document.readings.length})
              </option>
            ))}
          </select>
        </label>
      ) : (
        <span className="text-soft">{runs.list === null ? 'Fetching the runs…' : 'No run yet.'}</span>
      )}
      {run ? (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button className="h-9" aria-label="What is done with runs">
              <Ellipsis size={15} aria-hidden />
            </Button>
          </DropdownMenu.Trigger>
          <MenuPanel>
            <MenuItem
              text="New run: another day, or another set of parts"
              onSelect={() => void begin(newRun(titleOfNow()))}
            />
            <MenuItem text="Rename this run…" onSelect={() => setDialog('title')} />
            <MenuItem text="Delete this run" onSelect={() => void remove()} />
            <MenuItem text="Bring in readings (JSON or CSV)…" onSelect={() => file.current?.click()} />
            <MenuItem
              text="Take out the readings, as a file (JSON)"
              onSelect={() =>
                download(
                  fileName(`${network.title} ${run.title}`, '.nodrel-readings.json'),
                  'application/json',
                  `${JSON.stringify(run, null, 2)}\n`,
                )
              }
            />
            <MenuItem text="Take out the readings, as a table (CSV)" onSelect={() => void saveCsv()} />
          </MenuPanel>
        </DropdownMenu.Root>
      ) : (
        <>
          <Button look="strong" className="h-9" onClick={() => void begin(newRun(titleOfNow()))}>
            Begin a run
          </Button>
          <Button className="h-9" onClick={() => file.current?.click()}>
            Bring in readings
          </Button>
        </>
      )}
      {run && (
        <Button className="h-9" onClick={() => setDialog('meter')}>
          Meter: <span className="font-semibold">{meterName ?? 'none named'}</span>
        </Button>
      )}
      <div role="group" aria-label="Beside the log" className="flex flex-wrap">
        {sides.map(({ key, name }) => (
          <SwitchButton key={key} isOn={side === key} onClick={() => onSide(key)}>
            {name}
          </SwitchButton>
        ))}
      </div>
      {run && side === 'standin' && (
        <Button className="h-9" onClick={() => setDialog('fault')}>
          {seedOf(run).faults > 0 ? 'Another fault…' : 'Hide a fault…'}
        </Button>
      )}
      <span className="ml-auto flex flex-wrap items-center gap-2">
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
          label="A run of readings to bring in"
          onFiles={([chosen]) => void bring(chosen)}
        />
      </span>
      {refused && (
        <div role="alert" className="w-full rounded-md border-l-4 border-trouble bg-sheet p-3">
          <p className="font-semibold">{refused.from} is not taken as it is</p>
          <ul className="my-1 max-h-40 list-disc overflow-auto pl-5">
            {refused.problems.slice(0, 50).map(({ part, field, message }, i) => (
              <li key={i}>
                {part ? rowOf(part) : field}: {message}
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2">
            {refused.rest && refused.rest.readings.length > 0 && (
              <Button
                onClick={() => {
                  if (!refused.rest) return
                  void begin(refused.rest)
                  setRefused(null)
                }}
              >
                Take the other {refused.rest.readings.length} row{refused.rest.readings.length === 1 ? '' : 's'}
              </Button>
            )}
            <Button onClick={() => setRefused(null)}>Take nothing</Button>
          </div>
        </div>
      )}
      {runs.saving?.state === 'conflict' && (
        <Dialog title="This run was saved elsewhere in the meantime" open>
          <p className="mb-3">
            Here it has {run?.readings.length ?? 0} readings, elsewhere {runs.saving.theirs.content.readings.length}.
            The one that you do not go on with is kept as a run of its own.
          </p>
          <div className="flex gap-2">
            <Button
              look="strong"
              onClick={() => {
                if (runs.saving?.state !== 'conflict') return
                const other = runs.saving.theirs.content
                runs.pick('mine')
                void runs.keepAside({ ...other, title: `${other.title}, elsewhere`.slice(0, 120) })
              }}
            >
              Go on with mine
            </Button>
            <Button
              onClick={() => {
                const mine = run
                runs.pick('theirs')
                if (mine) void runs.keepAside({ ...mine, title: `${mine.title}, here`.slice(0, 120) })
              }}
            >
              Take the other
            </Button>
          </div>
        </Dialog>
      )}
      {runs.saving?.state === 'missing' && run && (
        <Dialog title="This run was deleted elsewhere" open>
          <p className="mb-3">What you have here can be kept as a run of its own.</p>
          <Button look="strong" onClick={() => void begin(run)}>
            Keep it as a new run
          </Button>
        </Dialog>
      )}
      {run && (
        <>
          <MeterEditor
            key={`${runs.open?.id} ${dialog}`}
            open={dialog === 'meter'}
            onClose={() => setDialog(null)}
            meter={run.meter ?? null}
            shipped={meters}
            onChoose={(meter) => {
              const { meter: _before, ...rest } = run
              onChange(meter ? { ...rest, meter } : rest)
              setDialog(null)
            }}
          />
          <Dialog title="Rename this run" open={dialog === 'title'} onOpenChange={(stays) => !stays && setDialog(null)}>
            <form
              onSubmit={(event) => {
                event.preventDefault()
                const typed = new FormData(event.currentTarget).get('title')
                onChange({ ...run, title: String(typed ?? '').trim() })
                setDialog(null)
              }}
              className="flex gap-2"
            >
              <input
                name="title"
                aria-label="Title of this run"
                defaultValue={run.title}
                maxLength={120}
                className="h-9 flex-1 field"
              />
              <Button look="strong" type="submit" className="h-9">
                Rename it
              </Button>
            </form>
          </Dialog>
          <HideFault
            open={dialog === 'fault'}
            onClose={() => setDialog(null)}
            hasReadings={run.readings.length > 0}
            onHide={(faults) => {
              setDialog(null)
              const standin = freshSeed(faults)
              // Readings of one bench are not those of another.
              if (run.readings.length === 0) onChange({ ...run, standin })
              else
                void begin({
                  ...newRun(`${titleOfNow()}, ${faults === 0 ? 'healthy' : 'fault hidden'}`, standin),
                  ...(run.meter && { meter: run.meter }),
                })
            }}
          />
        </>
      )}
      {check && !check.ok && (
        <p role="alert" className="w-full text-trouble">
          {problemText(check.problems)}
        </p>
      )}
    </div>
  )
}

/** `readings[3]` as people count. */
function rowOf(part: string): string {
  const row = /^readings\[(\d+)\]$/.exec(part)
  return row ? `row ${Number(row[1]) + 1}` : part
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
    <Dialog title="Build the stand-in anew" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <p className="mb-2">
        Every resistor is drawn afresh within its tolerance. A fault may be hidden: a part open or shorted, a value
        misread, two parts swapped, a bad joint, or a bridge between neighbouring nodes. Measure, and say what it is.
      </p>
      {hasReadings && (
        <p className="mb-2 text-soft">The readings of this run are of the bench as it is: a new run is begun.</p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="strong" onClick={() => onHide(1)}>
          Hide a fault
        </Button>
        <Button onClick={() => onHide(2)}>Hide two</Button>
        <Button onClick={() => onHide(0)}>Build it right</Button>
      </div>
    </Dialog>
  )
}
