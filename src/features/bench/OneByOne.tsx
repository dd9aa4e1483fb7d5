import { Delete } from 'lucide-react'
import { useRef, useState } from 'react'
import type { Meter } from '@/core/bench'
import { Button } from '@/ui/Button'
import { typeInto } from '@/ui/home'
import type { BenchPicture } from '@/ui/bench/benchPicture'
import type { Log, LogRow, Planning } from '@/ui/bench/laid'
import { capital, leadsText, rangeText, rowName, verdictText } from '@/ui/bench/words'
import { inOrder, isOpen } from './order'
import { PlanDrawing } from './PlanDrawing'
import { BandBar, Beyond, groups, Progress, Sign, type RowActs } from './PlanLog'
import { ReadingField } from './ReadingField'

/** What the pad writes, row by row. */
const keys = ['7', '8', '9', 'k', '4', '5', '6', 'M', '1', '2', '3', 'm', '0', '.', '-', 'µ'] as const

/** One measurement at a time, for a thumb: where the leads go, what it may be, the value, what is to be said of it, the next. */
export function OneByOne({
  planning,
  log,
  drawn,
  meter,
  active,
  acts,
  onWhole,
}: {
  readonly planning: Planning
  readonly log: Log
  readonly drawn: BenchPicture | null
  readonly meter: Meter
  readonly active: LogRow | null
  readonly acts: RowActs
  readonly onWhole: () => void
}) {
  const { bench } = planning
  const rows = inOrder(log)
  const row = active ?? rows.find(isOpen) ?? rows[0]
  const place = useRef<HTMLElement>(null)
  const [lastKey, setLast] = useState<string | null>(null)
  const last = rows.find(({ key, reading }) => key === lastKey && reading !== null)
  const field = () => place.current?.querySelector<HTMLInputElement>('[data-reading]')
  if (!row) return null
  const at = rows.indexOf(row)
  const { measurement, probe, range, judged } = row
  const caution = groups.find(({ key }) => key === row.group)
  const press = (text: string) => {
    const input = field()
    if (!input) return
    input.focus()
    typeInto(input, text)
  }
  const step = (by: number) => acts.onActive(rows[(at + by + rows.length) % rows.length])
  return (
    <section ref={place} aria-label="One measurement at a time" className="grid gap-2">
      <div className="flex items-center justify-between gap-2">
        <Progress log={log} />
        <Button className="text-xs" onClick={onWhole}>
          The whole plan
        </Button>
      </div>
      {!rows.some((it) => isOpen(it)) && <p>Every row is read. What they add up to stands in the whole plan.</p>}
      {last && last.judged && last !== row && (
        <p
          role="status"
          className="flex items-center justify-between gap-2 rounded-md border border-line bg-sheet px-3 py-1.5"
        >
          <span>
            {rowName(bench, last.measurement, last.probe)}{' '}
            <span className="font-mono">{String(last.reading?.value)}</span>{' '}
            <span className={last.judged.verdict === 'agrees' ? 'text-holds' : 'text-trouble'}>
              {verdictText(last.judged, last.measurement.quantity, last.value)}
            </span>
          </span>
          <Sign row={last} />
        </p>
      )}
      <div data-row={row.key} className="grid gap-2 rounded-md border border-line bg-sheet p-3">
        <p className="text-xs text-soft">
          {at + 1} of {rows.length} · {caution?.name}: {caution?.first}
        </p>
        <h2 className="flex items-baseline justify-between gap-2 text-lg font-semibold">
          {rowName(bench, measurement, probe)}
          <Sign row={row} />
        </h2>
        <p>
          {capital(leadsText(bench, row))}.{range && !row.beyond && ` Range ${rangeText(range, measurement.quantity)}.`}
        </p>
        <Beyond row={row} />
        <BandBar row={row} />
        <ReadingField
          key={row.key}
          row={row}
          label={`${rowName(bench, measurement, probe)}, read`}
          onRead={(value) => {
            setLast(row.key)
            acts.onRead(row, value)
          }}
          onClear={() => acts.onRemove(row)}
          onFocus={() => acts.onActive(row)}
          onNext={() => field()?.focus()}
          isLarge
        />
        {judged && (
          <p className={judged.verdict === 'agrees' ? 'text-holds' : 'text-trouble'}>
            {verdictText(judged, measurement.quantity, row.value)}
          </p>
        )}
        <div role="group" aria-label="Keys for the value" className="grid grid-cols-4 gap-1.5">
          {keys.map((key) => (
            <Button key={key} className="!h-12 font-mono text-lg" onMouseDown={stay} onClick={() => press(key)}>
              {key === '-' ? '−' : key}
            </Button>
          ))}
          <Button className="!h-12" aria-label="take the last one back" onMouseDown={stay} onClick={() => press('\b')}>
            <Delete size={18} aria-hidden />
          </Button>
          <Button className="!h-12" onMouseDown={stay} onClick={() => press('over')}>
            over
          </Button>
          <Button look="strong" className="col-span-2 !h-12" onMouseDown={stay} onClick={() => press('\n')}>
            Write it down
          </Button>
        </div>
        <div className="flex justify-between gap-2">
          <Button className="!h-11 flex-1" onClick={() => step(-1)}>
            Back
          </Button>
          <Button className="!h-11 flex-1" onClick={() => step(1)}>
            {row.reading === null ? 'Skip' : 'Next'}
          </Button>
        </div>
      </div>
      {drawn && <PlanDrawing planning={planning} drawn={drawn} measurement={measurement} meter={meter} />}
    </section>
  )
}

/** The field keeps the focus while a key of the pad is pressed. */
const stay = (event: { preventDefault: () => void }) => event.preventDefault()
