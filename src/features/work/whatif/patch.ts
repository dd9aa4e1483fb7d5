import { shownText, type Amount, type Figures } from '@/core/number'
import { unitOfLine, type Turned, type Worksheet } from '@/core/worksheet'

interface Written {
  readonly line: number
  readonly element: Element
  /** The text in which the value stands, what stood there, and where the value stands in it. */
  readonly node: Text
  before: string
  start: number
  end: number
  /** What was written there last. */
  last: string
}

/**
 * Writes values straight into the page while a knob is turned, since typesetting everything anew would take longer than a
 * frame. What was written is taken back before the page is drawn again from data.
 */
export class Patch {
  private readonly written: Written[] = []
  private readonly marked = new Set<Element>()
  private readonly stairs: Element | null

  constructor(
    place: HTMLElement,
    private readonly worksheet: Worksheet,
    private readonly figures: Figures,
  ) {
    this.stairs = place.querySelector('[data-staircase]')
    for (const element of place.querySelectorAll('[data-line]')) {
      // The staircase is drawn anew with every turn.
      if (element.closest('[data-staircase]')) continue
      const line = Number(element.getAttribute('data-line'))
      const amount = worksheet.derivation.lines[line]?.amount
      // What is typeset waits until the knob rests.
      if (amount && !element.hasAttribute('data-formula')) this.find(element, line, this.text(line, amount))
      if (!(element instanceof SVGElement)) this.marked.add(element)
    }
  }

  private text(line: number, amount: Amount | null): string {
    return shownText(amount, unitOfLine(this.worksheet.derivation.lines[line]), this.figures)
  }

  private find(element: Element, line: number, text: string): void {
    const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
      const before = (node as Text).data
      const start = before.indexOf(text)
      if (start < 0) continue
      this.written.push({ line, element, node: node as Text, before, start, end: start + text.length, last: before })
      return
    }
  }

  /**
   * Writes what turning gives, and beside each value how strongly it goes with the knob.
   *
   * @param isTurning whether the staircase is to follow; at rest it stands as it is
   */
  write({ amounts, strengths }: Turned, isTurning: boolean): void {
    for (const it of this.written) {
      if (!this.isOwn(it)) continue
      const { line, element, node, before, start, end } = it
      const mark = element instanceof SVGElement ? arrowOf(strengths[line]) : ''
      const next = before.slice(0, start) + this.text(line, amounts[line]) + mark + before.slice(end)
      if (node.data !== next) node.data = next
      it.last = next
    }
    for (const element of this.marked) {
      const strength = strengths[Number(element.getAttribute('data-line'))]
      const text = strength === null || strength === 0 ? '' : strengthText(strength)
      if (element.getAttribute('data-moves') !== text) element.setAttribute('data-moves', text)
    }
    if (isTurning) this.stairs?.dispatchEvent(new CustomEvent('turned', { detail: amounts }))
  }

  /** Whether a text is as it was left; one that was drawn anew since is begun with again, or left alone. */
  private isOwn(it: Written): boolean {
    if (it.node.data === it.last) return true
    const amount = this.worksheet.derivation.lines[it.line].amount
    const text = this.text(it.line, amount)
    const start = it.node.data.indexOf(text)
    if (start < 0) return false
    Object.assign(it, { before: it.node.data, last: it.node.data, start, end: start + text.length })
    return true
  }

  /** Takes back all that was written. */
  undo(): void {
    for (const { node, before, last } of this.written) if (node.data === last) node.data = before
    for (const element of this.marked) element.removeAttribute('data-moves')
    this.stairs?.dispatchEvent(new CustomEvent('turned', { detail: null }))
  }
}

function arrowOf(strength: number | null): string {
  return strength === null || Math.abs(strength) < 5e-4 ? '' : strength > 0 ? '▴' : '▾'
}

/** By how many per cent a value goes when the knob goes up by one: −0.3 %. */
export function strengthText(strength: number): string {
  const size = Math.abs(strength)
  const digits = size >= 0.095 ? size.toFixed(1) : size.toPrecision(1)
  return `${strength < 0 ? '−' : '+'}${digits}\u2009%`
}
