'use client'

import { ThemeProvider } from 'next-themes'
import { Tooltip } from 'radix-ui'
import { type ReactNode } from 'react'
import { Toaster } from 'sonner'
import { SettingsProvider } from './settings'
import type { Settings } from './settingsCookie'

export function Providers({ settings, children }: { readonly settings: Settings; readonly children: ReactNode }) {
  return (
    <ThemeProvider attribute="class" defaultTheme="system" disableTransitionOnChange>
      <SettingsProvider initial={settings}>
        <Tooltip.Provider delayDuration={500}>
          {children}
          <Toaster
            position="bottom-left"
            closeButton
            toastOptions={{ className: '!bg-panel !text-ink !border-edge' }}
          />
        </Tooltip.Provider>
      </SettingsProvider>
    </ThemeProvider>
  )
}
