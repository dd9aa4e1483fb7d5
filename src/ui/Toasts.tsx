'use client'

import { useEffect } from 'react'
import { Toaster } from 'sonner'
import { toastsStand } from './toast'

/** The place where notes appear. */
export function Toasts() {
  useEffect(toastsStand, [])
  return <Toaster position="bottom-left" closeButton toastOptions={{ className: '!bg-panel !text-ink !border-edge' }} />
}
