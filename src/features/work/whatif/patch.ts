import { shownText, type Amount, type Figures } from '@/core/number'
import { unitOfLine, type Turned, type Worksheet } from '@/core/worksheet'

/** An element that says a value. */
interface Place {
  readonly element: Element
  readonly line: number
  /** What holds it, of which can be told whether it is seen. */
  readonly around: Element | null
}

interface Written extends Place {
  /** The text in which the value stands, what is drawn there, and where the value stands in it. */
  readonly node: Text
  readonly drawn: string
  readonly start: number
  readonly end: number
}

/**
 * Writes values straight into the page while a knob is turned, since typesetting everything anew would take longer than a
 * frame. What was written is taken back when the page is drawn again from data, not before: nothing old is seen between.
 */
export class Patch {
  private readonly written = new Map<Node, Written>()
  /** Where the value does not stand yet: it is drawn in a moment, out of sight. */
  private readonly awaited = new Map<Element, Place>()
  /** Sees what is drawn anew. */
  private readonly observer = new MutationObserver((records) => this.redrawn(records))
  /** Elements that say how strongly they go with the knob, and what holds them. */
  private readonly marked = new Map<Element, Element | null>()
  private readonly stairs: Element | null
  /** Places out of sight: what is there waits until it is seen. */
  private readonly unseen = new Set<Element>()
  private readonly sight = new IntersectionObserver((entries) => {
    for (const { target, isIntersecting } of entries)
      if (isIntersecting) this.unseen.delete(target)
      else this.unseen.add(target)
    if (this.last && entries.some(({ isIntersecting }) => isIntersecting)) this.write(...this.last)
  })
  /** What was written last. */
  private last: Parameters<Patch['write']> | null = null

  constructor(
    place: HTMLElement,
    private readonly worksheet: Worksheet,
    private readonly figures: Figures,
  ) {
    this.stairs = place.querySelector('[data-staircase]')
    if (this.stairs) this.sight.observe(this.stairs)
    for (const element of place.querySelectorAll('[data-line]')) {
      const around = element.closest('[data-side], section')
      // The staircase is drawn anew with every turn.
      if (around !== null && around === this.stairs) continue
      if (around) this.sight.observe(around)
      const line = Number(element.getAttribute('data-line'))
      // What is typeset waits until the knob rests.
      if (!element.hasAttribute('data-formula')) this.find({ element, line, around })
      if (!(element instanceof SVGElement)) this.marked.set(element, around)
    }
    this.observer.observe(place, { subtree: true, characterData: true })
  }

  private text(line: number, amount: Amount | null): string {
    return shownText(amount, unitOfLine(this.worksheet.derivation.lines[line]), this.figures)
  }

  private find(it: Place): void {
    const amount = this.worksheet.derivation.lines[it.line]?.amount
    if (!amount) return
    const text = this.text(it.line, amount)
    const walker = document.createTreeWalker(it.element, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
      const drawn = (node as Text).data
      const start = drawn.indexOf(text)
      if (start < 0) continue
      this.written.set(node, { ...it, node: node as Text, drawn, start, end: start + text.length })
      this.awaited.delete(it.element)
      return
    }
    this.awaited.set(it.element, it)
  }

  /**
   * Writes what turning gives, and beside each value how strongly it goes with the knob.
   *
   * @param isTurning whether the staircase is to follow; at rest it stands as it was drawn
   */
  write({ amounts, strengths }: Turned, isTurning: boolean): void {
    this.last = [{ amounts, strengths }, isTurning]
    const isSeen = (around: Element | null) => around === null || !this.unseen.has(around)
    this.redrawn(this.observer.takeRecords())
    for (const { line, around, element, node, drawn, start, end } of this.written.values()) {
      if (!isSeen(around)) continue
      const mark = element instanceof SVGElement ? arrowOf(strengths[line]) : ''
      const next = drawn.slice(0, start) + this.text(line, amounts[line]) + mark + drawn.slice(end)
      if (node.data !== next) node.data = next
    }
    this.observer.takeRecords()
    for (const [element, around] of this.marked) {
      if (!isSeen(around)) continue
      const strength = strengths[Number(element.getAttribute('data-line'))]
      const text = strength === null || strength === 0 ? '' : strengthText(strength)
      if (element.getAttribute('data-moves') !== text) element.setAttribute('data-moves', text)
    }
    if (isSeen(this.stairs)) this.follow(isTurning ? amounts : null)
  }

  /** What was drawn anew since is begun with again, or awaited. */
  private redrawn(records: readonly MutationRecord[]): void {
    for (const { target } of records) {
      const element = target.parentElement?.closest('[data-line]')
      const it = this.written.get(target) ?? (element && this.awaited.get(element))
      this.written.delete(target)
      if (it) this.find(it)
    }
  }

  /** Takes back all that was written, but where it was drawn anew since. */
  undo(): void {
    this.redrawn(this.observer.takeRecords())
    this.observer.disconnect()
    this.sight.disconnect()
    for (const { node, drawn } of this.written.values()) if (node.data !== drawn) node.data = drawn
    for (const element of this.marked.keys()) element.removeAttribute('data-moves')
    this.follow(null)
  }

  private follow(amounts: Turned['amounts'] | null): void {
    this.stairs?.dispatchEvent(new CustomEvent('turned', { detail: amounts }))
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
