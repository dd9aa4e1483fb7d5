/** The deepest nesting of lists and objects that is read; a network document needs five. */
const deepest = 64

type ReadJson = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly message: string }

/** JSON text as a value; refuses what nests deeper than anything that is read here, and names the fault of what is no JSON. */
export function readJson(text: string): ReadJson {
  if (nests(text)) return { ok: false, message: `it nests deeper than ${deepest} lists and objects` }
  try {
    return { ok: true, value: JSON.parse(text) as unknown }
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : 'unknown reason' }
  }
}

/** Whether a value that was parsed is an object, and no list. */
export function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

function nests(text: string): boolean {
  let depth = 0
  let inText = false
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (inText) {
      if (code === 0x5c) i++
      else if (code === 0x22) inText = false
    } else if (code === 0x22) inText = true
    else if (code === 0x5b || code === 0x7b) {
      if (++depth > deepest) return true
    } else if (code === 0x5d || code === 0x7d) depth--
  }
  return false
}
