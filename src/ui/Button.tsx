'use client'

import clsx from 'clsx'
import { Tooltip } from 'radix-ui'
import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react'
import { keyText, useActingKeys } from './keyText'

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** What it does, for the tooltip; its key stands behind it. */
  readonly tip?: string
  readonly keys?: string
  readonly look?: 'plain' | 'outlined' | 'strong' | 'bar'
  readonly ref?: Ref<HTMLButtonElement>
}

const looks = {
  plain: 'hover:bg-chosen-wash text-ink',
  outlined: 'border-edge bg-sheet text-ink hover:bg-chosen-wash border',
  strong: 'bg-bar text-bar-ink hover:bg-chosen dark:bg-chosen dark:text-desk',
  bar: 'border-bar-line text-bar-ink hover:bg-bar-line border',
} as const

/** A button of a bar that switches something on and off. */
export function SwitchButton({ isOn, ...rest }: Omit<ButtonProps, 'className'> & { readonly isOn: boolean }) {
  return <Button aria-pressed={isOn} className={clsx('h-9', isOn && '!border-chosen !bg-chosen-wash')} {...rest} />
}

/** A button with its key in the tooltip. */
export function Button({ tip, keys, look = 'outlined', className, children, ...rest }: ButtonProps) {
  const button = (
    <button
      type="button"
      className={clsx(
        'inline-flex min-h-8 min-w-8 items-center justify-center gap-1.5 rounded-md px-2.5 disabled:cursor-default disabled:opacity-50',
        looks[look],
        className,
      )}
      {...rest}
    >
      {children}
    </button>
  )
  return tip === undefined ? (
    button
  ) : (
    <Tip text={tip} keys={keys}>
      {button}
    </Tip>
  )
}

/** A tooltip: what a control does, and its key. */
export function Tip({
  text,
  keys = '',
  children,
}: {
  readonly text: string
  readonly keys?: string
  readonly children: ReactNode
}) {
  const shown = useActingKeys()(keys)
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          className="z-50 flex gap-2 rounded bg-bar px-2 py-1 text-xs text-bar-ink shadow-lg"
        >
          {text}
          {shown !== '' && <kbd className="font-mono text-bar-soft">{keyText(shown)}</kbd>}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  )
}
