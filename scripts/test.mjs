// Everything that must hold: lint, types, unused code, Jest, build, Playwright against the built application.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { build, environment, install, root, run } from './setup.mjs'

const tools = startTools()
install()
await tools
// What only reads the sources goes side by side; its output comes when it is done.
await Promise.all([npm('lint'), npm('types').then(() => npm('unused'))])
for (const script of ['unit', 'build', 'e2e']) {
  console.log(`\n— ${script}`)
  if (script === 'build') build()
  else run('npm', ['run', '--silent', script])
}

/** Runs a script of the package to its end; ends this process with its status if it fails. */
async function npm(script) {
  const { status, output } = await finished(spawn('npm', ['run', '--silent', script], { cwd: root, env: environment }))
  console.log(`\n— ${script}\n${output}`)
  if (status !== 0) process.exit(status || 1)
}

/** Waits for a process: its status and all it wrote. */
function finished(child) {
  let output = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += text))
  return new Promise((resolve) => child.on('close', (status) => resolve({ status, output })))
}

/**
 * What the browser tests need from Debian's packages, where it is not there yet and may be installed: Chromium, and what opens
 * the files that are taken out. Goes on while packages install.
 */
function startTools() {
  const chromium = existsSync('/usr/bin/chromium') || process.env.CHROMIUM ? [] : ['chromium']
  const readers = Object.entries({ pdftotext: 'poppler-utils', unzip: 'unzip' })
  const missing = readers.filter(([tool]) => spawnSync(tool, ['-v'], { stdio: 'ignore' }).error).map(([, name]) => name)
  const wanted = [...chromium, ...missing]
  if (wanted.length === 0) return
  const apt = spawnSync('apt-get', ['--version'], { stdio: 'ignore' })
  if (apt.status !== 0 || process.getuid?.() !== 0) {
    console.error(
      `The browser tests need ${wanted.join(', ')}. Install that (on Debian: sudo apt-get install ${wanted.join(' ')}), or set CHROMIUM to the path of a Chromium, and run npm test again.`,
    )
    process.exit(1)
  }
  console.log(`Installing ${wanted.join(', ')} …`)
  const command = `apt-get update && apt-get install -y --no-install-recommends ${wanted.join(' ')}`
  return finished(spawn('sh', ['-c', command])).then(({ status, output }) => {
    if (status === 0) return
    console.error(output)
    process.exit(1)
  })
}
