import { createElement } from 'react'
import { createRoot } from 'react-dom/client'
import { flushSync } from 'react-dom'
import type { PaperSize, Report } from '@/core/report'
import { fontFaces } from '../fonts'
import { pageRules } from '../paper/PageRules'
import { ReportPaper } from '../paper/ReportPaper'

/** A report as one HTML file: fonts, drawings and styles inside, no script, nothing that is fetched. */
export async function htmlOf(report: Report, paper: PaperSize): Promise<string> {
  const place = document.createElement('div')
  const root = createRoot(place)
  try {
    flushSync(() => root.render(createElement(ReportPaper, { report })))
    const letters = new Set(place.textContent ?? '')
    const styles = [
      await fontFaces(letters, () => true),
      ...[...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]).map((rule) => ruleText(rule, place)),
      pageRules(report.title, paper),
    ].filter((text) => text !== '')
    const title = document.createElement('title')
    title.textContent = report.title
    return [
      '<!doctype html>',
      '<html lang="en">',
      '<head>',
      '<meta charset="utf-8">',
      '<meta name="viewport" content="width=device-width, initial-scale=1">',
      `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:">`,
      title.outerHTML,
      `<style>\n${styles.join('\n')}\n</style>`,
      '</head>',
      `<body>${place.innerHTML}</body>`,
      '</html>',
      '',
    ].join('\n')
  } finally {
    root.unmount()
  }
}

/** What of a rule the document needs: its own text, or that of the rules inside it; empty for what meets nothing there. */
function ruleText(rule: CSSRule, place: Element): string {
  if (rule instanceof CSSStyleRule) return meets(rule.selectorText, place) ? rule.cssText : ''
  if (rule instanceof CSSFontFaceRule || rule instanceof CSSKeyframesRule) return ''
  if (rule instanceof CSSGroupingRule) {
    const inside = [...rule.cssRules].map((it) => ruleText(it, place)).filter((text) => text !== '')
    if (inside.length === 0) return ''
    return `${rule.cssText.slice(0, rule.cssText.indexOf('{'))}{\n${inside.join('\n')}\n}`
  }
  return rule.cssText
}

function meets(selector: string, place: Element): boolean {
  if (/(^|[\s,(])(:root|:host|html|body|\*|::before|::after)/.test(selector)) return true
  try {
    return place.querySelector(selector) !== null
  } catch {
    return false
  }
}
