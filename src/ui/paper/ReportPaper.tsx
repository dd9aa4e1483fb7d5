import clsx from 'clsx'
import { Fragment } from 'react'
import { Formula } from '../Formula'
import { barred } from '../Barred'
import type { ReportBlock, Cell, Report, ReportSection, SaidFormula, ReportValue } from '@/core/report'
import { shownText, type Figures } from '@/core/number'
import { onPaper, type Ink } from '@/core/picture'
import { formulaText, piecesOfFormula } from '@/core/worksheet'
import { Drawing } from '../Drawing'
import { Paper } from './Paper'

/** A report on paper, as it is printed and as it is saved in one file. */
export function ReportPaper({ report }: { readonly report: Report }) {
  const { title, note, fields, sections, figures } = report
  return (
    <Paper title={title} note={note === '' ? undefined : <span>{note}</span>} fields={fields}>
      {sections.map((section) => (
        <Section key={section.content} section={section} figures={figures} />
      ))}
    </Paper>
  )
}

/** Short ones are not torn. */
const whole: ReadonlySet<ReportSection['content']> = new Set(['asked', 'supply', 'checks', 'notes'])

function Section({
  section: { content, heading, blocks, columns },
  figures,
}: {
  readonly section: ReportSection
  readonly figures: Figures
}) {
  // What leads a section in stands over both columns.
  const lead = columns ? blocks.filter(({ block }) => block !== 'step') : blocks
  const steps = columns ? blocks.filter(({ block }) => block === 'step') : []
  return (
    <section data-content={content} className={clsx('mb-5', whole.has(content) && 'break-inside-avoid')}>
      <h2 className="mb-1 break-after-avoid border-b border-line font-semibold">{heading}</h2>
      <Blocks blocks={lead} figures={figures} />
      {steps.length > 0 && (
        <div className="gap-8 sm:columns-2 print:columns-2">
          <Blocks blocks={steps} figures={figures} />
        </div>
      )}
    </section>
  )
}

interface BlocksProps {
  readonly blocks: readonly ReportBlock[]
  readonly figures: Figures
}

/** On a narrow screen a drawing is not made smaller than can be read, but scrolled; on paper it is always whole. */
const leastScale = 0.6
const mostKept = 560

/** A drawing in black on white, no wider than it was drawn. */
function OnPaper({ ink }: { readonly ink: Ink }) {
  const { width } = ink.box
  return (
    <Drawing
      ink={ink}
      palette={onPaper}
      size={{ width }}
      least={Math.min(width * leastScale, mostKept)}
      className="print:!min-w-0"
    />
  )
}

function Blocks({ blocks, figures }: BlocksProps) {
  return blocks.map((block, i) => <OneBlock key={i} block={block} figures={figures} />)
}

function OneBlock({ block, figures }: { readonly block: ReportBlock; readonly figures: Figures }) {
  switch (block.block) {
    case 'words':
      return (
        <p
          className={clsx(
            block.as === 'strong' && 'mt-1 break-after-avoid font-semibold',
            block.as === 'soft' && 'text-soft',
          )}
        >
          {block.text}
        </p>
      )
    case 'list':
      return (
        <ul className="my-1 list-disc pl-5">
          {block.items.map((item, i) => (
            <li key={i}>{item}</li>
          ))}
        </ul>
      )
    case 'formulas':
      return (
        <div className={clsx(block.columns && block.lines.length > 4 && 'gap-8 sm:columns-2 print:columns-2')}>
          {block.lines.map((line, i) => (
            <Line key={i} line={line} figures={figures} />
          ))}
        </div>
      )
    case 'drawing':
      return (
        <div className="my-2 break-inside-avoid overflow-x-auto print:overflow-visible">
          <OnPaper ink={block.drawing.ink} />
        </div>
      )
    case 'values':
      return (
        <p className="my-1">
          {block.title !== '' && <span className="mr-3 text-soft">{block.title}</span>}
          {block.items.map(({ name, value }, i) => (
            <span key={i} className="mr-4 inline-block py-0.5 whitespace-nowrap">
              <span className="mr-1.5">{name}</span>
              <ValueText value={value} figures={figures} />
            </span>
          ))}
        </p>
      )
    case 'table':
      return <Table table={block} figures={figures} />
    case 'step':
      return (
        <div data-step={block.title || undefined} className="mb-3 break-inside-avoid">
          {block.title !== '' && <h3 className="break-after-avoid text-soft">{block.title}</h3>}
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
            {block.drawing && (
              <div className="max-w-full overflow-x-auto print:overflow-visible">
                <OnPaper ink={block.drawing.ink} />
              </div>
            )}
            {/* As wide as its formulas, not as its words; where that does not fit beside the drawing, below it. */}
            <div className="max-w-full min-w-60 flex-[1_1_max-content] [&_p]:w-0 [&_p]:min-w-full">
              <Blocks blocks={block.body} figures={figures} />
            </div>
          </div>
        </div>
      )
  }
}

