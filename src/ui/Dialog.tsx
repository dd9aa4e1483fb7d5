'use client'

import { Dialog as Primitive } from 'radix-ui'
import { X } from 'lucide-react'
import type { ReactNode } from 'react'

/** A dialog over the screen, closed by Esc or its button; without `onOpenChange` it stands until one of its own buttons is taken. */
export function Dialog({
  title,
  open,
  onOpenChange,
  children,
}: {
  readonly title: string
  readonly open: boolean
  readonly onOpenChange?: (open: boolean) => void
  readonly children: ReactNode
}) {
  return (
    <Primitive.Root open={open} onOpenChange={onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Primitive.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            const content = event.currentTarget
            if (!(content instanceof HTMLElement) || content.querySelector('input, textarea')) return
            // Nothing is pressed by a key that was meant for the screen.
            event.preventDefault()
            content.focus()
          }}
          className="fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-auto rounded-lg border border-line bg-panel p-4 shadow-xl outline-none"
        >
          <Primitive.Title className="mb-3 text-base font-semibold">{title}</Primitive.Title>
          {children}
          {onOpenChange && (
            <Primitive.Close aria-label="Close" className="absolute top-3 right-3 rounded p-1.5 hover:bg-chosen-wash">
              <X size={16} aria-hidden />
            </Primitive.Close>
          )}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  )
}
