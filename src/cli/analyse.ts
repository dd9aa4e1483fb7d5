import { parseArgs } from 'node:util'
import { analyseNetwork, type AnalyseOptions, type ArithmeticName } from '@/core/worksheet'
import { orderNames } from '@/core/structure'
import { printLine, printRefusal, printUsage, readNetworkFile } from './input'

const usage = `usage: npm run -s analyse -- [--arithmetic exact|float|rounded:N] [--order ${orderNames.join('|')}] FILE... (or - for standard input)`

/** Reads the command line; a text is what is wrong with it. */
function readOptions(
  args: readonly string[],
): { readonly options: AnalyseOptions; readonly files: readonly string[] } | string {
  try {
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { arithmetic: { type: 'string' }, order: { type: 'string' } },
    })
    const { arithmetic, order } = values
    if (arithmetic !== undefined && !isArithmetic(arithmetic))
      return `--arithmetic ${arithmetic}: use exact, float or rounded:N with N from 1 to 15`
    const chosen = orderNames.find((it) => it === order)
    if (order !== undefined && chosen === undefined)
      return `--order ${order}: use ${orderNames.slice(0, -1).join(', ')} or ${orderNames[orderNames.length - 1]}`
    if (positionals.length === 0) return usage
    return { options: { arithmetic, order: chosen }, files: positionals }
  } catch (error) {
    return `${error instanceof Error ? error.message : String(error)}\n${usage}`
  }
}

function isArithmetic(name: string): name is ArithmeticName {
  const figures = /^rounded:(\d{1,2})$/.exec(name)
  return (
    name === 'exact' || name === 'float' || (figures !== null && Number(figures[1]) >= 1 && Number(figures[1]) <= 15)
  )
}

const exitStatus = { solved: 0, resistance: 0, structure: 0, 'not-series-parallel': 3, refused: 2 } as const

async function main(): Promise<number> {
  const options = readOptions(process.argv.slice(2))
  if (typeof options === 'string') return printUsage(options)
  let worst = 0
  for (const file of options.files) {
    const read = await readNetworkFile(file)
    const result = read.ok
      ? analyseNetwork(read.value, options.options)
      : { status: 'refused' as const, problems: read.problems }
    if (result.status === 'refused') await printRefusal(result.problems)
    else await printLine(result)
    worst = Math.max(worst, exitStatus[result.status])
  }
  return worst
}

process.exitCode = await main()
