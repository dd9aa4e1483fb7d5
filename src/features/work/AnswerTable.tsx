'use client'

import { memo, useMemo, useState } from 'react'
import { type Worksheet, amountAt, currentKeys } from '@/core/worksheet'
import { differs, shownText, type Amount, type Quantity, type Unit } from '@/core/number'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import { Value } from '@/ui/turned'
import { answerRows, columns as quantities, currentsByPart, percent, supplyRow, type AnswerRow } from '@/core/report'
import { Pointable } from './Pointable'
import { NodeBadge } from '@/ui/Drawing'
import { currentNameRule, isCurrentName } from '@/core/network'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import { RoundedBalance } from './Rounded'

/** Rows shown before the person asks for all. */
const atFirst = 200

const keys = ['name', ...quantities.map(({ key }) => key), 'share'] as const
type Key = (typeof keys)[number]
const headings: Readonly<Record<Key, string>> = {
  name: 'part',
  resistance: 'R',
  voltage: 'V',
  current: 'I',
  power: 'P',
  share: 'share of P',
}

/** By which column the rows are sorted, and whether upward. */
interface Sorting {
  readonly by: Key
  readonly isUp: boolean
}

/** A column is sorted by, then the other way round, then no longer; names begin upward, values with the largest. */
function turned(before: Sorting | null, by: Key): Sorting | null {
  const isUpFirst = by === 'name'
  if (before?.by !== by) return { by, isUp: isUpFirst }
  return before.isUp === isUpFirst ? { by, isUp: !isUpFirst } : null
}

const { compare } = new Intl.Collator('en', { numeric: true })

/** Rows in an order of one column; those without a value stand last. */
function sorted(rows: readonly AnswerRow[], sorting: Sorting | null): readonly AnswerRow[] {
  if (sorting === null) return rows
  const { by, isUp } = sorting
  const sign = isUp ? 1 : -1
  if (by === 'name') return rows.toSorted((a, b) => sign * compare(a.name, b.name))
  const valueOf = (row: AnswerRow) => (by === 'share' ? row.share : row[by]?.value) ?? null
  return rows.toSorted((a, b) => {
    const [x, y] = [valueOf(a), valueOf(b)]
    return x === null || y === null ? Number(x === null) - Number(y === null) : sign * (x - y)
  })
}

