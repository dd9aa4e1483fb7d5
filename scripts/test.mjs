// Everything that must hold: lint, types, unused code, Jest, build, a few kills, Playwright against the built application.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from './chromium.mjs'
import { build, environment, finished, install, run } from './setup.mjs'

// What tests leave behind goes with this folder.
environment.TMPDIR = mkdtempSync(join(tmpdir(), 'nodrel-'))
process.on('exit', () => rmSync(environment.TMPDIR, { recursive: true, force: true }))

const took = []
await timed('tools and packages', Promise.all([installTools(), install()]))
// What does not need the one before it runs beside it.
await Promise.all([
  npm('lint').then(() => npm('unit')),
  timed('build', build())
    .then(() => npm('types'))
    .then(() => npm('unused'))
    .then(() => npm('trials', 'few')),
])
await timed('e2e', run('npm', ['run', '--silent', 'e2e']))
for (const { what, seconds } of took) console.log(`${String(seconds).padStart(5)} s  ${what}`)
console.log(`${String(Math.round(process.uptime())).padStart(5)} s  in all`)

/** Remembers how long something takes. */
async function timed(what, work) {
  const began = process.uptime()
  const done = await work
  took.push({ what, seconds: Math.round(process.uptime() - began) })
  return done
}

/** Runs a script of the package to its end, then shows what it wrote; ends this process with its status if it fails. */
async function npm(script, ...words) {
  console.log(`${script} …`)
  const args = ['run', '--silent', script, ...(words.length > 0 ? ['--', ...words] : [])]
  const { status, output } = await timed(script, finished('npm', args))
  console.log(`\n— ${script}\n${output}`)
  if (status !== 0) process.exit(status || 1)
}

/**
 * What the browser tests need from Debian's packages, where it is not there yet and may be installed: Chromium, and what opens
 * the files that are taken out. Goes on while packages install.
 */
async function installTools() {
  if (chromium && !existsSync(chromium)) {
    console.error(`There is no Chromium at ${chromium}, where CHROMIUM says it is.`)
    process.exit(1)
  }
  const readers = Object.entries({ pdftotext: 'poppler-utils', unzip: 'unzip' })
  const missing = readers.filter(([tool]) => spawnSync(tool, ['-v'], { stdio: 'ignore' }).error).map(([, name]) => name)
  const wanted = [...(chromium ? [] : ['chromium-headless-shell']), ...missing]
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
  const { status, output } = await finished('sh', ['-c', command])
  if (status === 0) return
  console.error(output)
  process.exit(1)
}
