import { benchOf, diagnose, readReadingsText } from '@/core/bench'
import { unreadNotes } from '@/core/network'
import { printLine, printRefusal, printUsage, readNetworkFile, readText } from './input'

const usage = 'usage: npm run -s diagnose -- NETWORK READINGS (either may be - for standard input)'

async function main(): Promise<number> {
  const [network, file, ...more] = process.argv.slice(2)
  if (file === undefined || more.length > 0 || [network, file].some((it) => it.startsWith('--')))
    return printUsage(usage)
  const read = await readNetworkFile(network)
  if (!read.ok) return printRefusal(read.problems)
  const bench = benchOf(read.value)
  if (!bench.ok) return printRefusal(bench.problems)
  const text = await readText(file)
  if (!text.ok) return printRefusal(text.problems)
  const readings = readReadingsText(text.value)
  if (!readings.ok) return printRefusal(readings.problems)
  const found = diagnose(bench, readings.readings, readings.meter)
  if (!found.ok) return printRefusal(found.problems)
  const notes = unreadNotes(read.value)
  await printLine({ ...found.diagnosis, ...(notes.length > 0 && { findings: notes }) })
  return 0
}

process.exitCode = await main()
