/** A choice with its label above it. */
export function Select({
  label,
  value,
  options,
  onChange,
}: {
  readonly label: string
  readonly value: string | number
  readonly options: readonly (readonly [string, string])[]
  readonly onChange: (value: string) => void
}) {
  return (
    <label className="flex min-w-0 flex-col gap-0.5">
      <span className="text-soft">{label}</span>
      <select
        aria-label={label}
        value={String(value)}
        onChange={(event) => onChange(event.target.value)}
        className="h-7 w-full min-w-0 field !px-1.5 text-ink"
      >
        {options.map(([option, name]) => (
          <option key={option} value={option}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
