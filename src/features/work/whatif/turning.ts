import type { ExactValue } from '@/core/number'
import { turned, withAmounts, type Knob, type Worksheet } from '@/core/worksheet'
import type { Hand } from '@/ui/turned'

/** The page is drawn anew when the knob has rested so long, in milliseconds. */
const rest = 250

/**
 * A knob in the hand: what it is turned to is shown at once, with how strongly each value goes with it, but for what is
 * typeset; once it rests, that is told, and the page is drawn from it.
 */
export class Turning {
  private timer: ReturnType<typeof setTimeout> | undefined
  /** What it was turned to and has not been told yet. */
  private to: ExactValue | null = null

  constructor(
    private readonly hand: Hand,
    private readonly worksheet: Worksheet,
    private readonly knob: Knob,
    private readonly onRest: (to: ExactValue) => void,
  ) {
    this.show(knob.value, false)
  }

  turnTo(to: ExactValue): void {
    this.show(to, true)
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
    this.show(this.knob.value, false)
  }

  /** Lets go of it. */
  end(): void {
    this.stop()
    this.hand.setState(null, true)
  }

  /** Forgets what it was turned to and has not told. */
  stop(): void {
    clearTimeout(this.timer)
    this.to = null
    this.hand.setState((now) => (now?.isTurning ? { ...now, isTurning: false } : now), true)
  }

  private show(to: ExactValue, isTurning: boolean): void {
    const { worksheet } = this
    const all = turned(worksheet, this.knob, to)
    if (!all) return
    const { amounts, strengths } = all
    this.hand.setState({ of: worksheet, worksheet: withAmounts(worksheet, amounts), strengths, isTurning }, true)
  }
}
