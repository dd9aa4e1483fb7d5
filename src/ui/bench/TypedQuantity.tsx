import { useState } from 'react'
import { quantityText } from '@/core/number'

/** A field for one quantity: what is typed counts when it makes sense, and falls back when it does not. */
export function TypedQuantity({
  label,
  unit,
  value,
  read,
  onValue,
}: {
  readonly label: string
  readonly unit: 'V' | 'A'
  readonly value: number
  readonly read: (typed: string) => number | null
  readonly onValue: (value: number) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const found = typed === null ? value : read(typed)
  const commit = () => {
    if (found !== null && found !== value) onValue(found)
    setTyped(null)
  }
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        value={typed ?? quantityText({ value }, unit, 4)}
        aria-invalid={found === null}
        maxLength={20}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={commit}
        onKeyDown={({ key }) => {
          if (key === 'Enter') commit()
          if (key === 'Escape') setTyped(null)
        }}
        className="h-8 w-24 field font-mono aria-invalid:border-trouble"
      />
    </label>
  )
}
