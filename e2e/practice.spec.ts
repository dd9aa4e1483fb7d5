import { readFile } from 'node:fs/promises'
import { expect, test, type Locator, type Page } from '@playwright/test'
import {
  byNumber,
  codeFrom,
  judgeTask,
  keyOf,
  slipName,
  taskOf,
  usualDials,
  type Dials,
  type Question,
  type Task,
} from '@/core/learner'
import { expectNoFaults } from './helpers'

function task(some: Partial<Dials>, seed: number): Task {
  const made = taskOf(codeFrom({ ...usualDials, ...some }, seed) ?? '')
  if (!made.ok) throw new Error(made.message)
  return made.task
}

async function open(page: Page, { code }: Task) {
  await page.goto(`/practice?code=${code}`)
  await expect(page.locator('[data-task]')).toBeVisible()
  await expect(page.getByText('fetching what you did here before')).toHaveCount(0)
}

const done = (page: Page) => expect(page.locator('[data-outcome="true"]')).toBeVisible()
const said = (page: Page) => page.locator('[data-said]').first()
/** By keyboard alone: to go there by Tab takes many presses, but a mouse is never needed. */
const press = async (target: Locator, key = 'Enter') => {
  await target.focus()
  await target.press(key)
}
const type = async (field: Locator, text: string) => {
  await field.focus()
  await field.fill(text)
  await field.press('Enter')
}
/** What a line of the key comes to. */
const result = (line: string) => line.split(' = ').at(-1) ?? ''
const questionOf = <K extends Question['kind']>(made: Task, _kind: K) => made.question as Extract<Question, { kind: K }>

