import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'

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

test('a planted import cycle fails lint, and so does a wing that imports one built upon it', () => {
  const [cycle, up, inside, past] = lint([
    ['src/core/number/quantity/unit.ts', "export { readQuantity } from './read'\n"],
    ['src/core/number/quantity/unit.ts', "export { wire } from '../../structure'\n"],
    ['src/core/worksheet/explain/keys.ts', "export { methods } from '../method'\n"],
    ['src/core/network/fold.ts', "export { wire } from '../structure/nodes'\n"],
  ])
  expect(cycle).toContain('import-x/no-cycle')
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
