import { useEffect, useRef, type RefObject } from 'react'
import { openPalette, usePalette } from './palette'

/** What can have the focus. */
export type Focusable = HTMLElement | SVGElement

/** Where the next key belongs: an element; null where that is the place itself; `soon` while it is not there yet. */
type Next = Focusable | null | 'soon'

/** Finds it; the other way where a character was typed, which wants a field. */
export type FindNext = (isTyped: boolean) => Next

/** Takes what was typed while nothing had the focus that could, by giving the focus to a field, or holding it; false where it is not for it. */
type Hearing = (text: string) => boolean

const homes = new Map<Element, RefObject<FindNext>>()
const hearings = new Set<RefObject<Hearing>>()

/**
 * Says where in a place of the screen the next key belongs. The focus goes there when the screen is arrived at, and when what
 * had it is gone; what is typed while nothing has it goes there as well.
 */
export function useHome(place: RefObject<Element | null>, next: FindNext = () => null): void {
  const latest = useRef(next)
  useEffect(() => {
    latest.current = next
    if (waiting !== null) settleSoon()
  })
  useEffect(() => {
    const element = place.current
    if (!element) return
    homes.set(element, latest)
    // Another screen is there.
    if (element.matches('main')) typingArrived()
    else settleSoon()
    return () => void homes.delete(element)
  }, [place])
}

/** Takes what is typed while nothing has the focus that could take it. */
export function useHearing(hear: Hearing): void {
  const latest = useRef(hear)
  useEffect(() => {
    latest.current = hear
  })
  useEffect(() => {
    hearings.add(latest)
    return () => void hearings.delete(latest)
  }, [])
}

/** What the focus was on last, outside of what opens over the screen, with all that stood around it. */
let last: { readonly element: Element; readonly around: readonly Element[] } | null = null
/** Where the mouse or a finger went down since then. */
let pressed: Element | null = null
/** The place that has the focus until what belongs to it is there. */
let waiting: Element | null = null
/** What was typed while the screen changes; null while it does not. */
let held: string | null = null
let timer: ReturnType<typeof setTimeout> | null = null

const overlays = '[role=dialog], [role=alertdialog], [role=menu], [role=listbox]'
const regions = 'main, section, aside, nav, form, fieldset, li, [role=group]'

/** What lies open over the screen, and has the keyboard to itself. */
function overlay(): HTMLElement | null {
  return [...document.querySelectorAll<HTMLElement>(overlays)].findLast((it) => it.dataset.state === 'open') ?? null
}

function isUsable(element: Element): element is Focusable {
  if (!element.isConnected || element === document.body || !('focus' in element)) return false
  return !element.matches(':disabled') && element.closest('[inert], [hidden]') === null
}

function isOnNothing(): boolean {
  const at = document.activeElement
  return at === null || !isUsable(at)
}

/** Gives an element the focus, if it takes it. A place takes it too. */
function give(element: Element): boolean {
  if (!isUsable(element)) return false
  if (element.matches(regions) && !element.hasAttribute('tabindex')) {
    element.tabIndex = -1
    element.classList.add('outline-none')
  }
  element.focus({ preventScroll: !element.matches('input, textarea') })
  return document.activeElement === element
}

const around = (element: Element | null): readonly Element[] =>
  element === null ? [] : [element, ...around(element.parentElement)]

/** The screen's own home: what stands around no other. */
function screen(): Element | null {
  return [...homes.keys()].find((it) => it.isConnected && it.matches('main')) ?? document.querySelector('main')
}

function nextIn(place: Element, isTyped = false): Next {
  const next = homes.get(place)?.current(isTyped) ?? null
  if (next === null || next === 'soon') return next
  if (!isUsable(next)) return null
  // A place within has a way of its own.
  return homes.has(next) && next !== place ? (nextIn(next, isTyped) ?? next) : next
}

function goInto(place: Element): boolean {
  const next = nextIn(place)
  if (next !== null && next !== 'soon' && give(next)) return true
  if (next === 'soon') waiting = place
  return give(place)
}