test.describe('every kind of task is done by keyboard', () => {
  test('solve: on the picture, then on one’s own sheets, to what is asked for', async ({ page }) => {
    const made = task({ resistors: 3, asked: 'source', depth: 2, parallel: 'half' }, 4)
    const { reduction, elements } = made.worksheet
    await open(page, made)
    const lines = keyOf(made)
    for (const [i, { members, kind }] of reduction.steps.entries()) {
      const names = members.map((id) => elements[id].name)
      const choice = page.locator('[data-choice]')
      if (i === 0) {
        await expect(page.locator('[data-choice] [data-picture]')).toBeVisible()
        // A wrong choice is asked about, on the picture.
        const outsider = elements.find(({ name, made: group }) => group === null && !names.includes(name))
        await press(choice.getByRole('button', { name: new RegExp(`^${names[0]},`) }))
        await press(choice.getByRole('button', { name: new RegExp(`^${outsider?.name},`) }))
        await press(page.getByRole('button', { name: 'in parallel' }))
        await type(page.getByLabel('Their equivalent resistance'), '5')
        await expect(page.locator('[data-choice] [data-judged="refused"]')).toBeVisible()
      }
      for (const name of names) {
        const part = choice.getByRole('button', { name: new RegExp(`^${name.replace(/[()+‖]/g, '\\$&')},`) })
        if ((await part.getAttribute('aria-pressed')) !== 'true') await press(part)
      }
      await press(page.getByRole('button', { name: `in ${kind}` }))
      await type(page.getByLabel('Their equivalent resistance'), result(lines[i]))
    }
    await type(page.getByLabel(/^asked for: /), result(lines.at(-1) ?? ''))
    await done(page)
    // Refused at first: one group is not of the first try.
    await expect(page.locator('[data-marks]')).toHaveAttribute('data-marks', /^(\d+) (\d+) \2$/)
    await expect(page.getByText('by now.')).toBeVisible()
  })

  test('series or parallel: a key for each pair', async ({ page }) => {
    const made = task({ kind: 'spot', resistors: 6 }, 12)
    await open(page, made)
    const keys = { series: 's', parallel: 'p', leave: 'e', supply: 'u', 'no node': 'o' }
    const { pairs } = questionOf(made, 'spot')
    for (const [i, line] of keyOf(made).entries()) {
      await expect(page.getByText(`${i + 1} of ${pairs.length}`)).toBeVisible()
      const key = line.includes('in series')
        ? keys.series
        : line.includes('in parallel')
          ? keys.parallel
          : line.includes('supply')
            ? keys.supply
            : line.includes('no node')
              ? keys['no node']
              : keys.leave
      if (i === 0) {
        await page.keyboard.press(key === 's' ? 'p' : 's')
        await expect(said(page)).toHaveAttribute('data-said', 'wrong')
      }
      await page.keyboard.press(key)
    }
    await done(page)
    await expect(page.locator('[data-marks]')).toHaveAttribute(
      'data-marks',
      `${2 * pairs.length - 2} ${2 * pairs.length} ${2 * pairs.length}`,
    )
  })

  test('estimate: true but wide is told, then within three times', async ({ page }) => {
    const made = task({ kind: 'estimate', given: 'terminals' }, 3)
    const Req = made.worksheet.analysis.equivalent?.value ?? 0
    await open(page, made)
    const bounds = async (low: number, high: number) => {
      await page.getByLabel('Req is more than').fill(String(low))
      await type(page.getByLabel('Req is less than'), String(high))
    }
    await bounds(Req / 20, Req * 20)
    await expect(said(page)).toContainText('True, but wide')
    await page.getByLabel('Req is more than').fill('about 5')
    await press(page.getByLabel('Req is less than'))
    await expect(page.getByRole('alert').filter({ hasText: 'write it like' })).toBeVisible()
    await bounds(Req * 0.8, Req * 1.5)
    await done(page)
  })

  test('redraw: a wrong sheet says what is wrong with it', async ({ page }) => {
    const made = task({ kind: 'redraw', resistors: 7 }, 5)
    await open(page, made)
    await press(page.locator('[data-option]:not([data-option="right"])').first())
    await expect(said(page)).toHaveAttribute('data-said', 'wrong')
    await press(page.locator('[data-option="right"]'))
    await done(page)
  })

  test('find the mistake: what follows is not the first; then it is mended', async ({ page }) => {
    const made = task({ kind: 'mistake', asked: 'all', resistors: 5 }, 6)
    const { wrong, lines } = questionOf(made, 'mistake')
    await open(page, made)
    const line = (i: number) => page.locator('[data-lines] li').nth(i).getByRole('button')
    await press(line(wrong === 0 ? lines.length - 1 : 0))
    await expect(said(page)).toHaveAttribute('data-said', 'wrong')
    await press(line(wrong))
    const field = page.locator('[data-lines] input')
    await type(field, lines[wrong].value)
    await expect(page.locator('[data-lines] [data-judged="wrong"]')).toBeVisible()
    await type(field, result(keyOf(made)[1]))
    await done(page)
  })

  test('fill the gaps: wrong at first, then every line, kept over a reload', async ({ page }) => {
    const made = task({ kind: 'gaps', blank: 'half', resistors: 5, asked: 'all' }, 8)
    await open(page, made)
    const fields = page.locator('[data-lines] input')
    await type(fields.first(), '123456')
    await expect(page.locator('[data-judged="wrong"]').first()).toBeVisible()
    const answers = keyOf(made).map(result)
    for (const [i, answer] of answers.entries()) await type(fields.nth(i), answer)
    await done(page)
    await expect(page.locator('[data-outcome] [data-saving]')).toHaveText('saved')
    await page.reload()
    await done(page)
    await expect(fields.first()).toHaveValue(answers[0])
    const count = answers.length
    await expect(page.locator('[data-marks]')).toHaveAttribute('data-marks', `${count - 1} ${count} ${count}`)
  })

  test('untangle: how many nodes, then every resistor in its place', async ({ page }) => {
    const made = task({ kind: 'untangle', picture: 'disguised', resistors: 5 }, 9)
    const { slots } = questionOf(made, 'untangle')
    await open(page, made)
    const count = page.locator('form input[inputmode=numeric]')
    await type(count, '99')
    await expect(said(page)).toContainText('All that plain wire joins is one node')
    await type(count, /^\d+/.exec(keyOf(made)[0])?.[0] ?? '')
    const places = page.getByLabel('Resistors in their places').locator('select')
    await places.first().selectOption(slots[0])
    await press(page.getByRole('button', { name: 'Check the places' }))
    await expect(page.getByText(`Not placed yet: ${[...slots.slice(1)].sort(byNumber).join(', ')}.`)).toBeVisible()
    for (const [i, name] of slots.entries()) await places.nth(i).selectOption(name)
    await press(page.getByRole('button', { name: 'Check the places' }))
    await done(page)
  })

  test('mend the bench: a reading is written down, a claim is judged', async ({ page }) => {
    const made = task({ kind: 'mend', resistors: 4 }, 15)
    await open(page, made)
    const bench = page.getByRole('region', { name: 'Stand-in bench' })
    await expect(bench).toBeVisible()
    await page
      .getByRole('group', { name: /^The bench:/ })
      .getByRole('button', { name: /^node 1/ })
      .focus()
    await page.keyboard.press('s')
    await page.keyboard.press('[')
    await page.keyboard.press('1')
    await page.keyboard.press(String(made.worksheet.wiring.nodes.length))
    await page.keyboard.press('n')
    await expect(page.getByRole('region', { name: 'What you read' }).getByRole('listitem')).toHaveCount(1)
    const { bench: claimed, right } = faultOf(keyOf(made)[0])
    const say = async (what: string) => {
      const kind = page.getByLabel('what is wrong with it')
      await kind.selectOption({ label: what })
      for (const [label, value] of claimed)
        if (await page.getByLabel(label, { exact: true }).count())
          await page.getByLabel(label, { exact: true }).selectOption({ label: value })
      await press(page.getByRole('button', { name: 'Say it' }))
    }
    await say(right === 'is open' ? 'is shorted' : 'is open')
    await expect(page.getByText(/that is not what is wrong/)).toBeVisible()
    await say(right)
    await done(page)
    await page.reload()
    await done(page)
    await expect(page.getByRole('region', { name: 'What you read' }).getByRole('listitem')).toHaveCount(1)
  })
})

