import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { buildSync } from 'esbuild'
import { newFile } from './folder'

test('the example in the README runs as it stands, and works the network out', () => {
  const [, example] = /```ts\n([^`]+)```/.exec(readFileSync('README.md', 'utf8')) ?? []
  expect(example.split('\n').length).toBeLessThan(16)
  const { outputFiles } = buildSync({
    stdin: { contents: example, resolveDir: process.cwd(), loader: 'ts' },
    bundle: true,
    platform: 'node',
    format: 'cjs',
    write: false,
    logLevel: 'error',
  })
  const said = execFileSync(process.execPath, [newFile('readme.cjs', outputFiles[0].text)], { encoding: 'utf8' })
  expect(said).toContain('= 12.5 Ω')
  expect(said).toContain('= 960 mA')
  expect(said).toContain('= 9.6 V')
})
