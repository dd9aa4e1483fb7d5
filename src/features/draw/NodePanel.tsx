import { useState } from 'react'
import { isNodeLabel, labelRule } from '@/core/network'
import type { LabelledPoints } from '@/core/structure'
import { Button } from '@/ui/Button'
import { NodeBadge } from '@/ui/NodeBadge'

interface Props {
  readonly node: number
  readonly of: LabelledPoints
  readonly isZero: boolean
  /** Names of the parts whose ends meet here. */
  readonly parts: readonly string[]
  readonly labels: readonly string[]
  readonly onRename: (label: string) => void
  readonly onZero: () => void
  readonly onClose: () => void
}

/** One node: its label, which can be changed, the points it joins, and whether it is 0 V. */
export function NodePanel({ node, of, isZero, parts, labels, onRename, onZero, onClose }: Props) {
  const [typed, setTyped] = useState(of.label)
  const label = typed.trim()
  const problem =
    label === '' || label === of.label
      ? null
      : !isNodeLabel(label)
        ? labelRule
        : labels.includes(label)
          ? `another node is ${label}`
          : null
  const done = () => {
    if (problem !== null) return
    if (label !== of.label) onRename(label)
    onClose()
  }
  return (
    <form
      aria-label={`Node ${of.label}`}
      onSubmit={(event) => {
        event.preventDefault()
        done()
      }}
      className="grid w-64 gap-1.5"
    >
      <label className="flex items-center gap-2">
        <NodeBadge node={node} label={of.label} /> Label
        <input
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          // oxlint-disable-next-line jsx-a11y/no-autofocus -- the node was pointed at to be named
          autoFocus
          onFocus={(event) => event.target.select()}
          aria-invalid={problem !== null}
          aria-describedby="node-hint"
          className="h-8 w-20 field font-mono"
        />
        <Button type="submit">OK</Button>
      </label>
      <p id="node-hint" role="status" className={problem ? 'text-xs text-trouble' : 'text-xs text-soft'}>
        {problem ?? 'Empty gives it back its number or letter.'}
      </p>
      <p>
        Points <span className="font-mono">{of.points.join(' ')}</span>
        {parts.length > 0 && (
          <>
            ; ends of <span className="font-mono">{parts.join(' ')}</span>
          </>
        )}
      </p>
      {isZero ? (
        <p className="text-soft">0&#8239;V is here.</p>
      ) : (
        <Button
          onClick={() => {
            onZero()
            onClose()
          }}
        >
          Make this 0&#8239;V
        </Button>
      )}
    </form>
  )
}