/** What a person says of a fault that the key tells. */
function faultOf(text: string): { readonly right: string; readonly bench: readonly (readonly [string, string])[] } {
  const parts = text.match(/R\d+/g) ?? []
  const nodes = text.match(/nodes (\S+) and (\S+)/)
  if (nodes)
    return {
      right: 'two nodes are bridged',
      bench: [
        ['one node', `node ${nodes[1]}`],
        ['the other node', `node ${nodes[2]}`],
      ],
    }
  const bench = [['the part', parts[0]], ...(parts[1] ? [['the other part', parts[1]]] : [])] as [string, string][]
  if (text.includes('swapped')) return { right: 'is swapped with', bench }
  if (text.includes('open')) return { right: 'is open', bench }
  if (text.includes('shorted')) return { right: 'is shorted', bench }
  return { right: 'has another value, or a bad joint', bench }
}

test('dials turn the task; what cannot be says so at the dial; codes are typed', async ({ page }) => {
  const made = task({}, 1)
  await open(page, made)
  const dial = (name: string) => page.getByRole('spinbutton', { name })
  await expect(dial('resistors')).toHaveAttribute('aria-valuetext', '6 resistors')
  await press(dial('resistors'), 'Home')
  await expect(dial('resistors')).toHaveAttribute('aria-valuetext', '3 resistors')
  await expect(page.locator('[data-picture] [data-drawn]')).toHaveCount(3)
  const before = await page.getByLabel('code').inputValue()
  await press(dial('nesting'), 'End')
  await expect(page.locator('[data-dial-problem="depth"]')).toContainText('groups nested 6 deep need 7 resistors')
  await expect(page.getByRole('button', { name: 'Another' })).toBeDisabled()
  // The last task that could be stays.
  await expect(page.getByLabel('code')).toHaveValue(before)
  await press(dial('nesting'), 'Home')
  await expect(page.locator('[data-dial-problem]')).toHaveCount(0)
  await type(page.getByLabel('code'), '1000-0000-0000')
  await expect(page.locator('[data-code-problem]')).toContainText('one of them is mistyped')
  const other = task({ kind: 'spot', resistors: 5 }, 44)
  await type(page.getByLabel('code'), other.code.toLowerCase().replaceAll('-', ' '))
  await expect(page.getByLabel('code')).toHaveValue(other.code)
  await expect(dial('kind of task')).toHaveAttribute('aria-valuetext', 'Series or parallel?')
  await expect(page).toHaveURL(new RegExp(`code=${other.code}`))
})

