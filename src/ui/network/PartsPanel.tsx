import clsx from 'clsx'
import { Plus, Trash2 } from 'lucide-react'
import { memo, useMemo, useState, type ClipboardEvent } from 'react'
import { useStore } from 'zustand'
import { kinds, type PartDocument, type Problem } from '@/core/network'
import { inFormat, shownText } from '@/core/number'
import { Select } from '../controls'
import { Button } from '@/ui/Button'
import { NodeBadge } from '@/ui/Drawing'
import { addPart, changeField, inFormatNote, isTable, noteProblem, removePart, valueOf, type Field } from './partRows'
import { useOpenNetwork } from './OpenNetwork'
import type { WorkStore } from './store'

/** Rows shown at once; a longer list opens in pieces. */
const piece = 100
const groupSize = 10
const views = {
  ends: {
    name: 'ends',
    fields: ['name', 'kind', 'from', 'to', 'value'],
    columns:
      'grid grid-cols-[minmax(0,16fr)_minmax(0,26fr)_minmax(0,15fr)_minmax(0,15fr)_minmax(0,20fr)_2rem] items-center gap-1',
  },
  notes: {
    name: 'tolerance and rating',
    fields: ['name', 'value', 'tolerance', 'rating'],
    columns: 'grid grid-cols-[minmax(0,16fr)_minmax(0,24fr)_minmax(0,24fr)_minmax(0,24fr)_2rem] items-center gap-1',
  },
} as const
type View = keyof typeof views

