import { act, fireEvent, render, screen, waitFor, within, type RenderResult } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ComponentType, ReactNode } from 'react'
import { renderToString } from 'react-dom/server'
import type { NetworkDocument } from '@/core/network'
import { Providers } from '@/ui/Providers'
import { readSettings } from '@/ui/readSettings'
import { OpenNetwork } from '@/ui/network/OpenNetwork'
import type { Settings } from '@/ui/settingsCookie'
import { document as documentOf } from '../documents'
import { keepRecord, openDoors, type Doors } from './doors'

export interface Shown extends RenderResult {
  readonly doors: Doors
}

const usual = readSettings({ get: () => undefined })

/** The document of parts between points, `R1 A B 100`. */
export const between = documentOf

/** Shows something with all that stands around every screen. */
export function show(it: ReactNode, settings: Partial<Settings> = {}, doors = openDoors()): Shown {
  localStorage.clear()
  return { ...render(<Providers settings={{ ...usual, ...settings }}>{it}</Providers>), doors }
}

/** Opens a network in one of its screens as the server sends it; what is given back wakes it up. */
export function asleep(Screen: ComponentType, document: NetworkDocument): () => Promise<void> {
  localStorage.clear()
  const page = (
    <Providers settings={usual}>
      <OpenNetwork record={keepRecord(openDoors(), 'n', document)} justFetched>
        <Screen />
      </OpenNetwork>
    </Providers>
  )
  const container = globalThis.document.body.appendChild(globalThis.document.createElement('div'))
  container.innerHTML = renderToString(page)
  return async () => {
    render(page, { container, hydrate: true })
    await settled()
  }
}

/** Opens a network in one of its screens, as the page of that screen does. */
export async function open(
  Screen: ComponentType,
  document: NetworkDocument,
  { settings, doors = openDoors(), isTried }: { settings?: Partial<Settings>; doors?: Doors; isTried?: boolean } = {},
): Promise<Shown> {
  const record = keepRecord(doors, 'n', document)
  const shown = show(
    <OpenNetwork record={record} justFetched isTried={isTried}>
      <Screen />
    </OpenNetwork>,
    settings,
    doors,
  )
  await settled()
  return shown
}

/** Lets what is being fetched, saved or worked out come to its end. */
export async function settled(): Promise<void> {
  await act(async () => {
    for (let i = 0; i < 5; i++) await new Promise((done) => setTimeout(done, 0))
  })
}

/** Writes into a field at once, as if it had been typed. */
export function fill(field: Element, text: string): void {
  focus(field)
  fireEvent.change(field, { target: { value: text } })
}

/** Writes into a field, and sends it with Enter. */
export function send(field: Element, text: string): void {
  fill(field, text)
  fireEvent.keyDown(field, { key: 'Enter' })
}

/** Goes to an element, as Tab does. */
export const focus = (it: Element) => act(() => (it as HTMLElement).focus())

const user = userEvent.setup({ delay: null, pointerEventsCheck: 0 })

/** Presses keys where the focus is, `Shift+ArrowRight`, with all that a browser does then; and lets what follows come to its end. */
export async function press(...keys: readonly string[]): Promise<void> {
  for (const text of keys) {
    const held = text.split('+').slice(0, -1)
    const key = text.split('+').pop() || '+'
    await user.keyboard(
      [
        ...held.map((it) => `{${it}>}`),
        key.length > 1 ? `{${key}}` : key.replace(/[{[]/, '$&$&'),
        ...held.map((it) => `{/${it}}`),
      ].join(''),
    )
  }
  await settled()
}

/** Looks for something in the palette, and takes what is found first. */
export async function find(words: string): Promise<void> {
  await press('Control+k')
  const palette = await screen.findByRole('combobox', { name: 'Find a network or a command' })
  fill(palette, words)
  await waitFor(() => expect(screen.getAllByRole('option').length).toBeGreaterThan(0))
  await press('Enter')
  await waitFor(() => expect(screen.queryByRole('combobox', { name: 'Find a network or a command' })).toBeNull())
}

/** Types into what has the focus. */
export async function type(text: string): Promise<void> {
  if (text !== '') await user.keyboard(text.replace(/[{[]/g, '$&$&'))
}

/** The one element with a selector. */
export function one(selector: string, within: ParentNode = globalThis.document): HTMLElement {
  const found = within.querySelectorAll<HTMLElement>(selector)
  if (found.length !== 1) throw new Error(`${found.length} of ${selector}`)
  return found[0]
}

export const all = (selector: string, within: ParentNode = globalThis.document): HTMLElement[] => [
  ...within.querySelectorAll<HTMLElement>(selector),
]

/** The one thing with a label: the field that a label is for, or what says its name itself. */
export function labelled(name: string | RegExp, among: ParentNode = globalThis.document): HTMLElement {
  const nameOf = (it: Element) => {
    const [label] = (it as HTMLInputElement).labels ?? []
    const text = label ? label.textContent.replace(it.textContent, '').trim() : null
    return it.getAttribute('aria-label') ?? text
  }
  const isIt = (said: string | null) => said !== null && (typeof name === 'string' ? said === name : name.test(said))
  const found = all('[aria-label], input, textarea, [role=checkbox], [role=radio]', among).filter((it) =>
    isIt(nameOf(it)),
  )
  if (found.length !== 1) throw new Error(`${found.length} with the label ${name}`)
  return found[0]
}

/** What an element says, with plain spaces. */
export const textOf = (element: Element | null | undefined) =>
  (element?.textContent ?? '').replaceAll(/[\u2009\u00a0]/g, ' ')

/** The half of a row of the valley. */
export const half = (row: number | string, side: 'reduce' | 'expand') => one(`[data-row="${row}"][data-side="${side}"]`)

/** What formulas say, as they are read aloud. */
export const formulas = (within: ParentNode) =>
  all('[role=math]', within).map((it) => it.getAttribute('aria-label') ?? '')

/** The cells of the answer table's row for a part. */
export function answerOf(name: string): string[] {
  const rows = all('tr', screen.getByRole('region', { name: 'Answers' }))
  const cells = rows.map((row) => all('td', row).map((cell) => textOf(cell).trim()))
  return cells.find(([first]) => first === name) ?? []
}

export { typed } from '../documents'
export { downloads } from './downloads'
export { act, fireEvent, screen, waitFor, within }

/** A button by its name; among those of an element, if one is given. */
export const button = (name: string | RegExp, among: HTMLElement = globalThis.document.body) =>
  within(among).getByRole('button', { name })

/** Presses something with the mouse, and lets what follows come to its end. */
export async function click(it: Element): Promise<void> {
  await user.click(it)
  await settled()
}

/** Chooses an option of a list by its text. */
export async function select(list: Element, option: string | RegExp): Promise<void> {
  focus(list)
  await press('Enter')
  const options = all('[role=option]')
  const it = options.find(({ textContent }) =>
    typeof option === 'string' ? textContent === option : option.test(textContent),
  )
  if (!it) throw new Error(`no ${option} among ${options.map(({ textContent }) => textContent).join(', ')}`)
  focus(it)
  await press('Enter')
}

/** Gives files to a field for files, each with its name and its text. */
export async function give(
  field: Element,
  ...files: readonly (readonly [name: string, text: string])[]
): Promise<void> {
  const given = files.map(([name, text]) => Object.assign(new File([text], name), { text: async () => text }))
  fireEvent.change(field, { target: { files: given } })
  for (const _ of files) await settled()
  await settled()
}
