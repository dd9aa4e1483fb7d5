import '@testing-library/jest-dom'
import { configure } from '@testing-library/react'
import { TextDecoder, TextEncoder } from 'node:util'
import { downloads } from './downloads'

// What is hidden is told by its own state here: without a layout, looking for it takes long and tells nothing.
configure({ defaultHidden: true, asyncUtilTimeout: 20_000 })

// A script of a page does not run in a test, and what is fetched, saved or waited for changes a screen while a test waits: React
// says so each time.
const { error } = console
const known = /Encountered a script tag|not wrapped in act/
console.error = (...said: unknown[]) => void (known.test(String(said[0])) || error(...said))

/** Everything is on the screen. */
class EverythingSeen {
  constructor(private readonly seen: IntersectionObserverCallback) {}
  observe(target: Element) {
    queueMicrotask(() => this.seen([{ target, isIntersecting: true } as IntersectionObserverEntry], this as never))
  }
  unobserve() {}
  disconnect() {}
}

/** Nothing changes its size. */
class NeverResized {
  observe() {}
  unobserve() {}
  disconnect() {}
}

/** A worker that works in the same thread, once what called it is done. */
class InlineWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror = null
  private isGone = false
  constructor(private readonly script: URL) {}
  postMessage(task: unknown) {
    setTimeout(() => {
      if (this.isGone) return
      const [handle, answers] = [workers(this.script.pathname), [] as unknown[]]
      const post = self.postMessage
      self.postMessage = (answer: unknown) => void answers.push(answer)
      handle({ data: task } as MessageEvent)
      self.postMessage = post
      for (const data of answers) this.onmessage?.({ data })
    })
  }
  terminate() {
    this.isGone = true
  }
}

const handlers = new Map<string, (event: MessageEvent) => void>()

/** What a worker does with a message. */
function workers(path: string): (event: MessageEvent) => void {
  const name = path.replace(/^.*\/|\.ts$/g, '')
  const known = handlers.get(name)
  if (known) return known
  // oxlint-disable-next-line typescript/no-require-imports -- a worker is a script, run when it is started
  require(`../../src/workers/${name}`)
  const handle = self.onmessage as unknown as (event: MessageEvent) => void
  self.onmessage = null
  handlers.set(name, handle)
  return handle
}

// There are no style sheets here: what an element says itself is all its style. (Working that out anew for every element
// takes most of the time of a query by role.)
window.getComputedStyle = (element) => (element as HTMLElement).style

Object.assign(globalThis, {
  IntersectionObserver: EverythingSeen,
  ResizeObserver: NeverResized,
  Worker: InlineWorker,
  // A pointer is a mouse here.
  PointerEvent: MouseEvent,
  TextDecoder,
  TextEncoder,
  matchMedia: () => ({
    matches: false,
    addEventListener() {},
    removeEventListener() {},
    addListener() {},
    removeListener() {},
  }),
})
URL.createObjectURL = (blob: Blob) => `blob:${made.push(blob) - 1}`
URL.revokeObjectURL = () => undefined
const made: Blob[] = []
HTMLAnchorElement.prototype.click = function () {
  const blob = made[Number(this.href.replace('blob:', ''))]
  // What the server hands out is not made here.
  if (!blob) return
  downloads.push({ name: this.download, text: textOf(blob) })
}
beforeEach(() => downloads.splice(0))

function textOf(blob: Blob): Promise<string> {
  return new Promise((done) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result))
    reader.readAsText(blob)
  })
}

Object.assign(Element.prototype, {
  scrollIntoView() {},
  getScreenCTM: () => null,
  animate() {},
  hasPointerCapture: () => false,
  setPointerCapture() {},
  releasePointerCapture() {},
})
