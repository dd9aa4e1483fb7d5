import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'

/** What lint says of a text in the place of a file. */
function lint(file: string, text: string): string {
  const args = ['node_modules/eslint/bin/eslint.js', '--stdin', '--stdin-filename', file, '--format', 'json']
  return spawnSync(process.execPath, args, { input: text, encoding: 'utf8' }).stdout
}

test('a planted import cycle fails lint, and so does a wing that imports one built upon it', () => {
  const cycle = lint('src/core/number/quantity/unit.ts', "export { readQuantity } from './read'\n")
  expect(cycle).toContain('import-x/no-cycle')
  const up = lint('src/core/number/quantity/unit.ts', "export { wire } from '../../structure'\n")
  expect(up).toContain('number may not import structure')
  const inside = lint('src/core/worksheet/explain/keys.ts', "export { methods } from '../method'\n")
  expect(inside).toContain('explain may not import method')
  const past = lint('src/core/network/fold.ts', "export { wire } from '../structure/nodes'\n")
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
