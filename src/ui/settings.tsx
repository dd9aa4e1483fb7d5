'use client'

import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react'
import type { Figures } from '@/core/number'
import { settingsCookie, type Settings } from './settingsCookie'

interface Held {
  readonly settings: Settings
  /** While a network is open, how its worksheet is done is changed there, and kept with it. */
  readonly change: (some: Partial<Settings>) => void
}

export const SettingsContext = createContext<Held | null>(null)

/** Holds how the person likes sheets to look; kept in a cookie, so that the server draws them that way too. */
export function SettingsProvider({ initial, children }: { readonly initial: Settings; readonly children: ReactNode }) {
  const [settings, setSettings] = useState(initial)
  const change = useCallback((some: Partial<Settings>) => {
    setSettings((before) => {
      const after = { ...before, ...some }
      document.cookie = `${settingsCookie}=${encodeURIComponent(JSON.stringify(after))}; path=/; max-age=31536000; samesite=lax`
      return after
    })
  }, [])
  const held = useMemo(() => ({ settings, change }), [settings, change])
  return <SettingsContext.Provider value={held}>{children}</SettingsContext.Provider>
}

export function useSettings(): Held {
  const held = useContext(SettingsContext)
  if (!held) throw new Error('settings are read inside SettingsProvider')
  return held
}

export const figuresNames: readonly { readonly value: Figures; readonly name: string }[] = [
  { value: 'fraction', name: 'fractions' },
  { value: 'repeating', name: 'decimals that repeat' },
  { value: 3, name: '3 figures' },
  { value: 4, name: '4 figures' },
  { value: 6, name: '6 figures' },
  { value: 'ten:3', name: '3 figures, powers of ten' },
  { value: 'ten:4', name: '4 figures, powers of ten' },
  { value: 'ten:6', name: '6 figures, powers of ten' },
]
