/** Letters that are set otherwise than they are typed. */
const letters: Readonly<Record<string, string>> = {
  Ω: '$\\Omega$',
  µ: '$\\mu$',
  '∥': '$\\parallel$',
  '‖': '$\\parallel$',
  '−': '$-$',
  '·': '$\\cdot$',
  '≈': '$\\approx$',
  '≠': '$\\neq$',
  '±': '$\\pm$',
  '×': '$\\times$',
  '÷': '$\\div$',
  '√': '$\\surd$',
  '✓': '$\\checkmark$',
  '✗': '$\\times$',
  '²': '${}^{2}$',
  '→': '$\\rightarrow$',
  '↑': '$\\uparrow$',
  '°': '${}^{\\circ}$',
  '′': '${}^{\\prime}$',
  '–': '--',
  '—': '---',
  '’': "'",
  '‘': '`',
  '“': '``',
  '”': "''",
  '…': '\\dots{}',
  '\u2009': '\\,',
  '\u00a0': '~',
}

/** Plain text in TeX, within math only inside of `\\text`; every sign of TeX's own made harmless. Digits that repeat stand in brackets. */
export function words(text: string): string {
  return texText(text).replace(/[^\x20-\x7e]/gu, (letter) => letters[letter] ?? letter)
}

const special: Readonly<Record<string, string>> = {
  '\\': '\\textbackslash{}',
  '{': '\\{',
  '}': '\\}',
  $: '\\$',
  '&': '\\&',
  '#': '\\#',
  '^': '\\textasciicircum{}',
  _: '\\_',
  '~': '\\textasciitilde{}',
  '%': '\\%',
}

function texText(text: string): string {
  return text.replace(/[\\{}$&#^_~%]/g, (sign) => special[sign]).replace(/\p{Cc}/gu, ' ')
}
