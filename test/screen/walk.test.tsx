import { cleanup, within as inside } from '@testing-library/react'
import type { ComponentType } from 'react'
import type { KeptSheet } from '@/core/learner'
import { Bench } from '@/features/bench/Bench'
import { Draw } from '@/features/draw/Draw'
import { Compare } from '@/features/logbook/Compare'
import { Logbook } from '@/features/logbook/Logbook'
import { Practice } from '@/features/practice/Practice'
import { Progress } from '@/features/practice/Progress'
import { SheetList } from '@/features/practice/SheetList'
import { SheetPrint } from '@/features/practice/SheetPrint'
import { SheetScreen } from '@/features/practice/SheetScreen'
import { ReportScreen } from '@/features/report/ReportScreen'
import { Work } from '@/features/work/Work'
import { elsewhere, screenNames } from '@/ui/elsewhere'
import { usePalette } from '@/ui/palette'
import { newDrawing } from '@/core/entry'
import { cardOf } from '@/core/picture'
import { openDoors } from './doors'
import { wentTo } from './next'
import {
  act,
  all,
  button,
  click,
  fireEvent,
  focus,
  one,
  open,
  press,
  screen,
  settled,
  show,
  type,
  typed,
  waitFor,
} from './show'

// Pictures are drawn by a browser alone.
jest.mock('@/ui/savePicture', () => ({ savePicture: async () => undefined }))

// Every screen, and everything that can be pressed on it: the focus is never on nothing, so that the next key arrives.

const five = typed('R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1', { title: 'Dew strip' })
const sheet = (role: 'set' | 'opened'): KeptSheet => ({
  role,
  title: 'Dew strips',
  marks: 25,
  variants: [{ name: 'A', codes: ['1RJ3-10FT-V3Q3', '1V0V-0RGC-86HM'] }],
  name: '',
})
const saved = { id: 's', title: 'Dew strips', version: 1, updatedAt: '2026-11-30T12:00:00.000Z' }

function logbookPage() {
  const card = cardOf(five, { nodes: 'numbers', form: 'line' })
  const entry = { ...saved, resistors: 5, tags: ['quill'], hasFamily: false, card, fresh: true }
  const page = {
    entries: [{ ...entry, id: 'n', title: 'Dew strip' }],
    found: 1,
    all: 1,
    tags: [{ tag: 'quill', count: 1 }],
  }
  return { ...page, pictures: true }
}

/** The doors with a logbook of one network, which can be made anew. */
function doorsOfAll() {
  const doors = openDoors()
  const answer = globalThis.fetch
  globalThis.fetch = (async (path: string, init?: RequestInit) =>
    String(path).startsWith('/api/logbook')
      ? { status: 200, ok: true, json: async () => logbookPage() }
      : answer(path, init)) as typeof fetch
  doors.answer('POST /api/networks', [201, { id: 'new' }])
  doors.kept.set('/api/sheets/s', { ...saved, document: sheet('set') })
  return doors
}

type Opening = () => Promise<unknown>
const network =
  (Screen: ComponentType, more: Parameters<typeof open>[2] = {}, document = five): Opening =>
  () =>
    open(Screen, document, { ...more, doors: doorsOfAll() })
const practice =
  (code: string): Opening =>
  async () => {
    show(<Practice practised={[]} code={code} />, {}, doorsOfAll())
    await settled()
  }

