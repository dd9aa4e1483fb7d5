'use client'

import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table'
import dynamic from 'next/dynamic'
import { memo, useMemo, useState } from 'react'
import type { Worksheet } from '@/core/worksheet'
import { differs, shownText, type Amount, type Quantity, type Unit } from '@/core/number'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'
import { onceThere } from '@/ui/onceThere'
import { answerRows, columns as quantities, currentsByPart, percent, supplyRow, type AnswerRow } from '@/core/report'
import { BranchCurrents } from './BranchCurrents'
import { Pointable } from './Pointable'
import { Potentials } from './Potentials'

const RoundedBalance = dynamic(() => onceThere(() => import('./Rounded')).then((module) => module.RoundedBalance))

const helper = createColumnHelper<AnswerRow>()
/** Rows shown before the person asks for all. */
const atFirst = 200
const arrows = { asc: ' ▲', desc: ' ▼' } as const

/** R, V, I, P and the share of the power, for every resistor and the supply. */
export const AnswerTable = memo(function AnswerTable({
  worksheet,
  exact,
}: {
  readonly worksheet: Worksheet
  /** The same without rounding, where values are rounded as on paper. */
  readonly exact: Worksheet | null
}) {
  const { figures } = useSettings().settings
  const [sorting, setSorting] = useState<SortingState>([])
  const [all, setAll] = useState(false)
  const { analysis, elements, derivation, network } = worksheet
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
  const columns = useMemo(
    () => [
      helper.accessor('name', { header: 'part', sortingFn: 'alphanumeric', sortDescFirst: false }),
      ...quantities.map(({ key, symbol, unit }) =>
        helper.accessor((row) => row[key]?.value ?? undefined, {
          id: key,
          header: symbol,
          sortUndefined: 'last',
          cell: ({ row }) => (
            <>
              {key === 'current' && named.has(row.original.name) && (
                <span className="mr-2 text-soft">{named.get(row.original.name)}</span>
              )}
              {barred(shownText(row.original[key], unit, figures))}
              {exactly && key !== 'resistance' && (
                <Exactly amount={exactly.get(row.original.name)?.[key] ?? null} paper={row.original[key]} unit={unit} />
              )}
            </>
          ),
        }),
      ),
      helper.accessor((row) => row.share ?? undefined, {
        id: 'share',
        header: 'share of P',
        sortUndefined: 'last',
        cell: ({ row }) => <Share share={row.original.share} />,
      }),
    ],
    [figures, exactly, named],
  )
  // oxlint-disable-next-line react/incompatible-library -- the table's functions are not passed on
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    // It has no pages; going back to the first would draw it twice.
    autoResetPageIndex: false,
  })
  if (rows.length === 0) return null
  const shown = table.getRowModel().rows.slice(0, all ? undefined : atFirst)
  const balance = analysis.checks.find(({ law }) => law === 'power')
  const source = network.parts[worksheet.wiring.supply]
  const whole = supplyRow(analysis)
  return (
    <section aria-label="Answers" className="mt-3">
      <Potentials worksheet={worksheet} />
      <BranchCurrents worksheet={worksheet} />
      <div className="overflow-x-auto rounded-md border border-line bg-sheet">
        <table className="w-full border-collapse">
          <caption className="sr-only">Resistance, voltage, current and power of every resistor</caption>
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b border-line">
                {group.headers.map((header, i) => {
                  const sorted = header.column.getIsSorted()
                  return (
                    <th
                      key={header.id}
                      aria-sort={sorted === false ? 'none' : sorted === 'asc' ? 'ascending' : 'descending'}
                      className={i === 0 ? 'text-left' : 'text-right'}
                    >
                      <button
                        type="button"
                        onClick={header.column.getToggleSortingHandler()}
                        className="min-h-7 px-3 font-semibold text-soft hover:text-ink"
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        <span aria-hidden>{sorted === false ? '' : arrows[sorted]}</span>
                      </button>
                    </th>
                  )
                })}
              </tr>
            ))}
          </thead>
          <tbody className="font-mono text-[13px]">
            {shown.map((row) => (
              <tr key={row.id} className="hover:bg-panel">
                {row.getVisibleCells().map((cell, i) => {
                  const quantity = quantities.find(({ key }) => key === cell.column.id)?.key
                  return (
                    <td key={cell.id} className={i === 0 ? 'px-3 text-left' : 'px-3 py-0 text-right whitespace-nowrap'}>
                      <Pointable
                        line={quantity && lineOf(row.original, quantity)}
                        of={`${cell.column.id} of ${row.original.name}`}
                      >
                        {flexRender(cell.column.columnDef.cell, cell.getContext())}
                      </Pointable>
                    </td>
                  )
                })}
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
                    {barred(shownText(whole[key], unit, figures))}
                  </Pointable>
                </td>
              ))}
              <td className="px-3 text-right">
                {exact ? (
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
