import { strToU8, zipSync } from 'fflate'
import type { TextFile } from '@/core/report'

/** Files in one archive. */
export function zipOf(files: readonly TextFile[]): Blob {
  const entries = files.map(({ path, text }) => [path, strToU8(text)] as const)
  return new Blob([zipSync(Object.fromEntries(entries)) as Uint8Array<ArrayBuffer>], { type: 'application/zip' })
}
