import { execFileSync, spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import Ajv from 'ajv/dist/2020'
import { parse } from '@unified-latex/unified-latex-util-parse'
import { Parser, type Node } from 'commonmark'
import katex from 'katex'
import Papa from 'papaparse'
import { document, network, worked } from '../../../test/documents'
import { newFolder } from '../../../test/folder'
import { randomNetwork } from '../../../test/randomNetwork'
import { worksheetOf } from '../../../test/worked'
import { runs, spread } from '../../../test/runs'
import { stepsCsv } from '@/ui/files/saveReport'
import { reportChoices, readNetwork, type WorksheetChoices } from '../network'
import { shownText, writeQuantity } from '../number'
import { marksOf, svgOf, type Ink } from '../picture'
import { unitOfLine, worksheetDocument, type Formula, type Worksheet } from '../worksheet'
import {
  latexOf,
  makeReport,
  markdownOf,
  stepLatex,
  stepText,
  type ReportBlock,
  type Report,
  type ReportOptions,
} from '.'

const usual: ReportOptions = {
  kind: 'report',
  density: 'full',
  leaveOut: [],
  title: 'Dew strip, short',
  fields: [{ name: 'name', value: 'A. Student' }],
  figures: 4,
  symbols: 'zigzag',
  form: 'line',
  electrons: false,
  more: [],
}

function reportOf(worksheet: Worksheet, some: Partial<ReportOptions> = {}): Report {
  return makeReport(worksheet, { ...usual, ...some })
}

const bridge = ['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']

/** Worksheets of every sort that there is. */
const sorts: readonly (readonly [string, () => Worksheet])[] = [
  ['a source', () => worksheetOf(network(worked))],
  [
    'terminals',
    () => worksheetOf(network(worked.map((text) => (text.startsWith('E1') ? 'T1 A Z' : text)).concat('W9 Z D'))),
  ],
  ['on paper', () => worksheetOf(network(worked), { carry: 'paper', figures: 3 })],
  ['written out', () => worksheetOf(network(worked), { depth: 'written', branches: 'yes', power: 'all' })],
  ['known inside, outward', () => worksheetOf(knownInside(), { outward: 'yes' })],
  ['a given power', () => worksheetOf(knownInside('power', '5'))],
  ['a bridge', () => worksheetOf(network(bridge))],
  ['beyond a bridge', () => worksheetOf(network(bridge), { beyond: 'yes' })],
  ['only asked', () => worksheetOf(network(worked), { asked: [{ quantity: 'current', of: 'R3' }] })],
  ['in letters', () => worksheetOf(network(worked.map((text) => text.replace('R3 M C 20', 'R3 M C'))))],
  ['one resistor', () => worksheetOf(network(['E1 A B 12', 'R1 A B 4k7']))],
  ['shorted', () => worksheetOf(network(['E1 A B 5', 'R1 A B 0']))],
  ['open', () => worksheetOf(network(['E1 A B 5', 'R1 A C 1']))],
  ...Array.from({ length: runs(2) }, (_, seed): [string, () => Worksheet] => [
    `random ${seed}`,
    () => {
      const read = readNetwork(
        randomNetwork(seed, 1 + (seed % 12), {
          clutter: seed % 3 === 0,
          zeros: seed % 4 === 0,
          meters: seed % 5 === 0,
        }),
      )
      if (!read.ok) throw new Error(JSON.stringify(read.problems))
      return worksheetOf(read.network, choicesOf(seed))
    },
  ]),
]

function knownInside(quantity: 'current' | 'power' = 'current', value = '320 mA') {
  const read = readNetwork(
    document(
      worked.map((text) => text.replace(' 12 V', '')),
      { known: { part: 'R2', quantity, value } },
    ),
  )
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.network
}

function choicesOf(seed: number): WorksheetChoices {
  return {
    order: (['single', 'rounds', 'pairs'] as const)[seed % 3],
    names: (['members', 'letters', 'numbers'] as const)[seed % 3],
    expand: (['ohm', 'divider', 'ratio'] as const)[seed % 3],
    parallel: (['reciprocals', 'product-over-sum', 'common-denominator'] as const)[seed % 3],
    depth: (['values', 'result', 'written'] as const)[(seed >> 1) % 3],
    carry: seed % 2 === 0 ? 'exact' : 'paper',
  }
}

const figures = [4, 3, 'fraction', 'repeating', 'ten:3'] as const

/** Every block of a report, those inside steps too. */
function blocksOf({ sections }: Report): ReportBlock[] {
  const inside = (block: ReportBlock): ReportBlock[] => [
    block,
    ...(block.block === 'step' ? block.body.flatMap(inside) : []),
  ]
  return sections.flatMap(({ blocks }) => blocks.flatMap(inside))
}

function drawingsOf(report: Report): Ink[] {
  return blocksOf(report).flatMap((block) =>
    block.block === 'drawing'
      ? [block.drawing.ink]
      : block.block === 'step' && block.drawing
        ? [block.drawing.ink]
        : [],
  )
}

const wordsOf = ({ shapes }: Ink) =>
  marksOf(shapes).flatMap((shape) => (shape.shape === 'word' ? [shape.text.trim()] : []))

test.each(sorts)('a task sheet tells no result: %s', (_, make) => {
  const worksheet = make()
  for (const density of reportChoices.density)
    for (const shown of figures) {
      const task = reportOf(worksheet, { kind: 'tasks', density, figures: shown })
      const { lines } = worksheet.derivation
      const given = new Set(
        lines.flatMap((line) =>
          line.method === 'given' && line.amount ? [shownText(line.amount, unitOfLine(line), shown)] : [],
        ),
      )
      const found = new Set(
        lines.flatMap((line) =>
          line.amount && line.uses.length > 0 && line.amount.value !== 0
            ? [shownText(line.amount, unitOfLine(line), shown)]
            : [],
        ),
      )
      const told = drawingsOf(task)
        .flatMap(wordsOf)
        .filter((text) => found.has(text.replace(/^.*= |^.*≈ /, '')) && !given.has(text))
      // A wire of 0 Ω shows what it is; values that stand in the drawing as given may be those of others too.
      expect(told.filter((text) => !network(worked).parts.some(({ name }) => name === text))).toEqual([])
      for (const block of blocksOf(task)) {
        if (block.block === 'formulas')
          for (const line of block.lines) {
            if (line.blank === undefined)
              expect(hasAmount(line.tokens) && !isOfGiven(worksheet, line.tokens)).toBe(false)
            else expect(hasAmount(line.tokens)).toBe(false)
          }
        if (block.block === 'values') for (const { value } of block.items) expect(value.blank).toBe(true)
        if (block.block === 'table')
          for (const cell of [...block.rows, block.foot ?? []].flat())
            if (typeof cell !== 'string' && !cell.blank) expect(cell.unit).toBe('Ω')
      }
      expect(task.sections.some(({ content }) => content === 'checks')).toBe(false)
    }
})

function hasAmount(tokens: Formula): boolean {
  return tokens.some((token) => token.token === 'amount' || token.token === 'sum' || token.token === 'fraction')
}

/** Whether a formula only says what is given: a symbol, =, its value. */
function isOfGiven({ derivation }: Worksheet, tokens: Formula): boolean {
  const [symbol, , value] = tokens
  return (
    tokens.length === 3 &&
    symbol.token === 'symbol' &&
    value.token === 'amount' &&
    derivation.lines.some(({ method, amount }) => method === 'given' && amount === value.amount)
  )
}

test.each(sorts)('a report says every answer, and nothing twice at one place: %s', (_, make) => {
  const worksheet = make()
  for (const density of reportChoices.density) {
    const report = reportOf(worksheet, { density })
    expect(new Set(report.sections.map(({ content }) => content)).size).toBe(report.sections.length)
    const tables = blocksOf(report).filter((block) => block.block === 'table')
    const cells = tables.flatMap(({ rows, foot }) => [...rows, foot ?? []].flat())
    const boxed = cells.flatMap((cell) => (typeof cell !== 'string' && cell.boxed ? [cell.amount] : []))
    if (worksheet.asked === null && worksheet.outcome.status === 'solved')
      for (const part of worksheet.outcome.parts)
        if (part.kind === 'resistor' && part.power) expect(boxed).toContain(part.power)
    const names = blocksOf(report).flatMap((block) =>
      block.block === 'step' && block.drawing ? [block.drawing.name] : [],
    )
    expect(new Set(names).size).toBe(names.length)
  }
})

test('what is left out is left out, and nothing else', () => {
  const worksheet = worksheetOf(network(worked))
  const all = reportOf(worksheet).sections.map(({ content }) => content)
  expect(all).toEqual(['given', 'asked', 'steps', 'supply', 'back', 'checks', 'answers'])
  for (const content of all)
    expect(reportOf(worksheet, { leaveOut: [content] }).sections.map((it) => it.content)).toEqual(
      all.filter((it) => it !== content),
    )
  const withoutChecks = reportOf(worksheet, { leaveOut: ['checks'] })
  expect(
    blocksOf(withoutChecks).some((block) => block.block === 'formulas' && block.lines.some((it) => it.check)),
  ).toBe(false)
})

/** Everything of a kind in a CommonMark text. */
function nodesOf(text: string, type: Node['type']): Node[] {
  const found: Node[] = []
  const walker = new Parser().parse(text).walker()
  for (let event = walker.next(); event; event = walker.next())
    if (event.entering && event.node.type === type) found.push(event.node)
  return found
}

const units = [
  '\\ohm',
  '\\volt',
  '\\ampere',
  '\\watt',
  '\\siemens',
  '\\kilo',
  '\\mega',
  '\\giga',
  '\\milli',
  '\\micro',
  '\\nano',
  '\\pico',
]
const siunitx = {
  '\\qty': '#1\\,\\mathrm{#2}',
  '\\unit': '\\mathrm{#1}',
  ...Object.fromEntries(units.map((name) => [name, name.slice(1, 2)])),
}

/** The math between dollars, outside of what is escaped. */
function mathIn(text: string): string[] {
  return [...text.matchAll(/(?<!\\)\$((?:\\text\{(?:[^{}]|\\[{}]|\{\})*\}|\\.|[^$\\])+)\$/g)].map(([, math]) => math)
}

const readable = (math: string, macros = {}) =>
  katex.renderToString(math, { throwOnError: true, strict: 'error', macros: { ...macros } })

test.each(spread(sorts, 5))('Markdown is read by others, its math too, its drawings lie beside it: %s', (_, make) => {
  const worksheet = make()
  for (const kind of ['report', 'tasks'] as const)
    for (const shown of figures) {
      const report = reportOf(worksheet, { kind, figures: shown, title: 'R_1 *and* <b>others</b> [x](y) | `c` # 5' })
      const [{ path, text }, ...drawings] = markdownOf(report, 'report')
      expect(path).toBe('report.md')
      const headings = nodesOf(text, 'heading')
      expect(headings.filter(({ level }) => level === 2)).toHaveLength(report.sections.length)
      expect(nodesOf(text, 'html_block').length + nodesOf(text, 'html_inline').length).toBe(0)
      const title = headings.find(({ level }) => level === 1)
      expect(textIn(title)).toContain('R_1 *and* <b>others</b> [x](y) | `c` # 5')
      const images = nodesOf(text, 'image').map(({ destination }) => destination)
      expect(new Set(images)).toEqual(new Set(drawings.map((it) => it.path)))
      const math = mathIn(text)
      for (const it of math) expect(readable(it)).toContain('katex')
      if (kind === 'report' && worksheet.outcome.status === 'solved') expect(math.length).toBeGreaterThan(2)
    }
})

function textIn(node: Node | undefined): string {
  let text = ''
  const walker = node?.walker()
  for (let event = walker?.next(); event; event = walker?.next()) text += event.node.literal ?? ''
  return text
}

test.each(spread(sorts, 5).map(([name, make], i) => [name, make, i] as const))(
  'LaTeX is read by others, and its math too: %s',
  (_, make, i) => {
    // A parser of LaTeX takes its time: each sort is written in one way.
    const report = reportOf(make(), {
      density: (['full', 'compact'] as const)[i % 2],
      figures: figures[i % figures.length],
      title: '100 % & $5 #1 {x} \\y ~^_',
    })
    const files = latexOf(report, 'report', 'a4')
    for (const { text } of files) expect(leftOver(text)).toEqual([])
    const inputs = [...files[0].text.matchAll(/\\input\{([^}]*)\}/g)].map(([, path]) => path)
    expect(new Set(inputs)).toEqual(new Set(files.slice(1).map(({ path }) => path)))
    for (const it of mathIn(files[0].text.slice(files[0].text.indexOf('\\begin{document}'))))
      expect(readable(it, siunitx)).toContain('katex')
  },
)

