/**
 * The faces of our own fonts that hold any of these letters, as CSS with each file inside.
 *
 * @param family whether a family is wanted
 */
export async function fontFaces(letters: ReadonlySet<string>, family: (name: string) => boolean): Promise<string> {
  const faces: string[] = []
  const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules])
  for (const rule of rules) {
    if (!(rule instanceof CSSFontFaceRule) || !family(rule.style.fontFamily)) continue
    const range = rule.style.getPropertyValue('unicode-range')
    if (rule.style.fontStyle === 'italic' || ![...letters].some((letter) => inRange(letter, range))) continue
    const [, address] = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src')) ?? []
    if (address === undefined) continue
    const file = await fetch(new URL(address, rule.parentStyleSheet?.href ?? document.baseURI))
    faces.push(
      `@font-face{font-family:${rule.style.fontFamily};font-weight:${rule.style.fontWeight};src:url(${await dataAddress(await file.blob())}) format('woff2');unicode-range:${range}}`,
    )
  }
  return faces.join('\n')
}

/** Whether a letter is in a CSS `unicode-range`; everything is, where there is none. */
export function inRange(letter: string, range: string): boolean {
  const code = letter.codePointAt(0) ?? 0
  if (range.trim() === '') return true
  return range.split(',').some((part) => {
    const [, start, end] = /U\+([\dA-F?]+)(?:-([\dA-F]+))?/i.exec(part) ?? []
    if (start === undefined) return false
    const from = parseInt(start.replaceAll('?', '0'), 16)
    const to = parseInt(end ?? start.replaceAll('?', 'F'), 16)
    return code >= from && code <= to
  })
}

function dataAddress(blob: Blob): Promise<string> {
  return new Promise((done, fail) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result))
    reader.onerror = () => fail(reader.error ?? new Error('the font could not be read'))
    reader.readAsDataURL(blob)
  })
}
