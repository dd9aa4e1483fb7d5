/**
 * A short text that stands for a long one: two texts with the same one are the same for all purposes here (106 bits and
 * the length). Two runs of cyrb53, a public-domain mixing hash.
 */
export function fingerprint(text: string): string {
  return `${text.length}.${mixed(text, 1).toString(36)}.${mixed(text, 2).toString(36)}`
}

function mixed(text: string, seed: number): number {
  let a = 0xdeadbeef ^ seed
  let b = 0x41c6ce57 ^ seed
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 2654435761)
    b = Math.imul(b ^ code, 1597334677)
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909)
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909)
  return 4294967296 * (2097151 & b) + (a >>> 0)
}