/** What a parser of LaTeX leaves over: what is opened and not closed, or closed and not opened. */
function leftOver(text: string): string[] {
  const found: string[] = []
  const look = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(look)
    if (typeof node !== 'object' || node === null) return
    const { type, content } = node as { type?: string; content?: unknown }
    if (type === 'macro' && (content === 'begin' || content === 'end')) found.push(`\\${content}`)
    if (type === 'string' && /^[{}$]$/.test(String(content))) found.push(String(content))
    Object.values(node).forEach(look)
  }
  look(parse(text))
  return found
}

const hasTex = spawnSync('pdflatex', ['--version']).status === 0
const withTex = hasTex ? test : test.skip

withTex('LaTeX compiles, whatever letters it has', () => {
  const folder = newFolder()
  const read = readNetwork({
    ...document(worked.map((text) => text.replaceAll('R3', 'Ж_3'))),
    title: '100 % & $5 #1 {x} \\y ~^_ Ω → 漢 „“',
    notes: 'µ ∥ ² … ✓\nÄöß',
  })
  if (!read.ok) throw new Error('it is a network')
  const worksheet = worksheetOf(read.network, { depth: 'written', carry: 'paper', power: 'all' })
  for (const density of reportChoices.density) {
    for (const { path, text } of latexOf(
      reportOf(worksheet, { density, title: read.network.title }),
      density,
      'letter',
    )) {
      mkdirSync(dirname(join(folder, path)), { recursive: true })
      writeFileSync(join(folder, path), text)
    }
    execFileSync('pdflatex', ['-interaction=nonstopmode', '-halt-on-error', `${density}.tex`], { cwd: folder })
    const pages = execFileSync('pdftotext', ['-layout', `${density}.pdf`, '-'], { cwd: folder, encoding: 'utf8' })
    expect(pages).toContain('[U+0416]')
    expect(pages).toContain('Answers')
  }
})

