import { exchangesAt, type Reveal, type Row, type Side, type Worksheet } from '@/core/worksheet'
import { Select } from '@/ui/controls'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { BlockWords } from './BlockWords'

interface Props {
  readonly worksheet: Worksheet
  readonly row: Row
  readonly reveal: Reveal | null
  readonly exact: Worksheet | null
}

/** An exchange at a bridge, set apart from the steps: down on the left, back on the right. */
export function Exchange(props: Props) {
  const { worksheet, row, reveal } = props
  const { store, choose } = useOpenNetwork()
  const reached = (side: Side) => reveal && reveal.reached(row.key, side, 0)
  if (reveal && !reached('reduce')?.reason) return null
  const { chosen, offered } = exchangesAt(worksheet, row)
  const kindOf = (text: string) => text.slice(0, text.indexOf(' '))
  return (
    <div
      data-exchange={chosen}
      className="grid gap-x-10 gap-y-2 rounded-lg border-2 border-dashed border-chosen bg-panel px-4 py-2.5 @valley:grid-cols-2"
    >
      <div className="@valley:text-right" data-words data-stand={`${row.key} reduce`}>
        <BlockWords {...props} side="reduce" block={row.down[0]} reached={reached('reduce')} tone="text-chosen">
          {offered.length > 1 && (
            <Select
              label="What is exchanged here"
              value={chosen}
              options={(offered.includes(chosen) ? offered : [chosen, ...offered]).map((text) => ({
                value: text,
                name: `${kindOf(text) === 'delta' ? 'delta to wye' : 'wye to delta'}: ${text.split(' ').slice(1).join(', ')}`,
              }))}
              onChange={(text) => {
                const before = store.getState().document.worksheet?.exchanges ?? []
                const kept = Array.from({ length: row.stage }, (_, i) => before[i] ?? '')
                choose({ exchanges: [...kept, text] })
              }}
              className="my-1 !h-7 text-xs"
            />
          )}
        </BlockWords>
      </div>
      {row.up.map((block, i) => (
        <div key={i} data-words data-stand={`${row.key} expand`}>
          <BlockWords {...props} side="expand" block={block} reached={reached('expand')} tone="text-expand" />
        </div>
      ))}
    </div>
  )
}