/** Each screen, how one comes to it, and what the next key is for there. */
const screens: readonly (readonly [name: string, opens: Opening, next: string])[] = [
  [
    'Logbook',
    async () => (show(<Logbook first={JSON.stringify(logbookPage())} />, {}, doorsOfAll()), settled()),
    'main',
  ],
  ['Work', network(Work), 'main'],
  ['Work, empty', network(Work, {}, newDrawing), '#formula'],
  ['Work, step', async () => (await network(Work)(), click(button('Step'))), 'button'],
  ['Work, try', network(Work, { isTried: true }), '[data-choice] [data-target]'],
  ['Draw', network(Draw), '[role=application]'],
  ['Bench', network(Bench), '[data-reading]'],
  ['Report', network(ReportScreen), 'main'],
  ['Practice, spot', practice('10R3-QDZW-J120'), '[data-keys=answers]'],
  ['Practice, solve', practice('1PY4-VXAS-9KSR'), '[data-choice] [data-target]'],
  ['Practice, estimate', practice('1V0V-0RGC-86HM'), 'main input'],
  ['Practice, gaps', practice('1RJ3-10FT-V3Q3'), 'main input'],
  ['Progress', async () => (show(<Progress practised={[]} />, {}, doorsOfAll()), settled()), 'main'],
  [
    'Task sheets',
    async () => (show(<SheetList first={[{ ...saved, document: sheet('set') }]} />, {}, doorsOfAll()), settled()),
    'main',
  ],
  [
    'A sheet that is set',
    async () => (
      show(<SheetScreen record={{ ...saved, document: sheet('set') }} code={null} />, {}, doorsOfAll()),
      settled()
    ),
    'main',
  ],
  [
    'A sheet that is worked at',
    async () => (
      show(<SheetScreen record={{ ...saved, document: sheet('opened') }} code={null} />, {}, doorsOfAll()),
      settled()
    ),
    'main input',
  ],
  [
    'A sheet on paper',
    async () => (
      show(<SheetPrint id="s" sheet={sheet('set')} what="tasks" attempts={[]} />, {}, doorsOfAll()),
      settled()
    ),
    'main',
  ],
  ['Compare', async () => (show(<Compare of={null} ids={[]} />, {}, doorsOfAll()), settled()), 'main'],
]

const nothing = () => document.activeElement === null || document.activeElement === document.body
const layers = '[role=dialog], [role=menu], [role=listbox]'
const pressable = 'button:not([disabled]), [role=menuitem]:not([data-disabled]), [role=tab]'
const nameOf = (it: Element) => (it.getAttribute('aria-label') ?? it.textContent ?? '').trim()
const layer = () => all(layers).findLast((it) => it.dataset.state === 'open')

/** So many things are pressed on one screen; more would be the same again, part by part. */
const mostPressed = 20

beforeEach(() => {
  window.print = () => undefined
  usePalette.setState({ open: null, errand: null })
})

/** What was pressed already on screens that are one but for their state: `Work`, `Work, step`. */
const pressedOn = new Map<string, Set<string>>()

test.each(screens)(
  '%s: the focus is where the next key belongs, and after everything that is pressed',
  async (name, opens, next) => {
    await opens()
    await waitFor(() => expect(document.activeElement?.matches(next)).toBe(true))
    const [screenName] = name.split(',')
    const pressed = pressedOn.get(screenName) ?? new Set()
    pressedOn.set(screenName, pressed)
    const lost: string[] = []
    for (let i = 0; i < mostPressed; i++) {
      const over = layer()
      const things = all(pressable, over ?? document).filter(
        (it) => !pressed.has(nameOf(it)) && it.closest('[inert]') === null,
      )
      const [thing] = things
      if (!thing && !over) break
      if (thing) {
        pressed.add(nameOf(thing))
        focus(thing)
        await click(thing)
      } else await press('Escape')
      await act(() => new Promise((done) => setTimeout(done, 5)))
      // What goes by itself, as a note does, may take the focus with it: it is given on at once.
      await waitFor(() => expect(nothing()).toBe(false)).catch(() => lost.push(thing ? nameOf(thing) : 'Escape'))
    }
    expect(lost).toEqual([])
  },
)

test('what is typed with nothing to take it is heard: a network in the formula, a reading in its row, a word in the palette', async () => {
  await open(Work, five)
  focus(one('main'))
  await type('7//3')
  expect(one('#formula')).toHaveValue('7//3')
  // It stands in nothing’s place until Enter.
  expect(screen.getByText(/Enter puts this/)).toBeInTheDocument()
  await press('Escape')
  expect(one('#formula')).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  focus(one('main'))
  await type('7//3')
  await press('Enter')
  expect(one('#floor')).toHaveTextContent('2.1')
  // What only a source has is the source’s.
  focus(one('main'))
  await type('9 V')
  await press('Enter')
  expect(one('#source')).toHaveValue('9 V')
  expect(one('#formula')).toHaveValue('R1 7 ∥ R2 3')
  focus(one('main'))
  await type('expo')
  expect(await screen.findByRole('combobox', { name: 'Find a network or a command' })).toHaveValue('expo')
})