/** The parts as a table: every cell can be edited, and rows of a spreadsheet pasted. */
export function PartsPanel() {
  const { store, worked } = useOpenNetwork()
  const { worksheet, problems } = worked
  const document = useStore(store, (state) => state.document)
  const [shown, setShown] = useState(piece)
  const [view, setView] = useState<View>('ends')
  const { columns, fields } = views[view]
  const paste = async (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text')
    if (!isTable(text)) return
    event.preventDefault()
    const { importText } = await import('./importText')
    importText(store, 'the pasted rows', text)
  }
  const points = [...new Set(document.parts.flatMap(({ from, to }) => [from, to]))].filter(Boolean)
  const known = document.known
  const rows = Math.min(shown, document.parts.length)
  const groups = Array.from({ length: Math.ceil(rows / groupSize) }, (_, i) => i * groupSize)
  const nodeOf = useMemo(() => {
    const nodes = worksheet !== null && worksheet.network === worked.network ? worksheet.wiring.nodes : []
    return new Map(nodes.flatMap(({ label, points: joined }, node) => joined.map((point) => [point, { node, label }])))
  }, [worksheet, worked.network])
  return (
    <section aria-label="Parts list" onPaste={(event) => void paste(event)}>
      <div className="mb-2 flex items-center justify-between">
        <Button onClick={() => store.change(addPart(store.getState().document), null)}>
          <Plus size={15} aria-hidden /> Add a part
        </Button>
      </div>
      <div role="group" aria-label="Columns of the parts list" className="mb-1 flex text-xs">
        {(['ends', 'notes'] as const).map((key) => (
          <Button
            key={key}
            look="plain"
            aria-pressed={view === key}
            onClick={() => setView(key)}
            className={clsx('!min-h-7', view === key && 'font-semibold underline')}
          >
            {views[key].name}
          </Button>
        ))}
      </div>
      <div role="table" aria-label="Parts" className="text-xs">
        <div role="row" className={clsx(columns, 'text-soft')}>
          {fields.map((heading) => (
            <span key={heading} role="columnheader" className="py-1 font-medium">
              {heading}
            </span>
          ))}
          <span role="columnheader" className="sr-only">
            remove
          </span>
        </div>
        {groups.map((group) => (
          // Rows out of sight cost nothing until they come into it.
          <div key={group} role="rowgroup" className="rows-asleep">
            {document.parts.slice(group, Math.min(shown, group + groupSize)).map((part, i) => (
              <Row
                key={i}
                view={view}
                store={store}
                part={part}
                index={group + i}
                // Rows of parts that are right stay as they are when another one changes.
                problems={problems.some((problem) => concerns(problem, part, group + i)) ? problems : none}
                fromNode={nodeOf.get(part.from)?.node}
                fromLabel={nodeOf.get(part.from)?.label}
                toNode={nodeOf.get(part.to)?.node}
                toLabel={nodeOf.get(part.to)?.label}
                known={part.kind === 'source' && known ? `${known.part} ${known.value}` : undefined}
              />
            ))}
          </div>
        ))}
      </div>
      {document.parts.length > shown && (
        <Button look="plain" onClick={() => setShown(shown + 10 * piece)}>
          Show more of {document.parts.length.toLocaleString('en')} parts
        </Button>
      )}
      <p className="mt-2 text-xs text-soft">
        Rows of a spreadsheet can be pasted here: name, kind, from, to, value. Points with the same name are joined.
      </p>
      <span className="mt-3 flex items-center gap-2">
        0 V at point
        <Select
          label="0 V at point"
          value={document.reference ?? ''}
          options={[
            { value: '', name: 'the − end' },
            ...points.slice(0, 500).map((point) => ({ value: point, name: point })),
          ]}
          onChange={(point) => {
            const { reference: _before, ...rest } = store.getState().document
            store.change(point === '' ? rest : { ...rest, reference: point }, null)
          }}
        />
      </span>
      <label className="mt-3 block">
        Notes
        <textarea
          value={document.notes ?? ''}
          rows={4}
          onChange={(event) => store.change({ ...store.getState().document, notes: event.target.value }, 'notes')}
          onBlur={store.pause}
          className="mt-1 w-full field py-1.5"
        />
      </label>
      {worksheet && (
        <>
          <h2 className="mt-3 mb-1 font-semibold">Nodes</h2>
          <table className="w-full text-xs">
            <thead className="text-left text-soft">
              <tr>
                <th className="font-medium">node</th>
                <th className="font-medium">points joined</th>
                <th className="text-right font-medium">potential</th>
              </tr>
            </thead>
            <tbody>
              {worksheet.outcome.nodes.slice(0, piece).map(({ label, points: joined, potential }, node) => (
                <tr key={label}>
                  <td className="py-0.5">
                    <NodeBadge node={node} label={label} />
                  </td>
                  <td className="font-mono">{joined.join(' ')}</td>
                  <td className="text-right font-mono">{shownText(potential, 'V', 4)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  )
}

const none: readonly Problem[] = []

function concerns(problem: Problem, part: PartDocument, index: number): boolean {
  return problem.part === part.name || problem.part === `parts[${index}]`
}

interface RowProps {
  readonly view: View
  readonly store: WorkStore
  readonly part: PartDocument
  readonly index: number
  readonly problems: readonly Problem[]
  /** The nodes of its ends, where they are known. */
  readonly fromNode?: number
  readonly fromLabel?: string
  readonly toNode?: number
  readonly toLabel?: string
  /** What is known instead of the source's voltage. */
  readonly known?: string
}

const Row = memo(function Row({ view, store, part, index, problems, known, ...nodes }: RowProps) {
  const badgeAt = (field: Field) =>
    field === 'from'
      ? { node: nodes.fromNode, label: nodes.fromLabel }
      : field === 'to'
        ? { node: nodes.toNode, label: nodes.toLabel }
        : {}
  const { columns, fields } = views[view]
  const problemAt = (field: Field): string | null => {
    if (field === 'tolerance' || field === 'rating')
      return part.kind === 'resistor' ? noteProblem(field, part[field]) : null
    const fields = field === 'value' ? ['resistance', 'voltage'] : [field]
    return problems.find((problem) => concerns(problem, part, index) && fields.includes(problem.field))?.message ?? null
  }
  const edit = (field: Field, text: string) =>
    store.change(changeField(store.getState().document, index, field, text), `${index} ${field}`)
  return (
    <div role="row" className={clsx(columns, 'h-8')}>
      {fields.map((field: Field) => (
        <div key={field} role="cell">
          {field === 'kind' ? (
            <Select
              label={`kind of ${part.name}`}
              value={part.kind}
              options={[...new Set([...kinds, part.kind])].map((kind) => ({ value: kind, name: kind }))}
              onChange={(kind) => edit(field, kind)}
              className="!h-7 w-full !px-1"
            />
          ) : (
            <Cell
              name={`${field} of ${part.name || `row ${index + 1}`}`}
              text={field === 'value' ? valueOf(part) : String(part[field] ?? '')}
              problem={problemAt(field)}
              disabled={
                part.kind !== 'resistor' &&
                ((field === 'value' && part.kind !== 'source') || field === 'tolerance' || field === 'rating')
              }
              placeholder={placeholderOf(field, part, known)}
              {...badgeAt(field)}
              onChange={(text) => edit(field, text)}
              onLeave={() => {
                if (field === 'value' && inFormat(valueOf(part)) !== valueOf(part)) edit(field, inFormat(valueOf(part)))
                if ((field === 'tolerance' || field === 'rating') && typeof part[field] === 'string') {
                  const written = inFormatNote(field, part[field])
                  if (written !== part[field]) edit(field, written)
                }
                store.pause()
              }}
            />
          )}
        </div>
      ))}
      <div role="cell">
        <Button
          look="plain"
          aria-label={`Remove ${part.name}`}
          className="!min-h-7 !min-w-7 !px-1"
          onClick={() => store.change(removePart(store.getState().document, index), null)}
        >
          <Trash2 size={14} aria-hidden />
        </Button>
      </div>
    </div>
  )
})

function placeholderOf(field: Field, part: PartDocument, known: string | undefined): string | undefined {
  if (field === 'value') return part.kind === 'resistor' ? 'no value yet' : known
  if (part.kind !== 'resistor') return undefined
  return field === 'tolerance' ? '5 % unless noted' : field === 'rating' ? 'none' : undefined
}

interface CellProps {
  readonly name: string
  readonly text: string
  readonly problem: string | null
  readonly disabled?: boolean
  readonly placeholder?: string
  /** The node that the cell's point belongs to; its label stands at the right. */
  readonly node?: number
  readonly label?: string
  readonly onChange: (text: string) => void
  readonly onLeave: () => void
}

function Cell({ name, text, problem, disabled, placeholder, node, label, onChange, onLeave }: CellProps) {
  return (
    <div className="relative">
      <input
        aria-label={name}
        aria-invalid={problem !== null}
        title={problem ?? undefined}
        value={text}
        disabled={disabled}
        placeholder={placeholder}
        spellCheck={false}
        autoComplete="off"
        onChange={(event) => onChange(event.target.value)}
        onBlur={onLeave}
        className={clsx(
          'h-7 w-full field !px-1.5 font-mono disabled:opacity-40',
          problem && '!border-trouble !bg-trouble-wash',
          node !== undefined && '!pr-6',
        )}
      />
      {node !== undefined && label !== undefined && (
        <span className="pointer-events-none absolute top-1 right-1">
          <NodeBadge node={node} label={label} />
        </span>
      )}
    </div>
  )
}
