import { useMemo, useState } from 'react'
import { changesText, unitOfLine, type Worksheet } from '@/core/worksheet'
import { differs, shownText } from '@/core/number'
import { answerRows, supplyRow, type AnswerRow } from '@/core/report'
import { Select } from '@/ui/controls'
import { barred } from '@/ui/Barred'
import { useSettings } from '@/ui/settings'
import { strengthText } from '@/ui/turned'
import type { Held, WhatIf } from './state'

const quantities = ['voltage', 'current', 'power'] as const

/** Two states of the network held against each other, value by value. */
export function Compared({ whatIf: { base, changes, worksheet, held } }: { readonly whatIf: WhatIf }) {
  const { figures } = useSettings().settings
  const text = changesText(base, changes, figures)
  const states: readonly Held[] = [
    { label: 'as drawn', worksheet: base },
    ...held,
    ...(text && !held.some(({ label }) => label === text) ? [{ label: text, worksheet }] : []),
  ]
  const [[left, right], choose] = useState<readonly [string | null, string | null]>([null, null])
  const find = (label: string | null, or: Held) => states.find((it) => it.label === label) ?? or
  const before = find(left, states[0])
  const after = find(right, states[states.length - 1])
  if (states.length < 2) return null
  return (
    <details open className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5" data-compared>
      <summary className="min-h-6 font-semibold">Compare</summary>
      <div className="flex flex-wrap items-center gap-2 py-1">
        <StateChoice label="one state" states={states} of={before} onChoose={(label) => choose([label, right])} />
        <span aria-hidden>|</span>
        <StateChoice label="the other state" states={states} of={after} onChoose={(label) => choose([left, label])} />
      </div>
      {/* oxlint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- keys scroll it where it is too wide */}
      <div role="region" aria-label="Both states, value by value" tabIndex={0} className="overflow-x-auto">
        <ComparedTable before={before.worksheet} after={after.worksheet} names={[before.label, after.label]} />
      </div>
    </details>
  )
}

function StateChoice({
  label,
  states,
  of,
  onChoose,
}: {
  readonly label: string
  readonly states: readonly Held[]
  readonly of: Held
  readonly onChoose: (label: string) => void
}) {
  return (
    <Select
      label={label}
      value={of.label}
      options={states.map((it) => ({ value: it.label, name: it.label }))}
      onChange={onChoose}
      className="text-xs"
    />
  )
}

function ComparedTable({
  before,
  after,
  names,
}: {
  readonly before: Worksheet
  readonly after: Worksheet
  readonly names: readonly [string, string]
}) {
  const { figures } = useSettings().settings
  const rows = useMemo(() => comparedRows(before, after), [before, after])
  return (
    <table className="w-full border-collapse font-mono text-[13px]">
      <caption className="sr-only">
        {names[0]} against {names[1]}
      </caption>
      <thead>
        <tr className="border-b border-line text-soft">
          <th className="px-2 text-left font-semibold">part</th>
          {['V', 'I', 'P'].map((symbol) => (
            <th key={symbol} className="px-2 text-right font-semibold">
              {symbol}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, cells }) => (
          <tr key={name}>
            <th scope="row" className="px-2 text-left font-normal">
              {name}
            </th>
            {cells.map(({ unit, was, is }, i) => {
              const isOther = was && is ? differs(was, is) : was !== is
              const change = was && is && was.value !== 0 ? 100 * (is.value / was.value - 1) : null
              return (
                <td key={i} className="px-2 text-right whitespace-nowrap">
                  {isOther ? (
                    <>
                      <span className="text-soft">{was ? barred(shownText(was, unit, figures)) : '–'} |</span>{' '}
                      <strong>{is ? barred(shownText(is, unit, figures)) : '–'}</strong>
                      {change !== null && (
                        <span className="ml-2 inline-block w-16 text-xs text-soft">{strengthText(change)}</span>
                      )}
                    </>
                  ) : (
                    <span className="text-soft">{was ? barred(shownText(was, unit, figures)) : '–'}</span>
                  )}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** Voltage, current and power of the supply and of every resistor of either state, in the direction in which currents run. */
function comparedRows(before: Worksheet, after: Worksheet) {
  const [was, is] = [before, after].map(rowsOf)
  return [...new Set([...was.keys(), ...is.keys()])].map((name) => ({
    name,
    cells: quantities.map((quantity) => ({
      unit: unitOfLine({ quantity }),
      was: was.get(name)?.[quantity] ?? null,
      is: is.get(name)?.[quantity] ?? null,
    })),
  }))
}

function rowsOf(worksheet: Worksheet): ReadonlyMap<string, AnswerRow> {
  const resistors = answerRows(worksheet).filter(({ kind }) => kind === 'resistor')
  return new Map([supplyRow(worksheet.outcome), ...resistors].map((row) => [row.name, row]))
}
