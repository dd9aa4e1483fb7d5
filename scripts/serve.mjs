// Serves the built application: node scripts/serve.mjs. PORT (3000; 0 is any that is free) and NODREL_HOST (127.0.0.1) say where; NODREL_HOSTS lists
// the names it answers to besides this machine's own; NODREL_DATA names the folder of the database (./data).
import { createServer } from 'node:http'
import { root } from './setup.mjs'

process.env.NODE_ENV = 'production'
process.chdir(root)
const { default: next } = await import('next')
const port = Number(process.env.PORT ?? 3000)
const hostname = process.env.NODREL_HOST ?? '127.0.0.1'
const app = next({ dev: false, dir: root, hostname, port })
const handle = app.getRequestHandler()
await app.prepare()
// What the application gives to answer requests with: see src/instrumentation.ts.
const answer = globalThis.nodrelServe
if (!answer) throw new Error('the application did not say how it answers')
const server = createServer((request, response) => answer(request, response, () => handle(request, response)))
// Whoever asks again within a minute finds the line still open: one that closes in that moment would lose the request.
server.keepAliveTimeout = 65_000
server.on('error', (error) => {
  console.error(`Nodrel cannot listen on ${hostname}:${port}: ${error.message}`)
  process.exit(1)
})
server.listen(port, hostname, () => console.log(`Listening on http://${hostname}:${server.address().port}`))
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    // What is under way is answered, but nobody is waited for longer than a moment.
    server.close(() => process.exit(0))
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), 1000).unref()
  })
}
