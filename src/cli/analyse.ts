import { readFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { analyseNetwork, type AnalyseOptions, type Analysis, type ArithmeticName, type Refusal } from '@/core/worksheet'
import { orderNames } from '@/core/structure'
import { maxBytes, readNetworkText, type Problem } from '@/core/network'

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

async function analyseFile(file: string, options: AnalyseOptions): Promise<Analysis | Refusal> {
  const refuse = (problem: Problem): Refusal => ({ status: 'refused', problems: [problem] })
  let text: string
  try {
    text = file === '-' ? await readInput() : await readFile(file, 'utf8')
  } catch (error) {
    return refuse({
      part: null,
      field: 'document',
      message: `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`,
    })
  }
  const read = readNetworkText(text)
  return read.ok ? analyseNetwork(read.network, options) : { status: 'refused', problems: read.problems }
}

/** Standard input, read no further than what will be refused anyway. */
async function readInput(): Promise<string> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of process.stdin) {
    chunks.push(chunk as Buffer)
    bytes += (chunk as Buffer).length
    if (bytes > maxBytes) break
  }
  return Buffer.concat(chunks).toString('utf8')
}

const exitStatus = { solved: 0, resistance: 0, structure: 0, 'not-series-parallel': 3, refused: 2 } as const

async function main(): Promise<number> {
  const read = readOptions(process.argv.slice(2))
  if (typeof read === 'string') {
    process.stderr.write(`${read}\n`)
    return 2
  }
  let worst = 0
  for (const file of read.files) {
    const result = await analyseFile(file, read.options)
    if (result.status === 'refused')
      for (const { part, message } of result.problems) process.stderr.write(`${part ?? 'document'}: ${message}\n`)
    await new Promise<void>((done) => process.stdout.write(`${JSON.stringify(result)}\n`, () => done()))
    worst = Math.max(worst, exitStatus[result.status])
  }
  return worst
}

process.exitCode = await main()
