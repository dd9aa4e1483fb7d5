import type { ExactValue, Figures } from '@/core/number'
import { turned, type Knob, type Worksheet } from '@/core/worksheet'
import { Patch } from './patch'

/** The page is drawn anew when the knob has rested so long, in milliseconds. */
const rest = 250

/**
 * A knob in the hand: what it is turned to is written into the page at once, with how strongly each value goes with it;
 * once it rests, that is told, and what was written stays until the page is drawn from it.
 */
export class Turning {
  private readonly patch: Patch
  private timer: ReturnType<typeof setTimeout> | undefined
  /** What it was turned to and has not been told yet. */
  private to: ExactValue | null = null

  constructor(
    private readonly place: HTMLElement,
    private readonly worksheet: Worksheet,
    private readonly knob: Knob,
    figures: Figures,
    private readonly onRest: (to: ExactValue) => void,
  ) {
    this.patch = new Patch(place, worksheet, figures)
    this.write(knob.value, false)
  }

  turnTo(to: ExactValue): void {
    this.write(to, true)
    this.place.setAttribute('data-turning', '')
    this.to = to
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.settle(), rest)
  }

  /** Tells at once what it was turned to last, if that was not told. */
  settle(): void {
    const { to } = this
    this.stop()
    if (to) this.onRest(to)
  }

  /** Back to the value that the page is drawn with. */
  putBack(): void {
    this.stop()
    this.write(this.knob.value, false)
  }

  /** Takes back all that was written into the page. */
  end(): void {
    this.stop()
    this.patch.undo()
  }

  /** Forgets what it was turned to and has not told. */
  stop(): void {
    clearTimeout(this.timer)
    this.to = null
    this.place.removeAttribute('data-turning')
  }

  private write(to: ExactValue, isTurning: boolean): void {
    const all = turned(this.worksheet, this.knob, to)
    if (all) this.patch.write(all, isTurning)
  }
}
