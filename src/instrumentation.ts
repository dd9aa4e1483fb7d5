/** Opens the database when the server starts, so that migrations run before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { database } = await import('@/db')
  database()
}
