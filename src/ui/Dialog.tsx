'use client'

import { Dialog as Primitive } from 'radix-ui'
import { X } from 'lucide-react'
import type { ReactNode } from 'react'

/** A dialog over the screen, closed by Esc or its button. */
export function Dialog({ title, open, onOpenChange, children }: { readonly title: string; readonly open: boolean; readonly onOpenChange: (open: boolean) => void; readonly children: ReactNode }) {
  return (
    <Primitive.Root open={open} onOpenChange={onOpenChange}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Primitive.Content aria-describedby={undefined} className="bg-panel border-line fixed top-[12vh] left-1/2 z-50 max-h-[76vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-auto rounded-lg border p-4 shadow-xl">
          <div className="mb-3 flex items-center justify-between">
            <Primitive.Title className="text-base font-semibold">{title}</Primitive.Title>
            <Primitive.Close aria-label="Close" className="hover:bg-chosen-wash rounded p-1.5">
              <X size={16} aria-hidden />
            </Primitive.Close>
          </div>
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  )
}
