'use client'

import { ThemeProvider } from 'next-themes'
import { Tooltip } from 'radix-ui'
import { useEffect, type ReactNode } from 'react'
import dynamic from 'next/dynamic'
import { Awake } from './awake'
import { keepFocus } from './home'
import { replayEarly } from './replayEarly'
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
  useEffect(() => {
    const stop = keepFocus()
    // Each thing by itself, as it was done: not while the page is still being brought to life.
    setTimeout(replayEarly)
    return stop
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

/**
 * What a selection is as plain text: formulas as they are read, `V[R2] = 320 mA · 10 Ω = 3.2 V`, since their markup alone has
 * neither brackets nor fractions.
 *
 * @returns null where no formula is in it, so that the browser's own way does
 */
function plainText(selection: Selection): string | null {
  if (selection.isCollapsed || selection.rangeCount === 0) return null
  const range = selection.getRangeAt(0).cloneRange()
  // A formula is taken whole, wherever in it the selection begins or ends.
  const first = formulaAround(range.startContainer)
  const last = formulaAround(range.endContainer)
  if (first) range.setStartBefore(first)
  if (last) range.setEndAfter(last)
  const copy = document.createElement('div')
  copy.append(range.cloneContents())
  const formulas = copy.querySelectorAll('[role="math"]')
  if (formulas.length === 0) return null
  for (const formula of formulas) formula.replaceWith(formula.getAttribute('aria-label') ?? '')
  // What stands in lines of its own has to be on the page to be read as lines.
  copy.style.cssText = 'position:fixed;left:-100vw;width:60rem;user-select:text'
  document.body.append(copy)
  const text = copy.innerText.replaceAll('\u2009', ' ')
  copy.remove()
  return text
}

function formulaAround(node: Node): Element | null {
  const element = node instanceof Element ? node : node.parentElement
  return element?.closest('[role="math"]') ?? null
}

/** Copies a selection that has formulas in it as plain text. */
function copyPlainly(event: ClipboardEvent): void {
  const selection = document.getSelection()
  const isField = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
  const text = selection && !isField ? plainText(selection) : null
  if (text === null || !event.clipboardData) return
  event.clipboardData.setData('text/plain', text)
  event.preventDefault()
}
