import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { equivalentsOf } from '@/core/worksheet'
import type { AskedQuantity } from '@/core/network'
import { Button } from '@/ui/Button'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { Select } from './Select'

const quantities = {
  current: 'the current in',
  voltage: 'the voltage across',
  power: 'the power of',
  resistance: 'the resistance of',
  potential: 'the potential of node',
} as const

/** Only what is asked for: a list of quantities; empty is everything. */
export function Asking() {
  const { store, worked, choose } = useOpenNetwork()
  const { worksheet } = worked
  const [quantity, setQuantity] = useState<AskedQuantity['quantity']>('current')
  const [of, setOf] = useState('')
  const asked = worksheet?.choices.asked ?? []
  const things = useMemo(() => {
    if (!worksheet) return []
    const { network, wiring } = worksheet
    if (quantity === 'potential')
      return wiring.nodes.flatMap(({ label, points }) => (points[0] === undefined ? [] : [[points[0], label] as const]))
    const parts = network.parts.filter(({ kind }) => kind === 'resistor' || kind === 'source' || kind === 'terminals')
    const equivalents = equivalentsOf(worksheet)
    return [...parts.map(({ name }) => [name, name] as const), ...equivalents]
  }, [worksheet, quantity])
  const chosen = things.some(([key]) => key === of) ? of : (things[0]?.[0] ?? '')
  const nameOf = (it: AskedQuantity) => {
    if (it.quantity !== 'potential') return it.of.includes(' ') ? `(${it.of.replaceAll(' ', ', ')})` : it.of
    return worksheet?.wiring.nodes.find(({ points }) => points.includes(it.of))?.label ?? it.of
  }
  const add = () => {
    const before = store.getState().document.worksheet?.asked ?? []
    if (chosen !== '' && !before.some((it) => it.quantity === quantity && it.of === chosen))
      choose({ asked: [...before, { quantity, of: chosen }] })
  }
  return (
    <div className="flex flex-wrap items-end gap-2">
      <span className="self-center">
        <span className="text-soft">asked for:</span>{' '}
        {asked.length === 0 && <span className="font-semibold">everything</span>}
      </span>
      <ul className="flex flex-wrap gap-1.5 self-center" aria-label="Asked for">
        {asked.map((it) => (
          <li
            key={`${it.quantity} ${it.of}`}
            className="flex items-center rounded-full border border-chosen bg-chosen-wash pl-2.5"
          >
            {quantities[it.quantity]} {nameOf(it)}
            <button
              type="button"
              aria-label={`No longer ask for ${quantities[it.quantity]} ${nameOf(it)}`}
              className="flex size-6 items-center justify-center rounded-full hover:text-trouble"
              onClick={() => {
                const rest = asked.filter((other) => other !== it)
                choose({ asked: rest.length > 0 ? rest : undefined })
              }}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Select
        label="quantity"
        value={quantity}
        options={Object.entries(quantities)}
        onChange={(value) => setQuantity(value as AskedQuantity['quantity'])}
      />
      <Select label="of" value={chosen} options={things} onChange={setOf} />
      <Button className="!min-h-7 text-xs" onClick={add} disabled={chosen === ''}>
        Ask only this
      </Button>
    </div>
  )
}
