'use client'

import { useEffect } from 'react'
import { Toaster } from 'sonner'
import { toastsStand } from './toast'

/** The place where notes appear. */
export function Toasts() {
  useEffect(toastsStand, [])
  // Above what lies at the foot of the screen.
  const bottom = 'calc(var(--foot, 0px) + 1rem)'
  return (
    <Toaster
      position="bottom-left"
      closeButton
      offset={{ bottom }}
      mobileOffset={{ bottom }}
      toastOptions={{ className: '!bg-panel !text-ink !border-edge' }}
    />
  )
}
