import { useMemo } from 'react'
import { changesText, type Changes } from '@/core/worksheet'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { Docked } from '@/ui/Dock'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'
import { keepChanges, type ChangeWhatIf, type WhatIf, tryChanges } from './state'

/** What is otherwise than it was drawn, and actions about that; out of the way while a value is pointed at. */
export function WhatIfBar({ whatIf, onWhatIf }: { readonly whatIf: WhatIf; readonly onWhatIf: ChangeWhatIf }) {
  const { figures } = useSettings().settings
  const { store } = useOpenNetwork()
  const { base, changes, worksheet, held } = whatIf
  const text = changesText(base, changes, figures)
  const change = (next: Changes) => {
    const state = tryChanges(base, next, changesText(base, next, figures), whatIf)
    if (state) onWhatIf(state)
  }
  const without = (list: readonly string[], name: string) => list.filter((it) => it !== name)
  const commands = useMemo(
    (): readonly Command[] => [
      { name: 'Put everything back as drawn', keys: 'shift+esc', inFields: true, run: () => onWhatIf(null) },
    ],
    [onWhatIf],
  )
  return (
    <Docked label="What if" isAtFoot>
      <div className="border-l-4 border-chosen px-4 py-2.5">
        <Commands group="This screen" list={commands} />
        <div className="flex flex-wrap items-center gap-2">
          <p role="status">
            {text ? (
              <>
                <strong>What if:</strong> <span className="font-mono">{barred(text)}</span>
              </>
            ) : (
              'As drawn. The states that you kept are below.'
            )}
          </p>
          {changes.out.map((name) => (
            <Button key={name} onClick={() => change({ ...changes, out: without(changes.out, name) })}>
              Put {name} back
            </Button>
          ))}
          {changes.bridged.map((name) => (
            <Button key={name} onClick={() => change({ ...changes, bridged: without(changes.bridged, name) })}>
              Remove the short over {name}
            </Button>
          ))}
          <span className="ml-auto flex flex-wrap gap-2">
            {text && !held.some(({ label }) => label === text) && (
              <Button onClick={() => onWhatIf({ ...whatIf, held: [...held, { label: text, worksheet }] })}>
                Keep it to compare
              </Button>
            )}
            {text && (
              <Button
                look="strong"
                onClick={() => {
                  keepChanges(store, base, changes)
                  onWhatIf(null)
                }}
              >
                Keep these values
              </Button>
            )}
            <Button tip="Put everything back as drawn" keys="shift+esc" onClick={() => onWhatIf(null)}>
              Put all back
            </Button>
          </span>
        </div>
      </div>
    </Docked>
  )
}
