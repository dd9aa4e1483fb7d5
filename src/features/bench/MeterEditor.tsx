import { useState } from 'react'
import { readMeter, type MeterDocument } from '@/core/bench'
import { readJson } from '@/core/format'
import { FileButton } from '@/ui/FileField'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { download, fileName } from '@/ui/download'

/** Chooses the meter of a run: one that ships, one from a file, or a copy that is edited. */
export function MeterEditor({
  open,
  onClose,
  meter,
  shipped,
  onChoose,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly meter: MeterDocument | null
  readonly shipped: readonly MeterDocument[]
  readonly onChoose: (meter: MeterDocument | null) => void
}) {
  const [text, setText] = useState(() => JSON.stringify(meter ?? shipped[0], null, 2))
  const [isEditing, setEditing] = useState(false)
  const [problems, setProblems] = useState<readonly string[]>([])
  const take = (typed: string) => {
    const json = readJson(typed)
    const read = json.ok ? readMeter(json.value) : null
    if (!json.ok) return setProblems([`the text is not JSON: ${json.message}`])
    if (!read?.ok) return setProblems((read?.problems ?? []).map(({ field, message }) => `${field}: ${message}`))
    onChoose({ ...(json.value as MeterDocument), format: 'nodrel-meter', version: 1, name: read.meter.name })
  }
  return (
    <Dialog title="The meter of this run" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <p className="mb-2 text-soft">
        Its accuracy widens what a reading may be, and its own resistance is part of the circuit that is worked out.
      </p>
      <ul className="grid gap-1.5">
        {shipped.map((it) => (
          <li key={it.name}>
            <Button
              aria-pressed={meter?.name === it.name}
              className="w-full !justify-start aria-pressed:!border-chosen aria-pressed:!bg-chosen-wash"
              onClick={() => onChoose(it)}
            >
              <span className="font-semibold">{it.name}</span>
              <span className="text-soft">
                {String(it.voltage.resistance)}Ω on volts, fuse {String(it.current.fuse)}
              </span>
            </Button>
          </li>
        ))}
        <li>
          <Button
            aria-pressed={meter === null}
            className="w-full !justify-start aria-pressed:!border-chosen aria-pressed:!bg-chosen-wash"
            onClick={() => onChoose(null)}
          >
            <span className="font-semibold">No meter</span>
            <span className="text-soft">±1 % and half a unit of the last digit</span>
          </Button>
        </li>
      </ul>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button onClick={() => setEditing(!isEditing)} aria-expanded={isEditing}>
          Edit a copy
        </Button>
        {meter && (
          <Button
            onClick={() =>
              download(
                fileName(meter.name ?? '', '.nodrel-meter.json'),
                'application/json',
                `${JSON.stringify(meter, null, 2)}\n`,
              )
            }
          >
            Export
          </Button>
        )}
        <FileButton
          label="Import a meter"
          accept=".json,application/json"
          onFiles={async ([file]) => {
            const typed = (await file.text()).slice(0, 100_000)
            setText(typed)
            take(typed)
          }}
        />
      </div>
      {isEditing && (
        <div className="mt-3 grid gap-2">
          <textarea
            aria-label="The meter as data"
            value={text}
            rows={14}
            spellCheck={false}
            maxLength={100_000}
            onChange={({ target }) => {
              setProblems([])
              setText(target.value)
            }}
            className="w-full field py-2 font-mono text-xs"
          />
          <div>
            <Button look="strong" onClick={() => take(text)}>
              Use this meter
            </Button>
          </div>
        </div>
      )}
      {problems.length > 0 && (
        <ul role="alert" className="mt-2 list-disc pl-5 text-trouble">
          {problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
    </Dialog>
  )
}
