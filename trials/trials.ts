import { existsSync } from 'node:fs'
import { print, type Row } from '../speed/measure'
import { coreRows } from './core'
import { diskRows } from './disk'
import { doorRows } from './doors'
import { incomingRows, killRows, startRows } from './kills'
import { heldUpRows, largeRows, loadRows } from './load'

/** What the built application has to stand; each on a folder and a port of its own on this machine. */
const trials: Readonly<Record<string, () => Row[] | Promise<Row[]>>> = {
  core: coreRows,
  doors: doorRows,
  disk: diskRows,
  held: heldUpRows,
  large: largeRows,
  load: loadRows,
  starts: () => startRows(),
  kills: () => killRows(),
  incoming: () => incomingRows(),
}

/** A few of those that kill, within seconds: part of `npm test`. */
const few = async () => [...(await killRows(3)), ...(await startRows(1, 1)), ...(await incomingRows([20]))]

if (!existsSync('.next/BUILD_ID')) throw new Error('build first: npm run build')
const wanted = process.argv.slice(2)
const names = wanted.length > 0 ? wanted : Object.keys(trials)
const rows: Row[] = []
for (const name of names) {
  const trial = name === 'few' ? few : trials[name]
  if (!trial) throw new Error(`there is no trial ${name}; there are ${Object.keys(trials).join(', ')}`)
  console.error(`… ${name}`)
  rows.push(...(await trial()))
}
print(rows)
process.exit(rows.some(({ holds }) => holds === false) ? 1 : 0)