/** Longer formulas may take more than one line. In letters. */
const longest = 40

function Line({
  line: { tokens, blank, check, note },
  figures,
}: {
  readonly line: SaidFormula
  readonly figures: Figures
}) {
  const isLong = formulaText(tokens, figures).length > longest
  return (
    <div className={clsx('break-inside-avoid', blank ? 'mt-2.5' : 'mt-0.5')}>
      <span className={clsx(!isLong && 'whitespace-nowrap')}>
        {check && <span className="mr-1.5">{check}</span>}
        {isLong ? (
          // A formula of the browser's does not break its line; a long one stands in pieces.
          piecesOfFormula(tokens, figures).map((piece, i) => (
            <Fragment key={i}>
              {i > 0 && ' '}
              <span className="inline-block">
                <Formula tokens={piece} figures={figures} isContinued={i > 0} />
              </span>
            </Fragment>
          ))
        ) : (
          <Formula tokens={tokens} figures={figures} />
        )}
      </span>
      {blank && (
        <>
          <Blank /> {blank}
        </>
      )}
      {note && <span className="ml-2 text-xs text-soft">{barred(note)}</span>}
    </div>
  )
}

/** Room for a number to be written. */
function Blank({ isShort = false }: { readonly isShort?: boolean }) {
  return (
    <span
      role="img"
      aria-label="to be filled in"
      className={clsx(
        'mx-1.5 inline-block border-b border-dotted border-ink align-baseline',
        isShort ? 'w-20' : 'w-28',
      )}
    />
  )
}

function ValueText({ value, figures }: { readonly value: ReportValue; readonly figures: Figures }) {
  const { amount, unit, before, boxed, blank } = value
  return (
    <span className="font-mono text-[13px]">
      {before !== undefined && <span className="mr-2">{before}</span>}
      {blank ? (
        <Blank isShort />
      ) : (
        <span className={clsx(boxed && 'inline-block border border-ink px-1')}>
          {barred(shownText(amount, unit, figures))}
        </span>
      )}
    </span>
  )
}

/** Shorter words stand in one line. */
const shortText = 16

function Table({
  table: { head, rows, foot, wordColumns },
  figures,
}: {
  readonly table: Extract<ReportBlock, { block: 'table' }>
  readonly figures: Figures
}) {
  const cells = (row: readonly Cell[]) =>
    row.map((cell, i) => (
      <td
        key={i}
        className={clsx(
          'px-2 py-0.5 align-baseline',
          i >= wordColumns && 'text-right',
          (typeof cell !== 'string' || cell.length < shortText) && 'whitespace-nowrap',
        )}
      >
        {typeof cell === 'string' ? cell : <ValueText value={cell} figures={figures} />}
      </td>
    ))
  return (
    <div className="overflow-x-auto print:overflow-visible">
      <table className="my-2 border-collapse text-left">
        <thead className="border-b border-ink">
          <tr>
            {head.map((name, i) => (
              <th key={i} className={clsx('px-2 font-normal text-soft', i >= wordColumns && 'text-right')}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i} className="break-inside-avoid border-b border-line">
              {cells(row)}
            </tr>
          ))}
          {foot && <tr className="break-inside-avoid border-t border-ink font-semibold">{cells(foot)}</tr>}
        </tbody>
      </table>
    </div>
  )
}
