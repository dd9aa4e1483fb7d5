// What demo.mjs and test.mjs share. Plain Node: it runs before anything is installed.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))
export const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', DO_NOT_TRACK: '1' }

/** Runs a command to its end, its output shown; ends this process with its status if it fails. */
export async function run(command, args) {
  const { status } = await finished(command, args, 'inherit')
  if (status === 0) return
  console.error(`\n${command} ${args.join(' ')} failed`)
  process.exit(status || 1)
}

/** What still runs ends with this process, and so does all that it started. */
const running = new Set()
const signals = ['SIGINT', 'SIGTERM']
process.on('exit', () => running.forEach(({ pid }) => pid && process.kill(-pid)))
const end = () => process.exit(1)

/** Runs a command to its end: its status, and all it wrote where that is not shown. */
export function finished(command, args, stdio = 'pipe') {
  const child = spawn(command, args, { cwd: root, env: environment, stdio, detached: true })
  if (running.size === 0) for (const signal of signals) process.on(signal, end)
  running.add(child)
  let output = ''
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (text) => (output += text))
  return new Promise((resolve) => {
    child.on('error', (error) => resolve({ status: 1, output: `${output}${error.message}` }))
    child.on('exit', () => {
      running.delete(child)
      if (running.size === 0) for (const signal of signals) process.off(signal, end)
    })
    child.on('close', (status) => resolve({ status, output }))
  })
}

/** Does `work` unless it was done before for the same state of these files and folders. */
async function once(name, paths, done, work) {
  const stamp = join(root, '.stamp', name)
  const state = hashOf(paths)
  if (done() && existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return
  await work()
  mkdirSync(dirname(stamp), { recursive: true })
  writeFileSync(stamp, hashOf(paths))
}

function hashOf(paths) {
  const hash = createHash('sha256').update(process.version)
  const add = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name))
    else hash.update(path).update(readFileSync(path))
  }
  for (const path of paths) add(join(root, path))
  return hash.digest('hex')
}

/** Installs the packages if they are missing or the lock file changed. */
export async function install() {
  const major = Number(process.versions.node.split('.')[0])
  if (major < 20) {
    console.error(`Nodrel needs Node 20 or newer; this is ${process.version}.`)
    process.exit(1)
  }
  await once(
    'install',
    ['package-lock.json'],
    () => existsSync(join(root, 'node_modules', '.bin', 'next')),
    () => {
      console.log('Installing packages; the first time takes a few minutes …')
      return run('npm', ['ci', '--no-audit', '--no-fund'])
    },
  )
}

/** Builds the application if its sources changed. */
export async function build() {
  await once(
    'build',
    ['src', 'public', 'drizzle', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json', 'package-lock.json'],
    () => existsSync(join(root, '.next', 'BUILD_ID')),
    () => {
      console.log('Building …')
      return run(process.execPath, [join('node_modules', 'next', 'dist', 'bin', 'next'), 'build'])
    },
  )
}