test('a slip brings a twin, and says why; what was done changes the strip; all of it can be saved and forgotten', async ({
  page,
}) => {
  const made = task({ kind: 'gaps', blank: 'last', units: 'kΩ', resistors: 4 }, 20)
  await open(page, made)
  const [line] = keyOf(made)
  const right = result(line)
  // The same digits, a thousand times too large: the unit kept, the prefix lost.
  await type(
    page.locator('[data-lines] input'),
    right.replace(/ [mµkM]?(\D)$/, (_, unit: string) => (right.includes(' m') ? ` ${unit}` : ` k${unit}`)),
  )
  await expect(page.locator('[data-slip="thousandfold"]')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Next', exact: true }).click()
  await expect(page.locator('[data-reason="slip"]')).toContainText(
    'a lost kilo or milli; the same sort again, with other numbers',
  )
  await expect(page.getByRole('spinbutton', { name: 'units' })).toHaveAttribute('aria-valuetext', 'in kilohms')
  await expect(page.getByLabel('code')).not.toHaveValue(made.code)
  await page.reload()
  await expect(page.locator('[data-reason="slip"]')).toBeVisible()

  await page.getByRole('link', { name: 'My progress' }).click()
  await expect(page.locator('[data-history]')).toContainText(made.code)
  await expect(page.getByRole('heading', { name: 'Slips by kind' }).locator('xpath=..')).toContainText(
    'a lost kilo or milli',
  )
  const saves = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as CSV' }).click()
  const text = await readFile(await (await saves).path(), 'utf8')
  expect(text).toContain(made.code)
  expect(text).toContain('a lost kilo or milli ×1')
  await page.getByRole('button', { name: 'Forget all of it' }).click()
  await page.getByRole('button', { name: 'Keep them' }).click()
  await expect(page.locator('[data-history]')).toBeVisible()
  await page.getByRole('button', { name: 'Forget all of it' }).click()
  await page.getByRole('button', { name: 'Forget them' }).click()
  await expect(page.getByText('Nothing was practised yet')).toBeVisible()
})

test('a teacher’s round: a sheet in two variants, printed with its key, worked by two, marked at once', async ({
  page,
}, info) => {
  await page.goto('/practice/sheets')
  // Until the page has come to life, a press does nothing; after it, the sheet may take a moment.
  await expect(async () => {
    const isThere = /\/practice\/sheets\/[\w-]+$/
    if (!isThere.test(page.url())) await page.getByRole('button', { name: 'Set a sheet' }).click({ timeout: 1000 })
    await page.waitForURL(isThere, { timeout: 5000 })
  }).toPass()
  await page.getByLabel('title').fill('Dew strips')
  await page.getByLabel('marks in all').fill('25')
  const kinds = [1, 2, 3, 4, 5] as const
  const rows = page.locator('[data-tasks] > li')
  await expect(rows).toHaveCount(5)
  // One line blank, a pair of bounds, a sheet, and series or parallel: short for the browser.
  for (const [i, times] of [
    [0, 5],
    [1, 2],
    [2, 3],
    [3, 5],
    [4, 5],
  ] as const)
    for (let k = 0; k < times; k++)
      await press(rows.nth(i).getByRole('spinbutton', { name: 'kind of task' }), 'ArrowUp')
  await expect(rows.nth(0)).toContainText('Fill the gaps')
  await expect(rows.nth(2)).toContainText('Redraw')
  await expect(page.locator('[data-saving]')).toHaveText('saved')
  const sheetUrl = page.url()

  const files: string[] = []
  for (const variant of ['A', 'B']) {
    const saves = page.waitForEvent('download')
    await page.getByRole('button', { name: `Save variant ${variant} as a file` }).click()
    const path = info.outputPath(`${variant}.json`)
    await (await saves).saveAs(path)
    files.push(path)
  }
  const sheets = await Promise.all(
    files.map(async (file) => JSON.parse(await readFile(file, 'utf8')) as { codes: string[]; variant: string }),
  )
  expect(sheets.map(({ variant }) => variant)).toEqual(['A', 'B'])
  expect(sheets[0].codes).not.toEqual(sheets[1].codes)

  for (const what of ['tasks', 'key']) {
    await page.goto(`${sheetUrl}/print?what=${what}`)
    await expect(page.locator('[data-paper]')).toHaveCount(2)
    for (const code of sheets.flatMap(({ codes }) => codes)) await expect(page.getByText(code)).toBeVisible()
    const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true })
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  }
  await expect(page.locator('[data-paper]').first()).toContainText('Dew strips · A · key')

  // Ida does all of A rightly; Otto, of B, the first with a lost prefix, mended, and nothing else.
  const attempts: string[] = []
  let slipped = ''
  for (const [i, name] of ['Ida', 'Otto'].entries()) {
    await page.goto('/practice/sheets')
    await page.getByLabel('A sheet of tasks').setInputFiles(files[i])
    await page.waitForURL(/\/practice\/sheets\/[\w-]+$/)
    await page.getByLabel('your name, if you like').fill(name)
    for (const k of kinds.keys()) {
      if (i === 1 && k > 0) break
      const made = taskOf(sheets[i].codes[k])
      if (!made.ok) throw new Error(made.message)
      await page.getByLabel('Tasks of this sheet').getByRole('button').nth(k).click()
      const own = page.getByRole('region', { name: `Task ${k + 1}` })
      await expect(own.getByText('fetching')).toHaveCount(0)
      if (i === 1) {
        const lost = slipIn(made.task)
        slipped = lost.slip
        await type(own.locator('[data-lines] input'), lost.text)
        await expect(own.locator('[data-judged="wrong"]')).toBeVisible()
      }
      await answer(own, made.task)
      await expect(own.getByText('Done.')).toBeVisible()
    }
    await expect(page.locator('[data-saving]').first()).toHaveText('saved')
    const saves = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save my attempts' }).click()
    const path = info.outputPath(`${name}.json`)
    await (await saves).saveAs(path)
    attempts.push(path)
  }
  await page.getByRole('link', { name: 'Print with marks' }).click()
  await expect(page.locator('[data-paper]')).toContainText('0 of 25 marks; after retries 5')

  await page.goto('/practice/sheets')
  await page.getByLabel('Attempts of learners').setInputFiles([...attempts, files[0]])
  const table = page.locator('[data-marks-table]')
  await expect(page.locator('[data-refused]')).toContainText('the format must be "nodrel-attempts"')
  const cells = (name: string) => table.locator(`[data-learner="${name}"] td`).allInnerTexts()
  await expect
    .poll(async () => (await cells('Ida')).slice(1, 9))
    .toEqual(['A', '5', '5', '5', '5', '5', '25 of 25', '25'])
  await expect.poll(() => cells('Otto')).toEqual(['Otto', 'B', '0', '0', '0', '0', '0', '0 of 25', '5', slipped])
  await expect(table.locator('[data-slips-by-kind]')).toHaveText(`${slipped}: 1 time, 1 learner`)
  await table.getByRole('button', { name: 'Otto' }).click()
  await expect(table.locator('[data-paper]')).toContainText('0 of 25 marks; after retries 5')
  const saves = page.waitForEvent('download')
  await table.getByRole('button', { name: 'Save as CSV' }).click()
  expect(await readFile(await (await saves).path(), 'utf8')).toContain(
    `Otto,B,0,0,0,0,0,0,5,25,${slipped.includes(',') ? `"${slipped} ×1"` : `${slipped} ×1`}`,
  )
})