test('in a new network the source comes after the formula', async () => {
  await open(Work, newDrawing)
  await type('7//3')
  await press('Enter')
  await type('9')
  await press('Enter')
  expect(one('#source')).toHaveValue('9 V')
  expect(one('#floor')).toHaveTextContent('4.286A')
})

test('what is typed in a dialog goes into its field; in the help, into the palette', async () => {
  await open(Work, five)
  await press('F1')
  await screen.findByRole('dialog', { name: 'Help and keys' })
  await type('tol')
  const field = await screen.findByRole('combobox', { name: 'Find a network or a command' })
  expect(field).toHaveValue('tol')
  focus(button('Close'))
  await type('e')
  expect(field).toHaveValue('tole')
})

test('on a small screen, where a panel has the screen to itself, the palette takes what is typed', async () => {
  const wide = window.matchMedia
  window.matchMedia = (query) => ({ ...wide(query), matches: query.includes('1279') })
  try {
    await open(Work, five)
    await click(button('Method'))
    await screen.findByRole('complementary', { name: 'Method' })
    await type('12')
    expect(await screen.findByRole('combobox', { name: 'Find a network or a command' })).toHaveValue('12')
  } finally {
    window.matchMedia = wide
  }
})

test('on the bench a reading that is typed anywhere stands in the next row that is not read', async () => {
  await open(Bench, five)
  await waitFor(() => expect(document.activeElement).toHaveAttribute('data-reading'))
  const first = document.activeElement
  focus(one('main'))
  await type('12.5')
  expect(first).toHaveValue('12.5')
})

test('a formula that is typed on the logbook is the new network’s, whatever stands between', async () => {
  wentTo.length = 0
  const { unmount } = show(<Logbook first={JSON.stringify(logbookPage())} />, {}, doorsOfAll())
  await settled()
  await type('100+22')
  expect(wentTo).toEqual(['/networks/new'])
  await type('0//330')
  // The new screen is there.
  act(() => one('main').replaceWith())
  unmount()
})

test('the palette knows what people call things', async () => {
  await open(Work, five, { doors: doorsOfAll() })
  await press('Control+k')
  const field = await screen.findByRole('combobox', { name: 'Find a network or a command' })
  const words =
    'delete, tolerance, export, what if, product, theme, exam, rounding, pdf, new, share, help, voltage, import'
  for (const word of [...words.split(', '), 'settings', 'open', 'remove']) {
    fireEvent.change(field, { target: { value: word } })
    const offered = inside(screen.getByRole('group', { name: 'What to do' })).queryAllByRole('option')
    expect([word, offered.length > 0]).toEqual([word, true])
  }
})

test('what the palette does on another screen can be done there', async () => {
  const opens: Readonly<Record<keyof typeof screenNames, Opening>> = {
    logbook: screens[0][1],
    draw: network(Draw),
    work: network(Work),
    bench: network(Bench),
    report: network(ReportScreen),
    practice: practice('10R3-QDZW-J120'),
    sheets: screens[13][1],
  }
  for (const [place, openIt] of Object.entries(opens)) {
    await openIt()
    await press('F1')
    const help = await screen.findByRole('dialog', { name: 'Help and keys' })
    const wanted = elsewhere.filter((it) => it.screen === place).map((it) => it.name)
    expect(wanted.length).toBeGreaterThan(0)
    await waitFor(() => {
      const offered = inside(help)
        .getAllByRole('button')
        .map((it) => it.firstChild?.textContent)
      expect(offered).toEqual(expect.arrayContaining(wanted))
    })
    cleanup()
  }
})
