// Sets everything up and starts Nodrel on 127.0.0.1. The database (./data, or NODREL_DATA) is made and seeded by the
// server when there is none.
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { build, environment, install, root } from './setup.mjs'

await install()
await build()

const wanted = process.env.PORT === undefined ? null : Number(process.env.PORT)
if (wanted !== null && !(Number.isInteger(wanted) && wanted > 0 && wanted < 65536)) {
  console.error(`PORT=${process.env.PORT} is not a port number`)
  process.exit(1)
}
const port = wanted ?? (await freePort(3000))
const server = spawn(process.execPath, [join('scripts', 'serve.mjs')], {
  cwd: root,
  env: { ...environment, PORT: String(port) },
  stdio: ['ignore', 'ignore', 'inherit'],
})
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
await answers()
console.log(`\nNodrel is ready: http://127.0.0.1:${port}\nStop it with Ctrl C; what you entered is kept.`)

/** Waits until the server answers; what it answers, the browser says. */
async function answers() {
  for (;;) {
    try {
      await fetch(`http://127.0.0.1:${port}/api/bin`)
      return
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
}

/** The first port from `first` on that nobody listens on. */
async function freePort(first) {
  for (let port = first; port < first + 100; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer()
      probe.once('error', () => resolve(false))
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)))
    })
    if (free) return port
  }
  console.error(`No free port between ${first} and ${first + 99}; set PORT`)
  process.exit(1)
}
