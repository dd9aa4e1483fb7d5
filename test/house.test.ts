import { spawnSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { newFolder } from './folder'

const core = 'The core imports only the core'
const screen = 'A screen imports ui and core'
/** Imports that lint refuses, each with the file it stands in and what is said. */
const refused: readonly (readonly [file: string, from: string, said: string])[] = [
  ['src/core/number/quantity/one.ts', './two', 'no-cycle'],
  ['src/core/number/quantity/two.ts', './one', 'no-cycle'],
  ['src/core/number/quantity/up.ts', '../../structure', 'number may not import structure'],
  ['src/core/network/up.ts', '../worksheet', 'network may not import worksheet'],
  ['src/core/worksheet/explain/up.ts', '../method', 'explain may not import method'],
  ['src/core/network/past.ts', '../structure/nodes', 'Import another wing by its index'],
  ['src/core/picture/drawing/past.ts', '../../structure/nodes', 'Import another wing by its index'],
  ['src/core/worksheet/worked/past.ts', '../method/values', 'Import another room by its index'],
  ['src/core/solution/supply.ts', './compiled', 'supply may not import compiled'],
  ['src/core/bench/circuit.ts', '../report', 'bench may not import report'],
  ['src/core/network/out.ts', 'react', core],
  ['src/core/bench/meter.ts', 'node:fs', core],
  ['src/core/report/writing/out.ts', '@/ui/words', core],
  ['src/core/out.ts', 'fraction.js/more', core],
  ['src/core/out2.ts', 'node:fs/promises', core],
  ['src/ui/past.ts', '@/core/structure/nodes', 'Import a wing of the core by its index'],
  ['src/ui/past2.ts', '@/core/structure/nodes/wire', 'Import a wing of the core by its index'],
  ['src/ui/up.ts', '@/features/work', 'Widgets know neither screens nor the database'],
  ['src/features/bench/across.ts', '@/features/work/Work', screen],
  ['src/features/draw/down.ts', '@/db', screen],
  ['src/db/up.ts', '@/server/judge', 'The database knows no screens'],
  ['src/server/up.ts', '@/app/api', 'What answers requests knows no screens'],
  ['src/cli/up.ts', '@/server/judge', 'A thin door into the core'],
]
const allowed: readonly (readonly [file: string, from: string])[] = [
  ...['fraction.js', 'ml-matrix', 'ts-fsrs', 'pure-rand/generator/x', './read'].map(
    (from, i) => [`src/core/number/quantity/may${i}.ts`, from] as const,
  ),
  ['src/core/worksheet/thread.ts', '../structure'],
  ['src/core/worksheet/worked/may2.ts', '../method'],
  ['src/core/network/may.test.ts', '../worksheet'],
  ['src/features/bench/may.ts', '@/core/bench'],
  ['src/features/bench/may2.ts', '@/ui/bench/laid'],
]

test('a part that is fetched makes nothing else wait', () => {
  const parts = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.tsx') && !file.endsWith('.test.tsx'))
    .flatMap((file) => readFileSync(join('src', file), 'utf8').match(/= dynamic\([\s\S]*?\n(?=\n|const )/g) ?? [])
  expect(parts.length).toBeGreaterThan(10)
  for (const part of parts) expect(part).toMatch(/loading: Nothing|ssr: false/)
})

test('a planted cycle fails lint, and so does an import against the order of the house; what may be imported passes', () => {
  const folder = newFolder()
  const config = join(folder, 'oxlint.config.mjs')
  copyFileSync('oxlint.config.mjs', config)
  for (const [file, from] of [...refused, ...allowed]) {
    mkdirSync(dirname(join(folder, file)), { recursive: true })
    writeFileSync(join(folder, file), `export { it } from '${from}'\n`)
  }
  const { stdout } = spawnSync(resolve('node_modules/.bin/oxlint'), ['-c', config, '-f', 'json'], {
    cwd: folder,
    encoding: 'utf8',
  })
  const { diagnostics } = JSON.parse(stdout) as { diagnostics: { filename: string; code: string; help?: string }[] }
  const said = diagnostics.map(({ filename, code, help }) => `${filename} ${code} ${help}`)
  for (const [file, , words] of refused)
    expect(said).toContainEqual(expect.stringMatching(new RegExp(`^${file} .*${words}`)))
  expect(said).toHaveLength(refused.length)
})

test('no file of the core stands outside a wing, and every wing and larger room has a door', () => {
  const entries = readdirSync('src/core', { withFileTypes: true })
  expect(entries.filter((entry) => entry.isFile()).map(({ name }) => name)).toEqual(['index.ts'])
  const folders = entries.flatMap(({ name, parentPath }) => {
    const wing = `${parentPath}/${name}`
    return [wing, ...(existsSync(`${wing}/index.ts`) ? rooms(wing) : [])]
  })
  for (const folder of folders.filter((it) => !it.endsWith('.ts')))
    expect([folder, existsSync(`${folder}/index.ts`)]).toEqual([folder, true])
})

function rooms(wing: string): string[] {
  return readdirSync(wing, { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => `${wing}/${name}`)
}

test('every file that the contributor’s guide names is there', () => {
  const files = ['src', 'test', 'e2e', 'scripts', 'speed', 'trials']
    .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((path) => `/${folder}/${path}`))
    .concat(readdirSync('.').map((path) => `/${path}`))
  const named = [...readFileSync('docs/contributing.md', 'utf8').matchAll(/`([\w./-]+\.(?:tsx?|mjs|jsonl))`/g)]
  expect(named.length).toBeGreaterThan(30)
  expect(named.map(([, name]) => name).filter((name) => !files.some((file) => file.endsWith(`/${name}`)))).toEqual([])
})
