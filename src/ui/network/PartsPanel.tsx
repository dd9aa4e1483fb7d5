import clsx from 'clsx'
import { Plus, Trash2 } from 'lucide-react'
import { memo, useState, type ClipboardEvent } from 'react'
import { useStore } from 'zustand'
import type { PartDocument, Problem } from '@/core/network'
import { Button } from '@/ui/Button'
import { NodeBadge } from '@/ui/NodeBadge'
import { addPart, changeField, isTable, removePart, valueOf, type Field } from './partRows'
import { useOpenNetwork } from './OpenNetwork'
import type { WorkStore } from './store'

const kinds = ['resistor', 'wire', 'source', 'terminals'] as const
/** Rows shown at once; a longer list opens in pieces. */
const piece = 100

/** The parts as a table: every cell can be edited, and rows of a spreadsheet pasted. */
export function PartsPanel() {
  const { store, worked } = useOpenNetwork()
  const { worksheet, problems } = worked
  const document = useStore(store, (state) => state.document)
  const [shown, setShown] = useState(piece)
  const paste = async (event: ClipboardEvent) => {
    const text = event.clipboardData.getData('text')
    if (!isTable(text)) return
    event.preventDefault()
    const { importText } = await import('./importText')
    importText(store, 'the pasted rows', text)
  }
  const points = [...new Set(document.parts.flatMap(({ from, to }) => [from, to]))].filter(Boolean)
  const known = document.known
  return (
    <aside aria-label="Parts list" onPaste={(event) => void paste(event)}>
      <div className="mb-2 flex items-center justify-between">
        <h2 className="font-semibold">Parts</h2>
        <Button onClick={() => store.change(addPart(store.getState().document), null)}>
          <Plus size={15} aria-hidden /> Add a part
        </Button>
      </div>
      <table className="w-full table-fixed border-collapse text-xs">
        <thead className="text-left text-soft">
          <tr>
            <th className="w-[19%] py-1 font-medium">name</th>
            <th className="w-[24%] font-medium">kind</th>
            <th className="w-[14%] font-medium">from</th>
            <th className="w-[14%] font-medium">to</th>
            <th className="font-medium">value</th>
            <th className="w-8">
              <span className="sr-only">take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {document.parts.slice(0, shown).map((part, index) => (
            <Row
              key={index}
              store={store}
              part={part}
              index={index}
              // Rows of parts that are right stay as they are when another one changes.
              problems={problems.some((problem) => concerns(problem, part, index)) ? problems : none}
              known={part.kind === 'source' && known ? `${known.part} ${known.value}` : undefined}
            />
          ))}
        </tbody>
      </table>
      {document.parts.length > shown && (
        <Button look="plain" onClick={() => setShown(shown + 10 * piece)}>
          Show more of {document.parts.length.toLocaleString('en')} parts
        </Button>
      )}
      <p className="mt-2 text-xs text-soft">
        Rows of a spreadsheet can be pasted here: name, kind, from, to, value. Points with the same name are joined.
      </p>
      <label className="mt-3 flex items-center gap-2">
        0 V at point
        <select
          value={document.reference ?? ''}
          onChange={(event) => {
            const { reference: _before, ...rest } = store.getState().document
            store.change(event.target.value === '' ? rest : { ...rest, reference: event.target.value }, null)
          }}
          className="h-8 field"
        >
          <option value="">the − end</option>
          {points.slice(0, 500).map((point) => (
            <option key={point}>{point}</option>
          ))}
        </select>
      </label>
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
              {worksheet.analysis.nodes.slice(0, piece).map(({ label, points: joined, potential }, node) => (
                <tr key={label}>
                  <td className="py-0.5">
                    <NodeBadge node={node} label={label} />
                  </td>
                  <td className="font-mono">{joined.join(' ')}</td>
                  <td className="text-right font-mono">{potential?.text ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </aside>
  )
}

const none: readonly Problem[] = []

function concerns(problem: Problem, part: PartDocument, index: number): boolean {
  return problem.part === part.name || problem.part === `parts[${index}]`
}

interface RowProps {
  readonly store: WorkStore
  readonly part: PartDocument
  readonly index: number
  readonly problems: readonly Problem[]
  /** What is known instead of the source's voltage. */
  readonly known?: string
}

const Row = memo(function Row({ store, part, index, problems, known }: RowProps) {
  const problemAt = (field: Field): string | null => {
    const fields = field === 'value' ? ['resistance', 'voltage'] : [field]
    return problems.find((problem) => concerns(problem, part, index) && fields.includes(problem.field))?.message ?? null
  }
  const edit = (field: Field, text: string) =>
    store.change(changeField(store.getState().document, index, field, text), `${index} ${field}`)
  return (
    <tr>
      {(['name', 'kind', 'from', 'to', 'value'] as const).map((field) => (
        <td key={field} className="p-0.5">
          {field === 'kind' ? (
            <select
              aria-label={`kind of ${part.name}`}
              value={part.kind}
              onChange={(event) => edit(field, event.target.value)}
              className="h-7 w-full field !px-1"
            >
              {kinds.map((kind) => (
                <option key={kind}>{kind}</option>
              ))}
              {!kinds.includes(part.kind as (typeof kinds)[number]) && <option>{part.kind}</option>}
            </select>
          ) : (
            <Cell
              label={`${field} of ${part.name || `row ${index + 1}`}`}
              text={field === 'value' ? valueOf(part) : part[field]}
              problem={problemAt(field)}
              disabled={field === 'value' && (part.kind === 'wire' || part.kind === 'terminals')}
              placeholder={field === 'value' ? known : undefined}
              onChange={(text) => edit(field, text)}
              onLeave={store.pause}
            />
          )}
        </td>
      ))}
      <td>
        <Button
          look="plain"
          aria-label={`Take ${part.name} out`}
          className="!min-h-7 !min-w-7 !px-1"
          onClick={() => store.change(removePart(store.getState().document, index), null)}
        >
          <Trash2 size={14} aria-hidden />
        </Button>
      </td>
    </tr>
  )
})

interface CellProps {
  readonly label: string
  readonly text: string
  readonly problem: string | null
  readonly disabled?: boolean
  readonly placeholder?: string
  readonly onChange: (text: string) => void
  readonly onLeave: () => void
}

function Cell({ label, text, problem, disabled, placeholder, onChange, onLeave }: CellProps) {
  return (
    <input
      aria-label={label}
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
      )}
    />
  )
}