test('a step is copied as text, and as LaTeX for a text of one’s own', () => {
  const report = reportOf(worksheetOf(network(worked)))
  const [first] = blocksOf(report).filter((block) => block.block === 'step')
  expect(stepText(first, 4)).toBe(
    ['Sheet 0', 'R2 and R3 in series', 'nothing else leaves node 3, between them', 'R[R2+3] = 10 Ω + 20 Ω = 30 Ω'].join(
      '\n',
    ),
  )
  const latex = stepLatex(first, 4)
  expect(latex).toContain('$R_{\\text{2+3}} = \\qty{10}{\\ohm} + \\qty{20}{\\ohm} = \\qty{30}{\\ohm}$')
  expect(latex).toContain('\\begin{tikzpicture}')
  expect(leftOver(latex)).toEqual([])
})

test('a drawing as a file of its own: nothing in it runs or is fetched, whatever names it has', () => {
  const worksheet = worksheetOf(network(worked.map((text) => text.replaceAll('R3', "R'3"))))
  for (const ink of drawingsOf(reportOf(worksheet))) {
    const text = svgOf({ ...ink, description: '<script>alert(1)</script> & "more"\u0007' })
    expect(text).not.toMatch(/<script|href|\son\w+=/)
    expect(text).not.toContain('\u0007')
    expect(text).toContain('&#60;script&#62;')
    expect([...text.matchAll(/<(\w+)/g)].map(([, name]) => name)).toEqual(
      expect.arrayContaining(['svg', 'title', 'rect', 'text', 'polyline']),
    )
  }
})

