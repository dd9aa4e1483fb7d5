// Everything that must hold: lint, types, unused code, Jest, build, Playwright against the built application.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { build, install, run } from './setup.mjs'

install()
installChromium()
const npm = (script) => {
  console.log(`\n— ${script}`)
  run('npm', ['run', '--silent', script])
}
npm('lint')
npm('types')
npm('unused')
npm('unit')
build()
npm('e2e')

/** Chromium from Debian's packages, where it is not there yet and may be installed. */
function installChromium() {
  if (existsSync('/usr/bin/chromium') || process.env.CHROMIUM) return
  const apt = spawnSync('apt-get', ['--version'], { stdio: 'ignore' })
  if (apt.status !== 0 || process.getuid?.() !== 0) {
    console.error(
      'The browser tests need Chromium. Install it (on Debian: sudo apt-get install chromium), or set CHROMIUM to the path of one, and run npm test again.',
    )
    process.exit(1)
  }
  console.log('Installing Chromium …')
  run('apt-get', ['update'], { quiet: true })
  run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], { quiet: true })
}
