import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

/** What lint says of texts, each in the place of a file. */
function lint(texts: readonly (readonly [file: string, text: string])[]): string[] {
  const script = `
    import { ESLint } from 'eslint'
    const lint = new ESLint()
    const said = []
    for (const [filePath, text] of ${JSON.stringify(texts)}) said.push(await lint.lintText(text, { filePath }))
    console.log(JSON.stringify(said.map((it) => JSON.stringify(it))))`
  const { stdout } = spawnSync(process.execPath, ['--input-type=module', '-e', script], { encoding: 'utf8' })
  return JSON.parse(stdout) as string[]
}

test('a planted import cycle is found beside unused code', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nodrel-house-'))
  const cli = join(folder, 'src', 'cli')
  mkdirSync(cli, { recursive: true })
  writeFileSync(join(folder, 'package.json'), '{ "name": "planted" }')
  writeFileSync(join(cli, 'one.ts'), "import { two } from './two'\nexport const one = () => two\n")
  writeFileSync(join(cli, 'two.ts'), "import { one } from './one'\nexport const two = () => one\n")
  const knip = resolve('node_modules/knip/bin/knip.js')
  const found = spawnSync(process.execPath, [knip, '--directory', folder, '--config', resolve('knip.json')], {
    encoding: 'utf8',
  })
  rmSync(folder, { recursive: true })
  expect(found.stdout).toMatch(/src.cli.(one|two).ts → src.cli.(one|two).ts/)
  expect(found.status).toBe(1)
})

test('a wing that imports one built upon it fails lint', () => {
  const [up, inside, past] = lint([
    ['src/core/number/quantity/unit.ts', "export { wire } from '../../structure'\n"],
    ['src/core/worksheet/explain/keys.ts', "export { methods } from '../method'\n"],
    ['src/core/network/fold.ts', "export { wire } from '../structure/nodes'\n"],
  ])
  expect(up).toContain('number may not import structure')
  expect(inside).toContain('explain may not import method')
  expect(past).toContain('Import another wing by its door')
})

test('no file of the core stands outside a wing, and every wing and room has a door', () => {
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
