import { useState } from 'react'
import { amountAt, currentKeys, type Worksheet } from '@/core/worksheet'
import { currentNameRule, isCurrentName } from '@/core/network'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import { Value } from '@/ui/turned'
import { Pointable } from './Pointable'

/** More branches have their names in the table. */
const mostShown = 40

/** The current of every branch by its name, which can be changed. */
export function BranchCurrents({ worksheet }: { readonly worksheet: Worksheet }) {
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
      {branches.slice(0, mostShown).map(({ key, element }) => (
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
      {branches.length > mostShown && <dd className="text-soft">… and {branches.length - mostShown} more</dd>}
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
