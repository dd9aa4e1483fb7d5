import {
  dialNames,
  dialProblems,
  dialTable,
  seeds,
  taskDocument,
  taskFrom,
  taskOf,
  usualDials,
  type Dials,
} from '@/core/learner'
import { printLine, printRefusal, printUsage } from './input'

const usage = [
  'usage: npm run -s task -- CODE',
  '       npm run -s task -- --random [--DIAL VALUE …] [--seed N]',
  ...dialNames.map((dial) => `  --${dial} ${dialTable[dial].join('|')}`),
].join('\n')

async function main(): Promise<number> {
  const [first, ...more] = process.argv.slice(2)
  if (first === undefined) return printUsage(usage)
  if (first !== '--random') {
    if (more.length > 0 || first.startsWith('--')) return printUsage(usage)
    return printTask(first)
  }
  const given: Record<string, unknown> = {}
  let seed = Math.floor(Math.random() * seeds)
  for (let i = 0; i < more.length; i += 2) {
    const [name, text] = [more[i].replace(/^--/, ''), more[i + 1]]
    if (text === undefined || !more[i].startsWith('--')) return printUsage(usage)
    if (name === 'seed') {
      seed = Number(text)
      if (!Number.isInteger(seed) || seed < 0 || seed >= seeds)
        return printUsage(`the seed must be a whole number from 0 to ${seeds - 1}`)
      continue
    }
    const values: readonly unknown[] | undefined = Object.hasOwn(dialTable, name)
      ? dialTable[name as keyof Dials]
      : undefined
    const value = values?.find((it) => String(it) === text)
    if (values === undefined) return printUsage(`there is no dial “${name.slice(0, 40)}”\n${usage}`)
    if (value === undefined) return printUsage(`--${name} must be one of ${values.join(', ')}`)
    given[name] = value
  }
  const dials = { ...usualDials, ...given }
  const problems = dialProblems(dials)
  if (problems.length > 0)
    return printRefusal(
      problems.map(({ dial, message }) => ({ part: null, field: dial, message: `${dial}: ${message}` })),
    )
  const task = taskFrom(dials, seed)
  if (task === null)
    return printRefusal([{ part: null, field: 'dials', message: 'no task came out with these dials and this seed' }])
  await printLine(taskDocument(task))
  return 0
}

async function printTask(code: string): Promise<number> {
  const made = taskOf(code)
  if (!made.ok) return printRefusal([{ part: null, field: 'code', message: made.message }])
  await printLine(taskDocument(made.task))
  return 0
}

process.exitCode = await main()