test('nothing of a drawing lies outside its box', () => {
  for (const [, make] of sorts)
    for (const ink of drawingsOf(reportOf(make())).concat(
      drawingsOf(reportOf(make(), { density: 'compact', form: 'loop' })),
    ))
      expect(
        marksOf(ink.shapes)
          .flatMap((shape) => (shape.shape === 'line' ? shape.places : [shape]))
          .filter(
            ({ x, y }) =>
              Math.abs(x - ink.box.x - ink.box.width / 2) > ink.box.width / 2 + 1 ||
              Math.abs(y - ink.box.y - ink.box.height / 2) > ink.box.height / 2 + 1,
          ),
      ).toEqual([])
})

test('the derivation as data fits its schema, with every value and what it was found from', () => {
  const ajv = new Ajv({ allowUnionTypes: true, strictTypes: false })
  const isWorksheet = ajv.compile(JSON.parse(readFileSync('public/schema/worksheet.schema.json', 'utf8')))
  for (const [, make] of sorts) {
    const worksheet = make()
    const written = JSON.parse(JSON.stringify(worksheetDocument(worksheet, 4)))
    expect([isWorksheet(written), isWorksheet.errors]).toEqual([true, null])
    for (const { id, uses, value } of written.lines) {
      for (const use of uses) expect(use).toBeLessThan(id)
      const { amount } = worksheet.derivation.lines[id]
      expect(value?.value ?? null).toBe(amount?.value ?? null)
    }
    const listed = written.rows.flatMap(({ down, up }: { down: { lines: number[] }[]; up: { lines: number[] }[] }) =>
      [...down, ...up].flatMap(({ lines }) => lines),
    )
    for (const id of listed) expect(written.lines[id]).toBeDefined()
  }
})

test('all steps as CSV: every line that is worked out once, formulas of a spreadsheet defused', () => {
  for (const [, make] of sorts) {
    const worksheet = make()
    const { data, errors } = Papa.parse<Record<string, string>>(stepsCsv(worksheet), { header: true })
    expect(errors.filter(({ code }) => code !== 'UndetectableDelimiter')).toEqual([])
    for (const row of data) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+@\t\r]|^-(?!\d)/)
    const worked = worksheet.shown.filter((id) => worksheet.derivation.lines[id].uses.length > 0)
    expect(data.length).toBeLessThanOrEqual(worked.length + worksheet.shown.length)
    for (const { value, unit } of data)
      if (value !== '')
        expect(
          worksheet.derivation.lines.some((line) => String(line.amount?.value) === value && unitOfLine(line) === unit),
        ).toBe(true)
  }
  const odd = worksheetOf(network(worked.map((text) => text.replace(/^R2 /, '-R2 '))))
  expect(stepsCsv(odd)).toContain("'-R2")
  expect(writeQuantity({ value: 1 }, 'Ω', 4).number).toBe('1')
})
