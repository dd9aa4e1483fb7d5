import { useState } from 'react'
import {
  changesText,
  noChanges,
  oneByOne,
  workChanged,
  type Changes,
  type Knob,
  type Worksheet,
} from '@/core/worksheet'
import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'
import { type ChangeWhatIf, type Held, type WhatIf, tryChanges } from './state'
import { Which } from './Which'

interface Props {
  readonly worksheet: Worksheet
  readonly whatIf: WhatIf | null
  readonly onWhatIf: ChangeWhatIf
}

/** What else can be done with a value that is given: its part taken out or bridged over, and asked which value is wanted. */
export function KnobTools({
  worksheet,
  whatIf,
  onWhatIf,
  knob,
  changes,
  onTurn,
}: Props & {
  readonly knob: Knob
  /** What is otherwise, with what the knob is turned to. */
  readonly changes: Changes
  /** Turns the knob to a value that was found. */
  readonly onTurn: Parameters<typeof Which>[0]['onTurn']
}) {
  const { figures } = useSettings().settings
  const [asks, setAsks] = useState(false)
  const base = whatIf?.base ?? worksheet
  const change = (next: Changes) => {
    const state = tryChanges(base, next, changesText(base, next, figures), whatIf)
    if (state) onWhatIf(state)
  }
  const { part } = knob
  return (
    <>
      {knob.quantity === 'resistance' && (
        <>
          <Button className="!min-h-7 text-xs" onClick={() => change({ ...changes, out: [...changes.out, part] })}>
            Remove {part}
          </Button>
          {!changes.bridged.includes(part) && (
            <Button
              className="!min-h-7 text-xs"
              onClick={() => change({ ...changes, bridged: [...changes.bridged, part] })}
            >
              Short {part}
            </Button>
          )}
        </>
      )}
      <Button className="!min-h-7 text-xs" aria-expanded={asks} onClick={() => setAsks(!asks)}>
        Find {part} for …
      </Button>
      {asks && <Which key={`${changes.out} ${changes.bridged}`} worksheet={worksheet} knob={knob} onTurn={onTurn} />}
    </>
  )
}

/** The branches of a parallel group, switched in one by one; each state is kept to be compared. */
export function OneByOne({ worksheet, whatIf, onWhatIf, equivalent }: Props & { readonly equivalent: number }) {
  const base = whatIf?.base ?? worksheet
  const { name } = worksheet.elements[equivalent]
  return (
    <Button
      className="!min-h-7 text-xs"
      onClick={() => {
        const held = oneByOne(worksheet, equivalent).flatMap(({ with: label, out }): Held[] => {
          const state = workChanged(base, { ...noChanges, out })
          return 'status' in state ? [] : [{ label: `of ${name}: ${label}`, worksheet: state }]
        })
        onWhatIf({
          base,
          changes: whatIf?.changes ?? noChanges,
          worksheet: whatIf?.worksheet ?? base,
          held: [...(whatIf?.held ?? []).filter(({ label }) => held.every((it) => it.label !== label)), ...held],
        })
      }}
    >
      Add its branches one by one
    </Button>
  )
}
