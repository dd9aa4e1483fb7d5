/** Hands the person a file. */
export function download(name: string, type: string, content: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}

/** A title as a file name. */
export function fileName(title: string, ending: string): string {
  const bare = title
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{Nd}]+/gu, '-')
    .replace(/^-|-$/g, '')
  return `${bare || 'network'}${ending}`
}
