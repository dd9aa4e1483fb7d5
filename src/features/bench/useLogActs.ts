import { useState } from 'react'
import { isDisplay, type Measurement } from '@/core/bench'
import { rowKey, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import {
  asReading,
  newRun,
  notedIn,
  withAdded,
  withBreak,
  withoutMeasurement,
  withoutReading,
  withReading,
  type RunDocument,
  type RunKind,
  type StandInSeed,
} from '@/ui/bench/run'
import { rowName } from '@/ui/bench/words'
import { focusLater } from '@/ui/home'
import { toast } from '@/ui/toast'
import { isSamePath, nextOpenAfter } from './order'
import type { Runs } from './useRuns'

/** A title for a new run: the day, the part of it, and whether it is read on the stand-in. */
export function titleOfNow(kind: RunKind): string {
  const now = new Date()
  const day = now.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
  const part = now.getHours() < 12 ? 'morning' : now.getHours() < 18 ? 'afternoon' : 'evening'
  return `${day}, ${part}${kind === 'simulated' ? ', stand-in' : ''}`
}

/** What a new run has of the open one, or of the last: its meter, and the rows of the supply's read-out. */
export function likeLast({ open, list }: Pick<Runs, 'open' | 'list'>): Parameters<typeof newRun>[1] {
  const last: RunDocument | undefined = (open ?? list?.at(-1))?.document
  if (!last) return {}
  const added = notedIn(last.added).filter(isDisplay).map(asReading)
  return { meter: last.meter, ...(added.length > 0 && { added }) }
}

/** Gives the focus to the field of a row, once it is there, in sight. */
export function focusRow(key: string | null): void {
  const field = () => document.querySelector<HTMLElement>(`[data-row="${CSS.escape(key ?? '')}"] [data-reading]`)
  focusLater(field)
  field()?.scrollIntoView({ block: 'center' })
}

interface Bench {
  readonly planning: Planning
  readonly runs: Runs
  /** The open run; null where the next reading begins one. */
  readonly run: RunDocument | null
  readonly log: Log
  readonly kind: RunKind
  readonly seed: StandInSeed
  /** What the readings are taken of. */
  readonly circuit: string
  /** What a new run is like. */
  readonly likeBefore: RunDocument
}

/** What is done to the log of a run: each act is kept, and the next open row has the focus. */
export function useLogActs({ planning, runs, run, log, kind, seed, circuit, likeBefore }: Bench) {
  const { bench } = planning
  const [activeKey, setActive] = useState<string | null>(null)
  const edit = async (how: (run: RunDocument) => RunDocument, of: RunKind = kind) => {
    const trouble = await runs.edit(how, () => ({ ...likeBefore, title: titleOfNow(of) }))
    if (trouble) toast.error(`It is not kept: ${trouble}`)
  }
  const begin = async (more: Partial<Pick<RunDocument, 'standin' | 'title'>> = {}) => {
    const trouble = await runs.begin({ ...likeBefore, title: titleOfNow(kind), ...more })
    if (trouble) toast.error(trouble)
    return trouble === null
  }
  const put = async (
    measurement: Measurement,
    value: string,
    range?: string,
    at = new Date().toISOString(),
    of: RunKind = kind,
  ) => {
    // A run that was imported without its bench cannot go on: this bench has other parts.
    const isForeign = of === 'simulated' && run !== null && run.readings.length > 0 && !run.standin
    if (isForeign) {
      if (!(await begin({ standin: seed }))) return
      toast('A new run begins: the stand-in of the other one is not here')
    }
    const reading = { value, at, ...(range !== undefined && { range }) }
    const withSeed = (before: RunDocument) =>
      of === 'simulated' && !before.standin ? { ...before, standin: seed } : before
    return edit((before) => withReading(withSeed(before), measurement, reading, of, circuit), of)
  }
  const goToRow = (measurement: Measurement) => {
    setActive(rowKey(bench, measurement))
    focusRow(rowKey(bench, measurement))
  }
  const add = async (...measurements: readonly Measurement[]) => {
    await edit((before) => withAdded(before, ...measurements))
    goToRow(measurements[0])
  }
  return {
    activeKey,
    setActive,
    edit,
    begin,
    put,
    add,
    /** Writes a reading down; the next open row is taken then. */
    read: (measurement: Measurement, value: string, range?: string) => {
      void put(measurement, value, range)
      setActive(nextOpenAfter(log, rowKey(bench, measurement)))
    },
    /** Takes a reading out, with a row that is not of the plan; both can be put back. */
    remove: (row: LogRow) => {
      const { measurement, reading, isAdded } = row
      void edit((before) => (isAdded ? withoutMeasurement : withoutReading)(before, measurement))
      focusRow(isAdded ? nextOpenAfter(log, row.key) : row.key)
      toast.undoable(`${rowName(bench, measurement, row.probe)} is removed`, () => {
        if (isAdded) void edit((before) => withAdded(before, measurement))
        const range = reading?.range === undefined ? undefined : String(reading.range)
        if (reading) void put(measurement, String(reading.value), range, reading.at)
      })
    },
    /** Breaks a path there instead, or there too. */
    breakAt: async (at: Measurement, isToo: boolean) => {
      if (isToo) return add(at)
      await edit((before) => withBreak(before, at, (other) => isSamePath(planning, other, at)))
      goToRow(at)
    },
  }
}
