'use client'

import clsx from 'clsx'
import { Check, ChevronDown } from 'lucide-react'
import { Checkbox as CheckboxOf, RadioGroup, Select as SelectOf, Slider as SliderOf } from 'radix-ui'
import { useId, type ReactNode } from 'react'

interface Option<T extends string> {
  readonly value: T
  readonly name: ReactNode
  /** Under which heading it stands in a list. */
  readonly group?: string
  readonly disabled?: boolean
}

/** A list of which one is chosen. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
  onFocus,
  disabled,
  className,
}: {
  /** What it is read aloud as, where no label stands around it. */
  readonly label: string
  readonly value: T
  readonly options: readonly Option<T>[]
  readonly onChange: (value: T) => void
  readonly onFocus?: () => void
  readonly disabled?: boolean
  readonly className?: string
}) {
  // An empty value is a value too; here it may not be empty.
  const outer = (value: string) => `=${value}`
  return (
    <SelectOf.Root value={outer(value)} onValueChange={(text) => onChange(text.slice(1) as T)} disabled={disabled}>
      <SelectOf.Trigger
        aria-label={label}
        onFocus={onFocus}
        className={clsx(
          'inline-flex h-8 max-w-full min-w-0 items-center justify-between gap-1 field text-left disabled:opacity-50',
          className,
        )}
      >
        <span className="min-w-0 truncate">
          <SelectOf.Value>{options.find((it) => it.value === value)?.name ?? value}</SelectOf.Value>
        </span>
        <SelectOf.Icon asChild>
          <ChevronDown size={14} aria-hidden className="shrink-0 text-soft" />
        </SelectOf.Icon>
      </SelectOf.Trigger>
      <SelectOf.Portal>
        <SelectOf.Content
          position="popper"
          sideOffset={4}
          className="z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border border-edge bg-panel shadow-lg"
        >
          <SelectOf.Viewport className="p-1">
            {options.map((option, i) => [
              option.group !== undefined && option.group !== options[i - 1]?.group && (
                <SelectOf.Group key={option.group}>
                  <SelectOf.Label className="px-2 pt-1.5 text-xs text-soft">{option.group}</SelectOf.Label>
                </SelectOf.Group>
              ),
              <SelectOf.Item
                key={option.value}
                value={outer(option.value)}
                className="flex min-h-8 cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-highlighted:bg-chosen-wash"
              >
                <span className="w-4 shrink-0">
                  <SelectOf.ItemIndicator>
                    <Check size={14} aria-hidden />
                  </SelectOf.ItemIndicator>
                </span>
                <SelectOf.ItemText>{option.name}</SelectOf.ItemText>
              </SelectOf.Item>,
            ])}
          </SelectOf.Viewport>
        </SelectOf.Content>
      </SelectOf.Portal>
    </SelectOf.Root>
  )
}

const mark =
  'mt-0.5 grid size-4 shrink-0 place-items-center border border-edge bg-sheet before:absolute before:-inset-1'

/** Choices of which one is taken, each with its words. */
export function Radios<T extends string>({
  label,
  value,
  options,
  onChange,
  className,
}: {
  readonly label: string
  /** null where none is taken yet. */
  readonly value: T | null
  readonly options: readonly Option<T>[]
  readonly onChange: (value: T) => void
  readonly className?: string
}) {
  const id = useId()
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={(text) => onChange(text as T)}
      className={clsx('grid gap-0.5', className)}
    >
      {options.map((option) => (
        <div
          key={option.value}
          className={clsx(
            'flex min-h-7 min-w-0 items-start gap-2 rounded px-1 py-0.5 hover:bg-chosen-wash',
            option.value === value && 'bg-chosen-wash',
          )}
        >
          <RadioGroup.Item
            id={`${id} ${option.value}`}
            value={option.value}
            className={clsx(mark, 'relative rounded-full')}
          >
            <RadioGroup.Indicator className="size-2 rounded-full bg-chosen" />
          </RadioGroup.Item>
          <label htmlFor={`${id} ${option.value}`} className="flex min-w-0 flex-1 cursor-pointer items-baseline gap-2">
            {option.name}
          </label>
        </div>
      ))}
    </RadioGroup.Root>
  )
}

/** Something that is or is not so, with its words; where there is no room for them they are read aloud. */
export function Checkbox({
  label,
  isOn,
  onChange,
  disabled,
  children,
  className,
}: {
  readonly label?: string
  readonly isOn: boolean
  readonly disabled?: boolean
  readonly onChange: (isOn: boolean) => void
  readonly children?: ReactNode
  readonly className?: string
}) {
  const id = useId()
  return (
    <span className={clsx('inline-flex min-h-6 items-start gap-2', disabled && 'opacity-50', className)}>
      <CheckboxOf.Root
        id={id}
        aria-label={label}
        checked={isOn}
        disabled={disabled}
        onCheckedChange={(checked) => onChange(checked === true)}
        className={clsx(mark, 'relative rounded-sm data-[state=checked]:border-chosen')}
      >
        <CheckboxOf.Indicator>
          <Check size={13} strokeWidth={3} aria-hidden className="text-chosen" />
        </CheckboxOf.Indicator>
      </CheckboxOf.Root>
      {children !== undefined && (
        <label htmlFor={id} className="min-w-0 cursor-pointer">
          {children}
        </label>
      )}
    </span>
  )
}

/** A value between two ends. */
export function Slider({
  label,
  value,
  min,
  max,
  step,
  onChange,
  onRest,
  className,
}: {
  readonly label: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step: number
  readonly onChange: (value: number) => void
  /** It is let go. */
  readonly onRest?: () => void
  readonly className?: string
}) {
  return (
    <SliderOf.Root
      value={[value]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => onChange(next)}
      onValueCommit={onRest}
      className={clsx('relative flex h-8 touch-none items-center select-none', className)}
    >
      <SliderOf.Track className="relative h-1 grow rounded-full bg-edge">
        <SliderOf.Range className="absolute h-full rounded-full bg-chosen" />
      </SliderOf.Track>
      <SliderOf.Thumb aria-label={label} className="block size-6 rounded-full border-2 border-chosen bg-sheet" />
    </SliderOf.Root>
  )
}