/** R, V, I, P and the share of the power, for every resistor and the supply. */
export const AnswerTable = memo(function AnswerTable({
  worksheet,
  exact,
}: {
  readonly worksheet: Worksheet
  /** The same without rounding, where values are rounded as on paper. */
  readonly exact: Worksheet | null
}) {
  const [sorting, setSorting] = useState<Sorting | null>(null)
  const [all, setAll] = useState(false)
  const { outcome, elements, derivation, network } = worksheet
  const named = useMemo(() => currentsByPart(worksheet), [worksheet])
  const rows = useMemo(() => answerRows(worksheet), [worksheet])
  /** The line of a value of the table. */
  const lineOf = useMemo(() => {
    const ids = new Map(elements.flatMap(({ name, part }, id) => (part === null ? [] : [[name, id] as const])))
    const readings = new Map(derivation.readings.map(({ part, line }) => [network.parts[part].name, line]))
    return ({ name, kind }: AnswerRow, quantity: Quantity): number | undefined => {
      const reading = readings.get(name)
      if (reading !== undefined) return derivation.lines[reading].quantity === quantity ? reading : undefined
      const id = kind === 'supply' ? (derivation.supply ?? derivation.whole ?? undefined) : ids.get(name)
      return id === undefined ? undefined : derivation.found[quantity][id]
    }
  }, [elements, derivation, network])
  const exactly = useMemo(() => exact && new Map(answerRows(exact).map((row) => [row.name, row])), [exact])
  const inOrder = useMemo(() => sorted(rows, sorting), [rows, sorting])
  if (rows.length === 0) return null
  const shown = inOrder.slice(0, all ? undefined : atFirst)
  const balance = outcome.checks.find(({ law }) => law === 'power')
  const source = network.parts[worksheet.wiring.supply]
  const whole = supplyRow(outcome)
  return (
    <section aria-label="Answers" className="mt-3">
      <Potentials worksheet={worksheet} />
      <BranchCurrents worksheet={worksheet} />
      <div className="overflow-x-auto rounded-md border border-line bg-sheet">
        <table className="w-full border-collapse">
          <caption className="sr-only">Resistance, voltage, current and power of every resistor</caption>
          <thead>
            <tr className="border-b border-line">
              {keys.map((key) => {
                const isUp = sorting?.by === key ? sorting.isUp : null
                return (
                  <th
                    key={key}
                    aria-sort={isUp === null ? 'none' : isUp ? 'ascending' : 'descending'}
                    className={key === 'name' ? 'text-left' : 'text-right'}
                  >
                    <button
                      type="button"
                      onClick={() => setSorting((before) => turned(before, key))}
                      className="min-h-7 px-3 font-semibold text-soft hover:text-ink"
                    >
                      {headings[key]}
                      <span aria-hidden>{isUp === null ? '' : isUp ? ' ▲' : ' ▼'}</span>
                    </button>
                  </th>
                )
              })}
            </tr>
          </thead>
          <tbody className="font-mono text-[13px]">
            {shown.map((row) => (
              <tr key={row.name} className="hover:bg-panel">
                <td className="px-3 text-left">{row.name}</td>
                {quantities.map(({ key, unit }) => (
                  <td key={key} className="px-3 py-0 text-right whitespace-nowrap">
                    <Pointable line={lineOf(row, key)} of={`${key} of ${row.name}`}>
                      {key === 'current' && named.has(row.name) && (
                        <span className="mr-2 text-soft">{named.get(row.name)}</span>
                      )}
                      <Value line={lineOf(row, key)} amount={row[key]} unit={unit} />
                      {exactly && key !== 'resistance' && (
                        <Exactly amount={exactly.get(row.name)?.[key] ?? null} paper={row[key]} unit={unit} />
                      )}
                    </Pointable>
                  </td>
                ))}
                <td className="px-3 py-0 text-right whitespace-nowrap">
                  <Share share={row.share} />
                </td>
              </tr>
            ))}
          </tbody>
          <tfoot className="border-t border-line font-mono text-[13px] font-semibold">
            <tr>
              <td className="px-3 py-1">
                {source.kind === 'source' ? `supply ${source.name}` : `between ${source.name}`}
              </td>
              {quantities.map(({ key, unit }) => (
                <td key={key} className="px-3 text-right">
                  {key === 'current' && named.has(source.name) && (
                    <span className="mr-2 text-soft">{named.get(source.name)}</span>
                  )}
                  <Pointable line={lineOf(whole, key)} of={`${key} of the supply`}>
                    <Value line={lineOf(whole, key)} amount={whole[key]} unit={unit} />
                  </Pointable>
                </td>
              ))}
              <td className="px-3 text-right">
                {/* Of no power nothing is added up. */}
                {!whole.power?.value ? null : exact ? (
                  <RoundedBalance worksheet={worksheet} />
                ) : (
                  balance &&
                  (balance.holds ? (
                    <span className="text-holds">✓ adds up</span>
                  ) : (
                    <span className="text-trouble">✗ does not add up</span>
                  ))
                )}
              </td>
            </tr>
          </tfoot>
        </table>
      </div>
      {shown.length < rows.length && (
        <Button look="plain" onClick={() => setAll(true)}>
          Show all {rows.length.toLocaleString('en')} rows
        </Button>
      )}
    </section>
  )
})

/** The exact value, where the one on paper differs from it. */
function Exactly({
  amount,
  paper,
  unit,
}: {
  readonly amount: Amount | null
  readonly paper: Amount | null
  readonly unit: Unit
}) {
  if (!amount || !paper || !differs(paper, amount)) return null
  return (
    <span className="block text-[11px] text-soft" data-exact-beside>
      {barred(shownText(amount, unit, 6))}
    </span>
  )
}