/** Gives the focus to where the next key belongs, if nothing has it. */
function settle(): void {
  if (timer !== null) clearTimeout(timer)
  timer = null
  const at = document.activeElement
  if (waiting !== null && at === waiting) {
    const place = waiting
    if (nextIn(place) !== 'soon') waiting = null
    if (waiting === null) goInto(place)
  } else if (isOnNothing()) {
    const over = overlay()
    if (over) give(over)
    else if (pressed !== null || last === null || !give(last.element)) {
      const near = (pressed ? around(pressed) : (last?.around ?? [])).filter((it) => it.isConnected)
      const isIn = (it: Element) => homes.has(it) || it.matches(regions)
      if (!near.filter(isIn).some(goInto)) goHome()
    }
  }
  pressed = null
  if (waiting === null && held !== null && !isChanging) release()
}

function settleSoon(): void {
  timer ??= setTimeout(settle, 0)
}

const isShown = (it: Element) => isUsable(it) && it.closest('details:not([open])') === null
const isEmpty = (it: Element) => !(it instanceof HTMLInputElement && it.value !== '')
const isWrong = (it: Element) => it.getAttribute('aria-invalid') === 'true'

/** The first field of a place that is still to be filled in; null where none is. */
export function firstEmpty(place: Element | null, fields = 'input'): Focusable | null {
  return [...(place?.querySelectorAll<Focusable>(fields) ?? [])].find((it) => isShown(it) && isEmpty(it)) ?? null
}

/**
 * The next field of a place that is still to be filled in or corrected, after one of them; from its beginning where none
 * comes after.
 */
export function nextToFill(after: Element, place: Element | null, fields: string): Focusable | null {
  const all = [...(place?.querySelectorAll<Focusable>(fields) ?? [])].filter(
    (it) => it !== after && isShown(it) && (isEmpty(it) || isWrong(it)),
  )
  const follows = (it: Element) => after.compareDocumentPosition(it) & Node.DOCUMENT_POSITION_FOLLOWING
  return all.find(follows) ?? all.at(0) ?? null
}

/** Gives the focus to what is found once the screen has changed. */
export function focusLater(find: () => Element | null | undefined): void {
  setTimeout(() => {
    const found = find()
    if (found) give(found)
  })
}

/** Gives the focus to where the next key belongs on this screen. */
export function goHome(): void {
  const place = screen()
  if (place) goInto(place)
}

const textFields = 'input:not([type=button], [type=submit]), textarea, [contenteditable=true]'
/** What takes characters, each in its own way. */
const takers = `${textFields}, [role=combobox]`