/** An answer with another prefix, of which one slip is told: whichever numbers the sheet has. */
function slipIn(made: Task): { readonly text: string; readonly slip: string } {
  const [, digits, prefix, unit] = /^(\S+) ([mµkM]?)(\D+)$/.exec(result(keyOf(made)[0])) ?? []
  const line = questionOf(made, 'gaps').lines.findIndex(({ value }) => value === null)
  for (const other of ['', 'k', 'm', 'M', 'µ'].filter((it) => it !== prefix)) {
    const text = `${digits} ${other}${unit}`
    const [slip, ...more] = judgeTask(made, [{ do: 'fill', line, answer: text }]).items[0].slips
    if (slip && more.length === 0) return { text, slip: slipName(slip) }
  }
  throw new Error(`no single slip at ${made.code}`)
}

/** Answers a task of a sheet rightly. */
async function answer(own: Locator, made: Task): Promise<void> {
  const { question } = made
  const [first] = keyOf(made)
  if (question.kind === 'gaps') await type(own.locator('[data-lines] input'), result(first))
  if (question.kind === 'redraw') await own.locator('[data-option="right"]').click()
  if (question.kind === 'estimate') {
    const Req = made.worksheet.analysis.equivalent?.value ?? 0
    await own.getByLabel('Req is more than').fill(String(Req * 0.8))
    await type(own.getByLabel('Req is less than'), String(Req * 1.5))
    const more = keyOf(made)[1]?.split(' ')[0]
    if (more) await own.getByRole('button', { name: more, exact: true }).click()
  }
}

for (const scheme of ['light', 'dark'] as const)
  test(`practice can be used by everyone, in ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme })
    for (const kind of ['solve', 'spot', 'redraw', 'mistake', 'untangle', 'mend'] as const) {
      await open(page, task({ kind, picture: 'disguised' }, 3))
      await expectNoFaults(page)
    }
    for (const path of ['/practice/progress', '/practice/sheets']) {
      await page.goto(path)
      await expect(page.getByRole('main')).toBeVisible()
      await expectNoFaults(page)
    }
  })
