import type { NetworkDocument } from '@/core/network'

/** Hands the person a file. */
export function download(name: string, type: string, content: string): void {
  downloadBlob(name, new Blob([content], { type }))
}

/** Hands the person a file that was made already. */
export function downloadBlob(name: string, content: Blob): void {
  const url = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}

/** A title as a file name. */
export function fileName(title: string, ending: string): string {
  const bare = String(title)
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{Nd}]+/gu, '-')
    .replace(/^-|-$/g, '')
  return `${bare || 'network'}${ending}`
}

/** Hands the person the network document as a file; the picture that it was traced from stays here. */
export function saveDocument(kept: NetworkDocument): void {
  const { trace: _trace, ...sketch } = kept.sketch ?? {}
  const document = kept.sketch?.trace ? { ...kept, sketch } : kept
  const name = fileName(document.title || 'network', '.nodrel.json')
  download(name, 'application/json', `${JSON.stringify(document, null, 2)}\n`)
}

/**
 * How tables are written for spreadsheets: what one of them would run as a formula is marked as text. A number stays one, with
 * its sign and its unit.
 */
export const csvSafe = {
  escapeFormulae: /^[=@\t\r]|^[+-](?![\d.,]+(e[+-]?\d+)?\s*[\p{L}%]{0,4}$)/u,
}
