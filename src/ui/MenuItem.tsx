import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'

/** What opens below a menu's button. */
export function MenuPanel({ children }: { readonly children: ReactNode }) {
  return (
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="end"
        sideOffset={6}
        className="z-50 min-w-44 rounded-md border border-line bg-panel p-1 shadow-lg"
      >
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  )
}

/** One entry of a menu. */
export function MenuItem({
  text,
  ...rest
}: {
  readonly text: string
  readonly onSelect: () => void
  readonly disabled?: boolean
}) {
  return (
    <DropdownMenu.Item
      {...rest}
      className="cursor-pointer rounded px-2 py-1.5 outline-none data-disabled:opacity-50 data-highlighted:bg-chosen-wash"
    >
      {text}
    </DropdownMenu.Item>
  )
}

/** A line of a menu that says something about the entries below. */
export function MenuNote({ children }: { readonly children: string }) {
  return <DropdownMenu.Label className="px-2 pt-1.5 text-xs text-soft">{children}</DropdownMenu.Label>
}
