import { parseArgs } from 'node:util'
import { benchOf, quantitiesOf, spreadOf, type NamedQuantity, type SpreadOptions } from '@/core/bench'
import { unreadNotes } from '@/core/network'
import { printLine, printRefusal, printUsage, readNetworkFile } from './input'

const names = ['equivalent', 'voltage', 'current', 'power', 'potential'] as const
const usage = `usage: npm run -s spread -- [--quantity ${names.join('|')}] [--of PART] [--samples N] [--seed N] [--spread uniform|normal] NETWORK (or - for standard input)`
const mostSamples = 10_000_000
const mostResistors = 2000

interface Options extends SpreadOptions {
  readonly quantity?: NamedQuantity['quantity']
  readonly of?: string
  readonly file: string
}

/** Reads the command line; a text is what is wrong with it. */
function readOptions(args: readonly string[]): Options | string {
  try {
    const text = { type: 'string' } as const
    const { values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { quantity: text, of: text, samples: text, seed: text, spread: text },
    })
    const quantity = names.find((name) => name === values.quantity)
    if (values.quantity !== undefined && !quantity) return `--quantity ${values.quantity}: use ${names.join(', ')}`
    if (values.of !== undefined && quantity === 'equivalent') return '--of: the equivalent is of the whole network'
    const samples = Number(values.samples ?? 100_000)
    if (!Number.isInteger(samples) || samples < 1 || samples > mostSamples)
      return `--samples ${values.samples}: use a whole number from 1 to ${mostSamples}`
    const seed = Number(values.seed ?? 1)
    if (!Number.isInteger(seed) || Math.abs(seed) > 2 ** 31)
      return `--seed ${values.seed}: use a whole number below 2^31`
    const distribution = values.spread ?? 'uniform'
    if (distribution !== 'uniform' && distribution !== 'normal')
      return `--spread ${distribution}: use uniform or normal`
    if (positionals.length !== 1) return usage
    return { quantity, of: values.of, samples, seed, distribution, file: positionals[0] }
  } catch (error) {
    return `${error instanceof Error ? error.message : String(error)}\n${usage}`
  }
}

async function main(): Promise<number> {
  const options = readOptions(process.argv.slice(2))
  if (typeof options === 'string') return printUsage(options)
  const read = await readNetworkFile(options.file)
  if (!read.ok) return printRefusal(read.problems)
  const resistors = read.value.parts.filter(({ kind }) => kind === 'resistor').length
  if (resistors > mostResistors) {
    const message = `${resistors.toLocaleString('en')} resistors are over the limit of ${mostResistors} for spreads`
    return printRefusal([{ part: null, field: 'parts', message }])
  }
  const bench = benchOf(read.value)
  if (!bench.ok) return printRefusal(bench.problems)
  const { built, model } = bench
  const all = quantitiesOf(built, model)
  // A potential may be asked for by any point of its node.
  const { nodes } = built.wiring
  const asked = nodes.find(({ points, label }) => points.includes(options.of ?? '') || label === options.of)?.points[0]
  const wanted = all.filter(
    ({ quantity, of }) =>
      (options.quantity === undefined || quantity === options.quantity) &&
      (options.of === undefined || of === options.of || (quantity === 'potential' && of === asked)),
  )
  if (wanted.length === 0) {
    const message = `there is no ${options.quantity ?? 'value'} of ${options.of ?? 'anything'} in this network`
    return printRefusal([{ part: options.of ?? null, field: options.quantity ?? 'quantity', message }])
  }
  const notes = unreadNotes(read.value)
  for (const spread of spreadOf(built, model, wanted, options))
    await printLine({ ...spread, ...(notes.length > 0 && { findings: notes }) })
  return 0
}

process.exitCode = await main()
