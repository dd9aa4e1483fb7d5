import type { IncomingMessage, ServerResponse } from 'node:http'

/**
 * Opens the database when the server starts, so that migrations run before the first request, and gives
 * `scripts/serve.mjs` what answers requests. Where the database cannot be used the server starts all the same: the
 * browser says what is wrong.
 */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const [{ openAtStart, write, forgetOld }, { serve }, { dispatch }] = await Promise.all([
    import('@/db'),
    import('@/server/serve'),
    import('@/app/api/dispatch'),
  ])
  const shared = globalThis as typeof globalThis & { nodrelServe?: unknown }
  shared.nodrelServe = (request: IncomingMessage, response: ServerResponse, next: () => void) =>
    serve(request, response, dispatch, next)
  try {
    await openAtStart()
    await write((db) => forgetOld(db))
  } catch (error) {
    console.error(error instanceof Error ? error.message : error)
  }
}
