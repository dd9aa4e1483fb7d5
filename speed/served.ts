import { existsSync } from 'node:fs'
import { chromium, type Browser, type Page } from '@playwright/test'
import { browser as launch } from '../e2e/browser'
import type { NetworkDocument } from '../src/core/network'
import { startServer } from '../test/served'

/** A browser, and the address of a network once it is saved. */
export interface Served {
  readonly browser: Browser
  readonly addressOf: (document: NetworkDocument) => Promise<string>
}

/** A page that can wait until what it shows is painted: `painted()`, in the page. */
export async function openPage(browser: Browser): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(() => {
    // The frame has been painted when a task posted from its animation frame runs.
    window.painted = () =>
      new Promise<void>((done) =>
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel()
          port1.onmessage = () => done()
          port2.postMessage(null)
        }),
      )
  })
  return page
}

declare global {
  interface Window {
    painted: () => Promise<void>
  }
}

/** Runs the built application with a database of its own, and a browser, while something is measured. */
export async function whileServed<T>(measure: (served: Served) => Promise<T>): Promise<T> {
  if (!existsSync('.next/BUILD_ID')) throw new Error('build first: npm run build')
  const server = await startServer()
  const browser = await chromium.launch(launch)
  try {
    return await measure({
      browser,
      addressOf: async (document) => {
        const response = await fetch(`${server.url}/api/networks`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ document }),
        })
        const { id } = (await response.json()) as { id: string }
        return `${server.url}/networks/${id}`
      },
    })
  } finally {
    await browser.close()
    await server.kill()
  }
}
