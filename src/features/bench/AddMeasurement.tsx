import { useState } from 'react'
import { probeOf, type Measurement } from '@/core/bench'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import type { Planning } from '@/ui/bench/laid'

/** Adds a measurement of one's own: between any two nodes, of a part in place, or in any branch. */
export function AddMeasurement({
  planning,
  onAdd,
  onCancel,
}: {
  readonly planning: Planning
  readonly onAdd: (...measurements: readonly Measurement[]) => void
  readonly onCancel: () => void
}) {
  const { bench, view } = planning
  const { network, wiring } = bench.built
  const [quantity, setQuantity] = useState<Measurement['quantity'] | 'display'>(
    view.hasSource ? 'voltage' : 'resistance',
  )
  const [red, setRed] = useState(0)
  const [black, setBlack] = useState(wiring.reference)
  const [part, setPart] = useState(network.parts.findIndex(({ kind }) => kind === 'resistor'))
  const supply = network.parts[wiring.supply].name
  const wanted: readonly Measurement[] =
    quantity === 'display'
      ? [
          { quantity: 'voltage', of: supply, display: true },
          { quantity: 'current', of: supply, display: true },
        ]
      : quantity === 'current'
        ? [{ quantity, of: network.parts[part].name }]
        : [{ quantity, between: [wiring.nodes[red].points[0], wiring.nodes[black].points[0]] }]
  const isBetween = quantity === 'voltage' || quantity === 'resistance'
  const found = probeOf(bench, wanted[0])
  const problem = !found.ok ? found.problem.message : red === black && isBetween ? 'choose two nodes' : null
  const node = (label: string, value: number, onChange: (node: number) => void) => (
    <span className="flex items-center gap-1">
      {label}
      <Select
        label={label}
        value={String(value)}
        options={wiring.nodes.map(({ label: name }, i) => ({ value: String(i), name: `node ${name}` }))}
        onChange={(text) => onChange(Number(text))}
      />
    </span>
  )
  return (
    <form
      data-adding
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (problem === null) onAdd(...wanted)
      }}
    >
      <Select<Measurement['quantity'] | 'display'>
        label="What to measure"
        value={quantity}
        options={[
          { value: 'resistance', name: 'Resistance' },
          ...(view.hasSource
            ? ([
                { value: 'voltage', name: 'Voltage' },
                { value: 'current', name: 'Current' },
                { value: 'display', name: 'The supply’s read-out, V and A' },
              ] as const)
            : []),
        ]}
        onChange={setQuantity}
      />
      {quantity === 'current' ? (
        <span className="flex items-center gap-1">
          in
          <Select
            label="in"
            value={String(part)}
            options={network.parts.flatMap(({ name, kind }, i) =>
              kind === 'resistor' || kind === 'wire' || kind === 'ammeter' ? [{ value: String(i), name }] : [],
            )}
            onChange={(text) => setPart(Number(text))}
          />
        </span>
      ) : isBetween ? (
        <>
          {node('red on', red, setRed)}
          {node('black on', black, setBlack)}
        </>
      ) : null}
      <Button type="submit" disabled={problem !== null} className="text-xs">
        Add it
      </Button>
      <Button look="plain" className="text-xs" onClick={onCancel}>
        Leave it
      </Button>
      {problem !== null && <span className="text-xs text-trouble">{problem}</span>}
    </form>
  )
}