function Share({ share }: { readonly share: number | null }) {
  return (
    <span className="inline-flex items-center justify-end gap-2">
      {percent(share)}
      {share !== null && (
        <span aria-hidden className="inline-block w-24">
          <span className="block h-1.5 rounded-sm bg-expand" style={{ width: `${100 * share}%` }} />
        </span>
      )}
    </span>
  )
}

/** Nodes shown; a longer list is cut with the count of the rest. */
const mostNodes = 200

/** The potential of every node, from the + end down to 0 V. */
function Potentials({ worksheet }: { readonly worksheet: Worksheet }) {
  const { nodes } = worksheet.outcome
  if (nodes.every(({ potential }) => potential === null)) return null
  return (
    <dl aria-label="Potentials" className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      <dt className="text-soft">potentials against 0 V</dt>
      {nodes.slice(0, mostNodes).map(({ label, potential }, node) => (
        <dd key={label} className="flex items-center gap-1.5 font-mono text-[13px]">
          <NodeBadge node={node} label={label} />
          <Pointable line={worksheet.derivation.found.potential[node]} of={`potential of node ${label}`}>
            <Value line={worksheet.derivation.found.potential[node]} amount={potential} unit="V" />
          </Pointable>
        </dd>
      ))}
      {nodes.length > mostNodes && <dd className="text-soft">… and {nodes.length - mostNodes} more</dd>}
    </dl>
  )
}

/** More branches have their names in the table. */
const mostBranches = 40

/** The current of every branch by its name, which can be changed. */
function BranchCurrents({ worksheet }: { readonly worksheet: Worksheet }) {
  const { store, choose } = useOpenNetwork()
  const { currents, derivation, network, wiring } = worksheet
  if (currents === null || derivation.whole === null) return null
  const branches = currentKeys(worksheet, derivation.whole, network.parts[wiring.supply].name)
  const rename = (key: string, name: string, element: number) => {
    if (name === currents[element]) return
    const { [key]: _before, ...others } = store.getState().document.worksheet?.currentNames ?? {}
    const isTaken = branches.some((it) => it.key !== key && others[it.key] === name)
    if (name !== '' && !isCurrentName(name)) toast.error(`I${name} cannot be a name: ${currentNameRule}`)
    else if (isTaken) toast.error(`Another branch current is called I${name}`)
    else {
      const names = name === '' ? others : { ...others, [key]: name }
      choose({ currentNames: Object.keys(names).length > 0 ? names : undefined })
    }
  }
  return (
    <dl aria-label="Branch currents" className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <dt className="text-soft">branch currents</dt>
      {branches.slice(0, mostBranches).map(({ key, element }) => (
        <dd key={key} className="flex items-center font-mono text-[13px]">
          <span aria-hidden>I</span>
          <Name
            key={currents[element]}
            of={key}
            name={currents[element]}
            onName={(name) => rename(key, name, element)}
          />
          <Pointable line={derivation.found.current[element]} of={`current I${currents[element]}`}>
            <Value line={derivation.found.current[element]} amount={amountAt(worksheet, 'current', element)} unit="A" />
          </Pointable>
        </dd>
      ))}
      {branches.length > mostBranches && <dd className="text-soft">… and {branches.length - mostBranches} more</dd>}
    </dl>
  )
}

function Name({
  of,
  name,
  onName,
}: {
  readonly of: string
  readonly name: string
  readonly onName: (name: string) => void
}) {
  const [typed, setTyped] = useState(name)
  const leave = () => {
    onName(typed.trim())
    setTyped(name)
  }
  return (
    <input
      aria-label={`name of the current in ${of}, after its I`}
      title="Another name; empty gives it its number back"
      value={typed}
      maxLength={8}
      spellCheck={false}
      autoComplete="off"
      onChange={(event) => setTyped(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur()
        if (event.key === 'Escape') setTyped(name)
      }}
      style={{ width: `${Math.max(1, typed.length) + 0.6}ch` }}
      className="mr-1 h-6 min-w-6 rounded border border-transparent bg-transparent px-0 hover:border-edge focus:border-edge print:border-none"
    />
  )
}
