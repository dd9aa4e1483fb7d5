import { expect, test as base } from '@playwright/test'
import { startServer, type Server } from '../test/served'

/** What a test may ask for beside what Playwright has. */
interface Own {
  /** Starts a server that no other test uses; it ends with the test. */
  readonly start: typeof startServer
}

/** Each worker has a server and a data folder of its own; a test has nothing from another but the sample set. */
export const test = base.extend<Own, { server: Server }>({
  server: [
    // oxlint-disable-next-line no-empty-pattern -- Playwright reads from it what a fixture needs
    async ({}, give) => {
      const server = await startServer()
      await give(server)
      await server.kill()
    },
    { scope: 'worker' },
  ],
  // oxlint-disable-next-line no-empty-pattern -- as above
  start: async ({}, give) => {
    const started: Server[] = []
    await give(async (...how) => {
      const server = await startServer(...how)
      started.push(server)
      return server
    })
    for (const server of started) await server.kill()
  },
  baseURL: ({ server }, give) => give(server.url),
  context: async ({ context }, give) => {
    // React tells its tools of each time that the page has been drawn and its effects have run.
    await context.addInitScript(() => {
      const told = () => undefined
      Object.assign(window, {
        __REACT_DEVTOOLS_GLOBAL_HOOK__: {
          supportsFiber: true,
          renderers: new Map(),
          inject: () => 1,
          onCommitFiberRoot: told,
          onCommitFiberUnmount: told,
          onPostCommitFiberRoot: () => (window.isAlive = true),
        },
      })
    })
    await give(context)
  },
})

declare global {
  interface Window {
    /** The page has been drawn by React, and its effects have run, once at least. */
    isAlive?: boolean
  }
}

export { expect }
