'use client'

import { ThemeProvider } from 'next-themes'
import { Tooltip } from 'radix-ui'
import { useEffect, type ReactNode } from 'react'
import dynamic from 'next/dynamic'
import { Awake } from './awake'
import { copyPlainly } from './plainCopy'
import { SettingsProvider } from './settings'
import type { Settings } from './settingsCookie'
import { useToasts } from './toast'
import { onceThere } from './onceThere'

const Toasts = dynamic(() => onceThere(() => import('./Toasts')).then((module) => module.Toasts), { ssr: false })

export function Providers({
  settings,
  nonce,
  children,
}: {
  readonly settings: Settings
  /** What the page's own scripts are known by. */
  readonly nonce?: string
  readonly children: ReactNode
}) {
  const { wanted } = useToasts()
  useEffect(() => {
    document.addEventListener('copy', copyPlainly)
    return () => document.removeEventListener('copy', copyPlainly)
  }, [])
  return (
    <ThemeProvider nonce={nonce} attribute="class" defaultTheme="system" disableTransitionOnChange>
      <SettingsProvider initial={settings}>
        <Tooltip.Provider delayDuration={500}>
          <Awake>{children}</Awake>
          {wanted && <Toasts />}
        </Tooltip.Provider>
      </SettingsProvider>
    </ThemeProvider>
  )
}
