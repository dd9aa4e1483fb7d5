import { readFile } from 'node:fs/promises'
import { maxBytes, readNetworkText, type Network, type Problem } from '@/core/network'

type ReadInput<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** The text of a file, or of standard input for `-`, read no further than what will be refused anyway. */
export async function readText(file: string): Promise<ReadInput<string>> {
  try {
    return { ok: true, value: file === '-' ? await readInput() : await readFile(file, 'utf8') }
  } catch (error) {
    const message = `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`
    return { ok: false, problems: [{ part: null, field: 'document', message }] }
  }
}

/** The network of a file; see {@link readText}. */
export async function readNetworkFile(file: string): Promise<ReadInput<Network>> {
  const text = await readText(file)
  if (!text.ok) return text
  const read = readNetworkText(text.value)
  return read.ok ? { ok: true, value: read.network } : read
}

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

/** One JSON object a line on standard output; of a refusal one line a problem on standard error too. */
export async function printLine(object: object): Promise<void> {
  await new Promise<void>((done) => process.stdout.write(`${JSON.stringify(object)}\n`, () => done()))
}

/** Says what is refused and why, on both; the exit status of a refusal. */
export async function printRefusal(problems: readonly Problem[]): Promise<2> {
  for (const { part, message } of problems) process.stderr.write(`${part ?? 'document'}: ${message}\n`)
  await printLine({ status: 'refused', problems })
  return 2
}

/** Says what is wrong with a command line; its exit status. */
export function printUsage(message: string): 2 {
  process.stderr.write(`${message}\n`)
  return 2
}
