import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const made: string[] = []
const clear = () => {
  for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true })
}

// Jest tells a test file nothing of the end of its process, but of the end of its tests.
if (typeof afterAll === 'function') afterAll(clear)
else process.on('exit', clear)

/** A new folder; it goes with the tests of a file in Jest, elsewhere with the process. */
export function newFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'nodrel-test-'))
  made.push(folder)
  return folder
}

/** A file in a new folder, with a text, or with anything else as JSON; its path. */
export function newFile(name: string, content: unknown): string {
  const path = join(newFolder(), name)
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content))
  return path
}