/** What a network begins with: a digit, a bracket, a name of a resistor. */
export function beginsNetwork(text: string): boolean {
  return /^[\d.([{rR]/.test(text)
}

/** Whether a key writes a character. */
function isText(event: KeyboardEvent): boolean {
  if (event.key.length !== 1) return false
  return event.getModifierState('AltGraph') || !(event.ctrlKey || event.metaKey || event.altKey)
}

/** The field in which what is typed now belongs, from where the focus is outwards; null where none asks for it. */
function nextForText(): Focusable | 'soon' | null {
  const at = document.activeElement
  const places = [...around(at), screen()].filter((it) => it !== null && homes.has(it))
  for (const place of places) {
    const next = place && nextIn(place, true)
    if (next === 'soon' || next?.matches(textFields)) return next
  }
  return null
}

/** Whether a key that is typed now is for somebody who takes it. */
function isForIt(at: Element | null): boolean {
  return at !== null && !isOnNothing() && at.closest(takers) !== null
}

/** What is typed in a dialog goes into its field; in the help, which has none, into the palette. */
function typedOver(over: HTMLElement, event: KeyboardEvent): void {
  const fields = over.matches('[role=dialog]') ? [...over.querySelectorAll(textFields)] : []
  const field = fields.find(isUsable)
  if (field) give(field)
  else if (usePalette.getState().open === 'help') {
    event.preventDefault()
    openPalette(event.key)
  }
}

function onKey(event: KeyboardEvent): void {
  if (event.defaultPrevented || event.isComposing) return
  if (held !== null && (isText(event) || event.key === 'Enter' || event.key === 'Backspace')) {
    event.preventDefault()
    held += event.key === 'Backspace' ? '\b' : event.key === 'Enter' ? '\n' : event.key
    return
  }
  if (!isText(event) || event.key === ' ' || isForIt(document.activeElement)) return
  const over = overlay()
  if (over) return typedOver(over, event)
  const next = nextForText()
  if (next === 'soon') {
    event.preventDefault()
    held = event.key
  } else if (next) give(next)
  else if (![...hearings].some(({ current }) => current(event.key))) {
    event.preventDefault()
    openPalette(event.key)
  }
}

/** Puts a text into a field as if it were typed at its caret; `\b` takes back a character, a new line is Enter. */
export function typeInto(field: Element, text: string): void {
  if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return
  const prototype = field instanceof HTMLInputElement ? HTMLInputElement.prototype : HTMLTextAreaElement.prototype
  for (const piece of text.match(/[\n\b]|[^\n\b]+/g) ?? []) {
    if (piece === '\n') {
      field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))
      continue
    }
    const { value, selectionStart, selectionEnd } = field
    const from = selectionStart ?? value.length
    const to = selectionEnd ?? from
    const isBack = piece === '\b'
    const before = value.slice(0, isBack && from === to ? Math.max(0, from - 1) : from) + (isBack ? '' : piece)
    // Past React’s own record of the value, so that it hears of the change.
    Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(field, before + value.slice(to))
    field.setSelectionRange(before.length, before.length)
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
}

/** Takes a text that was typed while nothing had the focus that takes characters. */
export function hearText(text: string): void {
  held = (held ?? '') + text
  settleSoon()
}

/** Whether the person is on the way to another screen. */
let isChanging = false
let changeTimer: ReturnType<typeof setTimeout> | undefined
/** A screen that has not come by then does not come, in milliseconds. */
const longestChange = 10_000

/**
 * Keeps what is typed from now on for the screen that comes.
 *
 * @param typed what was typed already
 */
export function holdTyping(typed = ''): void {
  held ??= ''
  held += typed
  isChanging = true
  clearTimeout(changeTimer)
  changeTimer = setTimeout(typingArrived, longestChange)
}

/** The screen has come, or does not: what was held goes to where the next key belongs. */
export function typingArrived(): void {
  clearTimeout(changeTimer)
  isChanging = false
  settleSoon()
}

function release(): void {
  const text = held ?? ''
  held = null
  if (text.trim() === '') return
  const next = nextForText()
  if (next && next !== 'soon') give(next)
  else if (![...hearings].some(({ current }) => current(text))) return openPalette(text.trim())
  const at = document.activeElement
  // Another screen may have been asked for, and gets it.
  if (at && held === null) typeInto(at, text)
}

function onClick(event: MouseEvent): void {
  const link = event.target instanceof Element ? event.target.closest('a[href^="/"]') : null
  const isOther = event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey
  if (!(link instanceof HTMLAnchorElement) || isOther || link.target !== '' || link.hasAttribute('download')) return
  if (link.pathname !== window.location.pathname && !link.pathname.startsWith('/api/')) holdTyping()
}

/** Keeps the focus where the next key belongs, for as long as the page is there. */
export function keepFocus(): () => void {
  const onFocus = ({ target }: FocusEvent) => {
    if (!(target instanceof Element) || target === document.body) return
    pressed = null
    if (target !== waiting) waiting = null
    if (target.closest(overlays) === null) last = { element: target, around: around(target) }
  }
  const onPress = ({ target }: Event) => {
    pressed = target instanceof Element ? target : null
    settleSoon()
  }
  // A key that comes before the focus has gone on finds it there all the same.
  const onKeyFirst = () => {
    if (timer !== null && isOnNothing()) settle()
  }
  const seen = new MutationObserver(() => {
    if (waiting !== null || isOnNothing()) settleSoon()
  })
  seen.observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ['disabled', 'inert'],
  })
  document.addEventListener('focusin', onFocus)
  document.addEventListener('focusout', settleSoon)
  document.addEventListener('pointerdown', onPress)
  document.addEventListener('click', onClick, true)
  window.addEventListener('keydown', onKeyFirst, true)
  window.addEventListener('keydown', onKey)
  settleSoon()
  return () => {
    seen.disconnect()
    document.removeEventListener('focusin', onFocus)
    document.removeEventListener('focusout', settleSoon)
    document.removeEventListener('pointerdown', onPress)
    document.removeEventListener('click', onClick, true)
    window.removeEventListener('keydown', onKeyFirst, true)
    window.removeEventListener('keydown', onKey)
    if (timer !== null) clearTimeout(timer)
    timer = last = pressed = waiting = held = null
    isChanging = false
  }
}
