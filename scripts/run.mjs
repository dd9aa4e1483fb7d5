// Runs a TypeScript program of this repository: node scripts/run.mjs FILE ARGUMENTS...
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { build } from 'esbuild'

const [entry, ...rest] = process.argv.slice(2)
const folder = join('node_modules', '.cache', 'nodrel')
mkdirSync(folder, { recursive: true })
const outfile = join(folder, `${entry.replace(/\W/g, '-')}-${process.pid}.mjs`)
await build({
  entryPoints: [entry],
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  outfile,
  logLevel: 'error',
})
process.argv = [process.argv[0], outfile, ...rest]
process.on('exit', () => rmSync(outfile, { force: true }))
await import(pathToFileURL(outfile).href)
