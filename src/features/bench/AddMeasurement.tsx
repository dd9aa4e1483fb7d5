import { useState } from 'react'
import { layProbe, probeOf, rangeFor, type Measurement } from '@/core/bench'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { logOf, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import { newRun, rowKey } from '@/ui/bench/run'

/** Adds a measurement of one's own: between any two nodes, of a part in place, or in any branch. */
export function AddMeasurement({
  planning,
  log,
  onAdd,
  onCancel,
}: {
  readonly planning: Planning
  readonly log: Log
  readonly onAdd: (row: LogRow) => void
  readonly onCancel: () => void
}) {
  const { bench, view } = planning
  const { network, wiring } = bench.built
  const [quantity, setQuantity] = useState<Measurement['quantity']>(view.hasSource ? 'voltage' : 'resistance')
  const [red, setRed] = useState(0)
  const [black, setBlack] = useState(wiring.reference)
  const [part, setPart] = useState(network.parts.findIndex(({ kind }) => kind === 'resistor'))
  const measurement: Measurement =
    quantity === 'current'
      ? { quantity, of: network.parts[part].name }
      : { quantity, between: [wiring.nodes[red].points[0], wiring.nodes[black].points[0]] }
  const found = probeOf(bench, measurement)
  const problem = !found.ok
    ? found.problem.message
    : red === black && quantity !== 'current'
      ? 'choose two nodes'
      : null
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
        if (problem !== null || !found.ok) return
        // The band of a reading that is still to be taken is that of any reading there.
        const there = logOf(planning, {
          ...newRun(''),
          meter: undefined,
          readings: [{ ...measurement, value: '0' }],
        }).rows.find(({ key }) => key === rowKey(measurement))
        const at = layProbe(view, found.probe)
        if (there)
          onAdd({
            ...there,
            reading: null,
            value: null,
            judged: null,
            range: log.meter && at ? rangeFor(view, found.probe, at, log.meter) : null,
          })
      }}
    >
      <Select<Measurement['quantity']>
        label="What to measure"
        value={quantity}
        options={[
          { value: 'resistance', name: 'Resistance' },
          ...(view.hasSource
            ? ([
                { value: 'voltage', name: 'Voltage' },
                { value: 'current', name: 'Current' },
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
      ) : (
        <>
          {node('red on', red, setRed)}
          {node('black on', black, setBlack)}
        </>
      )}
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
