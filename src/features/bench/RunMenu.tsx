import { Ellipsis } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReadingsDocument } from '@/core/bench'
import type { Network, Problem } from '@/core/network'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { download, fileName } from '@/ui/download'
import { MenuItem, MenuPanel } from '@/ui/MenuItem'
import { toast } from '@/ui/toast'
import { kindOf, type RunDocument } from '@/ui/bench/run'
import type { Runs } from './useRuns'

/** Which run is open; none while the next reading begins one. */
export function RunChoice({ runs, onRun }: { readonly runs: Runs; readonly onRun: (id: string) => void }) {
  if (runs.list === null || runs.list.length === 0)
    return <span className="text-soft">{runs.list === null ? 'Fetching the runs…' : 'No run yet.'}</span>
  const begins = runs.open === null ? [{ value: '', name: 'A new run, with the next reading' }] : []
  return (
    <span className="flex items-center gap-1.5">
      Run
      <Select
        label="Run"
        value={runs.open?.id ?? ''}
        options={[
          ...begins,
          ...runs.list.map(({ id, document }) => ({
            value: id,
            name: `${document.title || 'Untitled run'} (${document.readings.length})${
              kindOf(document) === 'simulated' && !/stand-in/i.test(document.title) ? ', stand-in' : ''
            }`,
          })),
        ]}
        onChange={(id) => id !== '' && onRun(id)}
        className="!h-9 max-w-60 font-semibold"
      />
    </span>
  )
}

/** Run menu: begun, renamed, deleted, brought in, taken out. */
export function RunMenu({
  network,
  runs,
  run,
  onBegin,
  onNew,
  onRename,
  onBring,
  onOther,
}: {
  readonly network: Network
  readonly runs: Runs
  readonly run: RunDocument
  readonly onBegin: (document: RunDocument) => Promise<boolean>
  readonly onNew: () => void
  readonly onRename: () => void
  readonly onBring: () => void
  /** The same bench, on another circuit. */
  readonly onOther: () => void
}) {
  const remove = async () => {
    const before = await runs.remove()
    if (before) toast.undoable(`“${before.title || 'Untitled run'}” is deleted`, () => void onBegin(before), true)
  }
  const fileOf = (end: string) => fileName(`${network.title} ${run.title}`, end)
  const saveJson = () =>
    download(fileOf('.nodrel-readings.json'), 'application/json', `${JSON.stringify(run, null, 2)}\n`)
  const saveCsv = async () => {
    const { readingsCsv } = await import('./readingsCsv')
    download(fileOf('.csv'), 'text/csv', readingsCsv(run))
  }
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button className="h-9" aria-label="Run menu">
          <Ellipsis size={15} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <MenuPanel>
        <MenuItem text="New run: another day, or another set of parts" onSelect={onNew} />
        <MenuItem text="Same bench, another circuit…" onSelect={onOther} />
        <MenuItem text="Rename this run…" onSelect={onRename} />
        <MenuItem text="Delete this run" onSelect={() => void remove()} />
        <MenuItem text="Import readings (JSON or CSV)…" onSelect={onBring} />
        <MenuItem text="Export the readings (JSON)" onSelect={saveJson} />
        <MenuItem text="Export the readings (CSV)" onSelect={() => void saveCsv()} />
      </MenuPanel>
    </DropdownMenu.Root>
  )
}

/** A file of readings that is not right, and what of it is. */
export interface RefusedReadings {
  readonly from: string
  readonly problems: readonly Problem[]
  readonly rest: ReadingsDocument | null
}

export function Refused({
  refused: { from, problems, rest },
  onTake,
  onLeave,
}: {
  readonly refused: RefusedReadings
  readonly onTake: (rest: ReadingsDocument) => void
  readonly onLeave: () => void
}) {
  return (
    <div role="alert" className="w-full rounded-md border-l-4 border-trouble bg-sheet p-3">
      <p className="font-semibold">{from} has problems</p>
      <ul className="my-1 max-h-40 list-disc overflow-auto pl-5">
        {problems.slice(0, 50).map(({ part, field, message }, i) => (
          <li key={i}>
            {part ? rowOf(part) : field}: {message}
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        {rest && rest.readings.length > 0 && (
          <Button onClick={() => onTake(rest)}>
            Import the other {rest.readings.length} row{rest.readings.length === 1 ? '' : 's'}
          </Button>
        )}
        <Button onClick={onLeave}>Import nothing</Button>
      </div>
    </div>
  )
}

/** Asks which of two goes on where the run was changed or deleted elsewhere; the other one is kept. */
export function SavedElsewhere({
  runs,
  run,
  onBegin,
}: {
  readonly runs: Runs
  readonly run: RunDocument | null
  readonly onBegin: (document: RunDocument) => Promise<boolean>
}) {
  const { saving } = runs
  const keepAside = (other: RunDocument, where: string) =>
    void runs.keepAside({ ...other, title: `${other.title}, ${where}`.slice(0, 120) })
  if (saving?.state === 'missing' && run)
    return (
      <Dialog title="This run was deleted elsewhere" open>
        <p className="mb-3">You can keep what you have here as a new run.</p>
        <Button look="strong" onClick={() => void onBegin(run)}>
          Keep it as a new run
        </Button>
      </Dialog>
    )
  if (saving?.state !== 'conflict') return null
  const { content: other } = saving.theirs
  const goOnWithMine = () => {
    runs.pick('mine')
    keepAside(other, 'elsewhere')
  }
  const takeTheOther = () => {
    runs.pick('theirs')
    if (run) keepAside(run, 'here')
  }
  return (
    <Dialog title="This run was changed in another window" open>
      <p className="mb-3">
        Here it has {run?.readings.length ?? 0} readings, elsewhere {other.readings.length}. The other one is kept as a
        new run.
      </p>
      <div className="flex gap-2">
        <Button look="strong" onClick={goOnWithMine}>
          Keep mine
        </Button>
        <Button onClick={takeTheOther}>Use the other one</Button>
      </div>
    </Dialog>
  )
}

export function RenameRun({
  open,
  title,
  onClose,
  onRename,
}: {
  readonly open: boolean
  readonly title: string | undefined
  readonly onClose: () => void
  readonly onRename: (title: string) => void
}) {
  return (
    <Dialog title="Rename this run" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onRename(String(new FormData(event.currentTarget).get('title') ?? '').trim())
        }}
        className="flex gap-2"
      >
        <input
          name="title"
          aria-label="Title of this run"
          defaultValue={title}
          maxLength={120}
          className="h-9 flex-1 field"
        />
        <Button look="strong" type="submit" className="h-9">
          Rename
        </Button>
      </form>
    </Dialog>
  )
}

/** `readings[3]` as people count. */
function rowOf(part: string): string {
  const row = /^readings\[(\d+)\]$/.exec(part)
  return row ? `row ${Number(row[1]) + 1}` : part
}
