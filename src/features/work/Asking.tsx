import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { equivalentsOf, askedName, askedTexts } from '@/core/worksheet'
import { isMeter, type AskedQuantity, type Part } from '@/core/network'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'

/** Only what is asked for: a list of quantities; empty is everything. */
export function Asking() {
  const { store, worked, choose } = useOpenNetwork()
  const { worksheet } = worked
  const askedInDocument = useStore(store, ({ document }) => document.worksheet?.asked)
  const [quantity, setQuantity] = useState<AskedQuantity['quantity']>('current')
  const [of, setOf] = useState('')
  const asked = worksheet?.choices.asked ?? []
  const things = useMemo(() => {
    if (!worksheet) return []
    const { network, wiring } = worksheet
    if (quantity === 'potential')
      return wiring.nodes.flatMap(({ label, points }) => (points[0] === undefined ? [] : [[points[0], label] as const]))
    // A meter shows one quantity, and of a wire only the current can be asked.
    const isAskable = ({ kind }: Part) =>
      kind === 'wire' || kind === 'ammeter'
        ? quantity === 'current'
        : kind === 'voltmeter'
          ? quantity === 'voltage'
          : true
    const parts = network.parts.filter(isAskable)
    const equivalents = equivalentsOf(worksheet)
    const [others, wires] = [parts.filter(({ kind }) => kind !== 'wire'), parts.filter(({ kind }) => kind === 'wire')]
    return [
      ...others.map(({ name }) => [name, name] as const),
      ...equivalents,
      ...wires.map(({ name }) => [name, `wire ${name}`] as const),
    ]
  }, [worksheet, quantity])
  const chosen = things.some(([key]) => key === of) ? of : (things[0]?.[0] ?? '')
  const nameOf = (it: AskedQuantity) => askedName(worksheet?.wiring ?? null, it)
  const add = () => {
    // What meters show is asked only until something else is.
    const before = store.getState().document.worksheet?.asked ?? []
    if (chosen !== '' && !before.some((it) => it.quantity === quantity && it.of === chosen))
      choose({ asked: [...before, { quantity, of: chosen }] })
  }
  return (
    <div className="flex flex-wrap items-end gap-2">
      <span className="self-center">
        <span className="text-soft">asked for:</span>{' '}
        {asked.length === 0 && <span className="font-semibold">everything</span>}
        {asked.length > 0 && askedInDocument === undefined && <span className="text-soft">what meters show</span>}
      </span>
      <ul className="flex flex-wrap gap-1.5 self-center" aria-label="Asked for">
        {asked.map((it) => (
          <li
            key={`${it.quantity} ${it.of}`}
            className="flex items-center rounded-full border border-chosen bg-chosen-wash pl-2.5"
          >
            {askedTexts[it.quantity]} {nameOf(it)}
            <button
              type="button"
              aria-label={`No longer ask for ${askedTexts[it.quantity]} ${nameOf(it)}`}
              className="flex size-6 items-center justify-center rounded-full hover:text-trouble"
              onClick={() => {
                const rest = asked.filter((other) => other !== it)
                // Where meters would ask, nothing asked is everything.
                const isMetered = worksheet?.network.parts.some(isMeter) ?? false
                choose({ asked: rest.length > 0 || isMetered ? rest : undefined })
              }}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Labelled
        label="quantity"
        value={quantity}
        options={Object.entries(askedTexts)}
        onChange={(value) => setQuantity(value as AskedQuantity['quantity'])}
      />
      <Labelled label="of" value={chosen} options={things} onChange={setOf} />
      <Button className="!min-h-7 text-xs" onClick={add} disabled={chosen === ''}>
        Ask only this
      </Button>
    </div>
  )
}

/** A choice with its label above it. */
function Labelled({
  label,
  value,
  options,
  onChange,
}: {
  readonly label: string
  readonly value: string | number
  readonly options: readonly (readonly [string, string])[]
  readonly onChange: (value: string) => void
}) {
  return (
    <label className="flex min-w-0 flex-col gap-0.5">
      <span className="text-soft">{label}</span>
      <Select
        label={label}
        value={String(value)}
        options={options.map(([option, name]) => ({ value: String(option), name }))}
        onChange={onChange}
        className="!h-7 w-full !px-1.5 text-ink"
      />
    </label>
  )
}
