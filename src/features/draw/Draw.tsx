'use client'

import clsx from 'clsx'
import { Maximize, Minus, MoveHorizontal, Plus, Route } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { toast } from '@/ui/toast'
import { useStore } from 'zustand'
import { currentPath, drawSheet } from '@/core'
import type { PartDocument } from '@/core/network'
import type { Place } from '@/core/drawing'
import {
  applyStroke,
  changePart,
  copyPiece,
  flipParts,
  isPiece,
  isPlaceholder,
  mendMiss,
  openBoard,
  pastePiece,
  placeOf,
  readStroke,
  removeParts,
  renameNode,
  pointAt,
  strokeOf,
  strokeText,
  turnParts,
  type Chosen,
  type Miss,
  type Peg,
  type Stroke,
  type StrokeMeaning,
} from '@/core/sketch'
import { problemText } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { fileName } from '@/ui/download'
import { useStill } from '@/ui/useStill'
import { MenuItem } from '@/ui/MenuItem'
import { NetworkFrame } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { PartsPanel } from '@/ui/network/PartsPanel'
import { TakeOut } from '@/ui/network/TakeOut'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { Board, type BoardActions } from './Board'
import { BoardFindings } from './BoardFindings'
import { MissMark } from './MissMark'
import { NodePanel } from './NodePanel'
import { PathOverlay } from './PathOverlay'
import { SelectionBar } from './SelectionBar'
import { placesIn, slideFrom, Stage, type Places } from './Stage'
import { marksOf, troublesOf } from './troubles'
import { useBoard, useEdit } from './useBoard'
import { useClipboard } from './useClipboard'
import { nextName, ValueField } from './ValueField'
import { bringIn, fit, toScreen, zoomAt, type View } from './view'

/** A board with more parts than this is not drawn: nobody could read it. */
const mostDrawn = 1000

/** Where a value is typed: at a new stroke, or at a part that is there. */
interface Typing {
  readonly stroke: Stroke
  readonly part?: string
}

/** The drawing board of one network, with its stretched sheet, findings and parts list beside it. */
export function Draw() {
  const { store } = useOpenNetwork()
  const parts = useStore(store, ({ document }) => document.parts.length)
  if (parts <= mostDrawn) return <DrawnNetwork />
  return (
    <NetworkFrame screen="draw" actions={<TakeOut />}>
      <main className="p-6">
        <h1 className="mb-2 text-base font-semibold">Too many parts to draw</h1>
        <p>
          {parts.toLocaleString('en')} parts; the board holds {mostDrawn.toLocaleString('en')}. The worksheet works them
          all out.
        </p>
      </main>
    </NetworkFrame>
  )
}

function DrawnNetwork() {
  const { store, worked } = useOpenNetwork()
  const { network, worksheet, problems } = worked
  const document = useStore(store, (state) => state.document)
  const { settings } = useSettings()
  const drawn = useBoard()
  const { board, nodes, nodeOf, misses, picture } = drawn
  const edit = useEdit()

  const [chosen, setChosen] = useState<Chosen>(none)
  const [typing, setTyping] = useState<Typing | null>(null)
  const [cursor, setCursor] = useState<Peg | null>(null)
  const [lit, setLit] = useState<number | null>(null)
  const [asked, setAsked] = useState<number | null>(null)
  const [pointed, setPointed] = useState<Chosen>(none)
  const [tracing, setTracing] = useState<'off' | 'conventional' | 'electrons'>('off')
  const [stretched, setStretched] = useState(false)
  const [printing, setPrinting] = useState(false)
  const [size, setSize] = useState({ width: 0, height: 0 })
  const [seen, setSeen] = useState<View | null>(null)
  const area = useRef<HTMLDivElement>(null)

  // What is chosen must be there: undo or the list may have taken it out.
  const there = useMemo(
    () => new Set([...chosen].filter((name) => document.parts.some((part) => part.name === name))),
    [chosen, document.parts],
  )
  // At first all is shown, and again when the network was laid out anew.
  const laidOut = document.sketch?.points === undefined ? JSON.stringify(picture.box) : null
  const [fitted, setFitted] = useState<string | null>(null)
  if (size.width > 0 && (seen === null || (laidOut !== null && laidOut !== fitted))) {
    setFitted(laidOut)
    setSeen(fit(picture.box, size.width, size.height))
  }
  const view = seen ?? start
  const changeView = useCallback((change: (view: View) => View) => setSeen((now) => change(now ?? start)), [])

  const analysis = worksheet?.network === network ? (worksheet?.analysis ?? null) : null
  const troubles = useMemo(() => troublesOf(document, problems, analysis), [document, problems, analysis])
  const marks = useMemo(() => marksOf(troubles), [troubles])
  const path = useMemo(
    () =>
      tracing === 'off' || network === null
        ? null
        : currentPath(network, worksheet?.network === network ? worksheet : undefined),
    [tracing, network, worksheet],
  )

  const nodeOfMiss = (miss: Miss) =>
    nodeOf(
      (miss.short && pointAt(board, miss.short)) ??
        document.parts.find(({ name }) => name === miss.part)?.[miss.end] ??
        '',
    )
  const preview = useMemo(
    () => (worksheet ? drawSheet(worksheet, 0, 'reduce', settings.figures, settings.form) : null),
    [worksheet, settings.figures, settings.form],
  )
  const drawing = () => area.current?.querySelector<SVGSVGElement>('[data-board]') ?? null
  const focusBoard = useCallback(
    () => area.current?.querySelector<HTMLElement>('[role=application]')?.focus({ preventScroll: true }),
    [],
  )

  const finish = (meaning: StrokeMeaning & { ok: true }, name: string | null) => {
    if (!typing) return
    const { stroke, part } = typing
    setTyping(null)
    if (part === undefined) edit((now) => applyStroke(now, stroke, meaning, name))
    else store.change(changePart(store.getState().document, part, meaning, name), null)
    setCursor(stroke[1])
    changeView((now) => bringIn(now, placeOf(stroke[1]), size.width, size.height))
    focusBoard()
  }
  const editPart = useCallback(
    (name: string) => {
      const part = board.document.parts.find((one) => one.name === name)
      if (part && board.points.has(part.from)) setTyping({ stroke: strokeOf(board, part), part: name })
    },
    [board],
  )
  const remove = useCallback(
    (names: Chosen) => {
      store.change(removeParts(store.getState().document, names), null)
      setChosen(none)
    },
    [store],
  )
  const actions = useMemo(
    (): BoardActions => ({
      onStroke: (stroke) => setTyping({ stroke }),
      onEdit: editPart,
      onChoose: setChosen,
      onChange: edit,
      onDelete: remove,
      onNode: setAsked,
      onLight: setLit,
    }),
    [editPart, edit, remove],
  )
  const join = (miss: Miss) => edit((now) => mendMiss(now, miss))
  const duplicate = useCallback(() => {
    const piece = copyPiece(openBoard(store.getState().document), there)
    edit((now) => {
      const pasted = pastePiece(now, piece)
      if (pasted.ok) setChosen(pasted.pasted)
      return pasted.ok ? pasted.board : now
    })
  }, [store, there, edit])
  const placeholder = useCallback(() => {
    const [name] = there
    const part = store.getState().document.parts.find((one) => one.name === name)
    if (there.size !== 1 || !part) return
    const meaning = readStroke(part.kind === 'wire' ? '0' : '')
    if (!meaning.ok || !(part.kind === 'wire' || isPlaceholder(part))) return
    const before = store.getState().document
    const after = changePart(before, part.name, meaning)
    store.change(after, null)
    setChosen(new Set([after.parts[before.parts.indexOf(part)].name]))
  }, [store, there])

  useClipboard(area, {
    copy: () => (there.size > 0 ? copyPiece(openBoard(store.getState().document), there) : null),
    cut: () => remove(there),
    paste: (text) => {
      if (!isPiece(text)) {
        void import('@/ui/network/importText').then(({ importText }) => importText(store, 'what was pasted', text))
        return
      }
      edit((now) => {
        const pasted = pastePiece(now, parsed(text))
        if (!pasted.ok) {
          store.setState({
            refused: { from: 'what was pasted', problems: pasted.problems.map((one) => problemText([one])) },
          })
          return now
        }
        setChosen(pasted.pasted)
        return pasted.board
      })
    },
  })

  const before = useRef<Places>(new Map())
  const still = useStill()
  const sliding = useRef(false)
  const stretch = useCallback(() => {
    if (!stretched && (network === null || !analysis)) {
      toast(
        `Nothing to stretch yet: ${problems[0] ? problemText(problems.slice(0, 1)) : 'it is still being worked out'}`,
      )
      return
    }
    if (!still)
      before.current = placesIn(area.current?.querySelector(stretched ? '[data-stretched]' : '[data-board]') ?? null)
    sliding.current = stretched && !still
    setStretched(!stretched)
    setTyping(null)
  }, [stretched, network, analysis, problems, still])
  useLayoutEffect(() => {
    if (sliding.current) slideFrom(before.current, drawing())
    sliding.current = false
  }, [stretched])

  const zoom = useCallback(
    (factor: number) => changeView((now) => zoomAt(now, factor, { x: size.width / 2, y: size.height / 2 })),
    [changeView, size],
  )
  const fitAll = useCallback(() => setSeen(fit(picture.box, size.width, size.height)), [picture.box, size])
  const saveDrawing = useCallback(
    async (kind: 'svg' | 'png') => {
      const { exportPicture } = await import('@/ui/exportPicture')
      const title = store.getState().document.title || 'network'
      const sheet = area.current?.querySelector<SVGSVGElement>('[data-stretched] svg')
      const svg = sheet ?? drawing()
      if (svg)
        await exportPicture(
          svg,
          kind,
          fileName(`${title} ${sheet ? 'stretched' : 'drawing'}`, ''),
          sheet ? undefined : picture.box,
        )
    },
    [store, picture.box],
  )
  // The printer gets the whole drawing, whatever of it is seen.
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true))
    const end = () => setPrinting(false)
    addEventListener('beforeprint', begin)
    addEventListener('afterprint', end)
    return () => {
      removeEventListener('beforeprint', begin)
      removeEventListener('afterprint', end)
    }
  }, [])

  const commands = useMemo((): readonly Command[] => {
    const some = there.size > 0
    return [
      { name: stretched ? 'Back to the drawing' : 'Stretch the drawing from + to −', keys: 's', run: stretch },
      {
        name: 'Current’s path',
        keys: 'c',
        run: () => setTracing((now) => (now === 'off' ? 'conventional' : 'off')),
      },
      {
        name: 'Choose all parts',
        keys: 'mod+a',
        run: () => setChosen(new Set(store.getState().document.parts.map(({ name }) => name))),
      },
      { name: 'Turn what is chosen', keys: 'r', run: () => some && edit((now) => turnParts(now, there)) },
      { name: 'Flip what is chosen', keys: 'x', run: () => some && edit((now) => flipParts(now, there)) },
      { name: 'Duplicate what is chosen', keys: 'mod+d', run: () => some && duplicate() },
      { name: 'Wire or 0 Ω placeholder', keys: '0', run: placeholder },
      { name: 'Zoom in', keys: 'i', run: () => zoom(1.25) },
      { name: 'Zoom out', keys: 'o', run: () => zoom(0.8) },
      { name: 'Show the whole drawing', keys: 'z', run: fitAll },
      { name: 'Print the drawing', keys: 'mod+p', run: () => print() },
    ]
  }, [there, stretched, stretch, store, edit, duplicate, placeholder, zoom, fitAll])

  const taken = (name: string) => document.parts.some((part) => part.name === name && name !== typing?.part)
  const fieldAt = typing && toScreen(view, fieldPlace(typing))
  const askedMark = asked === null ? undefined : picture.nodes.find(({ node }) => node === asked)
  const spoken = lit ?? (cursor ? nodeOf(pointAt(board, cursor) ?? '') : -1)
  return (
    <NetworkFrame
      screen="draw"
      actions={
        <>
          <Button
            tip="Current’s path: arrows from + through the network"
            keys="c"
            aria-pressed={tracing !== 'off'}
            onClick={() => setTracing(tracing === 'off' ? 'conventional' : 'off')}
            className={clsx('h-9', tracing !== 'off' && 'border-chosen bg-chosen-wash')}
          >
            <Route size={16} aria-hidden /> Current’s path
          </Button>
          <Button
            tip={stretched ? 'Back to the drawing' : 'Unfold it from + at the left to − at the right'}
            keys="s"
            aria-pressed={stretched}
            onClick={stretch}
            className={clsx('h-9', stretched && 'border-chosen bg-chosen-wash')}
          >
            <MoveHorizontal size={16} aria-hidden /> Stretch
          </Button>
          <TakeOut>
            <MenuItem
              onSelect={() => void saveDrawing('svg')}
              text={`${stretched ? 'Stretched sheet' : 'Drawing'}, as SVG`}
            />
            <MenuItem
              onSelect={() => void saveDrawing('png')}
              text={`${stretched ? 'Stretched sheet' : 'Drawing'}, as PNG`}
            />
            <MenuItem onSelect={() => setTimeout(() => print())} text="Print the drawing" />
          </TakeOut>
        </>
      }
    >
      <Commands list={commands} />
      <div className="flex flex-1 flex-col lg:flex-row">
        <main className="flex min-h-[26rem] min-w-0 flex-1 flex-col lg:sticky lg:top-0 lg:h-[calc(100vh-6.2rem)] print:h-auto">
          <h1 className="sr-only print:not-sr-only print:p-4">
            {document.title || 'Untitled network'}
            <span className="print:hidden">: drawing</span>
          </h1>
          <div ref={area} className="relative min-h-0 flex-1">
            <div
              className={clsx(
                'absolute inset-y-0 left-0',
                stretched && still ? 'right-1/2' : 'right-0',
                stretched && !still && 'invisible',
              )}
              inert={stretched && !still}
            >
              <Board
                drawn={drawn}
                actions={actions}
                chosen={there}
                typing={typing?.part === undefined ? (typing?.stroke ?? null) : null}
                lit={lit}
                marks={marks}
                pointed={pointed}
                view={view}
                onView={changeView}
                size={size}
                onSize={setSize}
                cursor={cursor}
                onCursor={setCursor}
                printing={printing}
              >
                {path && (
                  <PathOverlay path={path} board={board} parts={picture.parts} electrons={tracing === 'electrons'} />
                )}
                {misses.map((miss) => (
                  <MissMark
                    key={`${miss.part} ${miss.end}`}
                    miss={miss}
                    label={nodes[nodeOfMiss(miss)]?.label}
                    onJoin={join}
                  />
                ))}
              </Board>
              {typing && fieldAt && (
                <div className="absolute z-20" style={besides(fieldAt, size)}>
                  <ValueField
                    key={typing.part ?? 'new'}
                    text={textOf(document.parts.find(({ name }) => name === typing.part))}
                    nameOf={(kind) => typing.part ?? nextName(taken, kind)}
                    taken={taken}
                    onDone={finish}
                    onCancel={() => {
                      setTyping(null)
                      focusBoard()
                    }}
                    onExtend={
                      typing.part === undefined
                        ? (x, y) => {
                            const [from, to] = typing.stroke
                            const next = { x: to.x + x, y: to.y + y }
                            setTyping({ stroke: [from, next] })
                            changeView((now) => bringIn(now, placeOf(next), size.width, size.height))
                          }
                        : undefined
                    }
                  />
                </div>
              )}
              {askedMark && (
                <Popover.Root open onOpenChange={(open) => !open && setAsked(null)}>
                  <Popover.Anchor
                    className="pointer-events-none absolute"
                    style={{ left: toScreen(view, askedMark).x, top: toScreen(view, askedMark).y + 10 }}
                  />
                  <Popover.Portal>
                    <Popover.Content
                      sideOffset={6}
                      onCloseAutoFocus={(event) => {
                        event.preventDefault()
                        focusBoard()
                      }}
                      className="z-50 rounded-lg border border-line bg-panel p-3 shadow-xl"
                    >
                      <NodePanel
                        node={askedMark.node}
                        of={nodes[askedMark.node]}
                        isZero={askedMark.node === drawn.zero}
                        parts={document.parts
                          .filter(({ from, to }) => nodeOf(from) === askedMark.node || nodeOf(to) === askedMark.node)
                          .map(({ name }) => name)}
                        labels={nodes.map(({ label }) => label)}
                        onRename={(label) =>
                          store.change(renameNode(store.getState().document, askedMark.points, label), null)
                        }
                        onZero={() =>
                          store.change({ ...store.getState().document, reference: askedMark.points[0] }, null)
                        }
                        onClose={() => setAsked(null)}
                      />
                    </Popover.Content>
                  </Popover.Portal>
                </Popover.Root>
              )}
              {there.size > 0 && !printing && (
                <SelectionBar
                  chosen={document.parts.filter(({ name }) => there.has(name))}
                  onEdit={() => editPart([...there][0])}
                  onTurn={() => edit((now) => turnParts(now, there))}
                  onFlip={() => edit((now) => flipParts(now, there))}
                  onDuplicate={duplicate}
                  onPlaceholder={placeholder}
                  onDelete={() => remove(there)}
                />
              )}
              <div className="absolute right-2 bottom-2 flex gap-1 print:hidden" role="group" aria-label="Zoom">
                <Button tip="Zoom out" keys="o" aria-label="Zoom out" onClick={() => zoom(0.8)}>
                  <Minus size={15} aria-hidden />
                </Button>
                <Button tip="Zoom in" keys="i" aria-label="Zoom in" onClick={() => zoom(1.25)}>
                  <Plus size={15} aria-hidden />
                </Button>
                <Button tip="Show the whole drawing" keys="z" aria-label="Show the whole drawing" onClick={fitAll}>
                  <Maximize size={15} aria-hidden />
                </Button>
              </div>
            </div>
            {stretched && worksheet && (
              <div className={clsx('absolute inset-y-0 right-0', still ? 'left-1/2 border-l border-line' : 'left-0')}>
                <Stage worksheet={worksheet} from={before} />
              </div>
            )}
          </div>
          <footer className="flex min-h-9 flex-wrap items-center gap-x-4 border-t border-line bg-panel px-4 py-1.5 text-soft lg:h-9 lg:flex-nowrap lg:overflow-hidden lg:whitespace-nowrap print:hidden">
            {tracing === 'off' ? (
              <p id="board-hint" className="min-w-0 truncate max-lg:whitespace-normal">
                Draw a stroke from peg to peg, then type: <b className="font-mono">4k7</b> resistor ·{' '}
                <b className="font-mono">12V</b> source, + first · <b className="font-mono">Enter</b> wire ·{' '}
                <b className="font-mono">0</b> placeholder · <b className="font-mono">?</b> terminals
              </p>
            ) : (
              <p id="board-hint" className="min-w-0 truncate max-lg:whitespace-normal">
                {path
                  ? `Arrows show the way from ${tracing === 'electrons' ? '− back to +' : '+ back to −'}; at the rings it divides or meets again. `
                  : network && analysis?.status === 'not-series-parallel'
                    ? 'Which way the current crosses a bridge depends on the values: other methods are needed. '
                    : 'No current flows. '}
                <label className="ml-2 inline-flex items-center gap-1.5 text-ink">
                  <input
                    type="checkbox"
                    checked={tracing === 'electrons'}
                    onChange={(event) => setTracing(event.target.checked ? 'electrons' : 'conventional')}
                  />
                  electron flow
                </label>
              </p>
            )}
            <p role="status" className="ml-auto max-w-[45%] shrink-0 truncate">
              {spoken >= 0 && nodes[spoken]
                ? `node ${nodes[spoken].label}: points ${nodes[spoken].points.slice(0, 12).join(' ')}`
                : cursor
                  ? `peg ${cursor.x}, ${cursor.y}`
                  : ''}
            </p>
          </footer>
        </main>
        <aside
          aria-label="Beside the drawing"
          className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-t border-line bg-panel p-3 lg:w-[24.5rem] lg:border-t-0 lg:border-l print:hidden"
        >
          <section aria-label="Stretched">
            <h2 className="mb-1 font-semibold">Stretched from + to −</h2>
            {preview && worksheet ? (
              <div
                className={clsx(
                  'overflow-auto rounded-lg border border-l-4 border-line border-l-reduce paper [&_svg]:!min-w-0',
                  problems.length > 0 && 'greyed',
                )}
              >
                <SheetDrawing
                  picture={preview}
                  nodeLabels={worksheet.wiring.nodes.map(({ label }) => label)}
                  symbols={settings.symbols}
                  side="reduce"
                  description="The stretched sheet"
                />
              </div>
            ) : (
              <p className="text-soft">It stands here as soon as current can flow.</p>
            )}
          </section>
          <BoardFindings
            troubles={troubles}
            misses={misses}
            nodes={nodes}
            nodeAt={nodeOfMiss}
            onPoint={setPointed}
            onJoin={join}
          />
          <PartsPanel />
        </aside>
      </div>
    </NetworkFrame>
  )
}

const none: Chosen = new Set()
const start: View = { zoom: 1, shift: { x: 120, y: 120 } }

/** At a new stroke the field stands at its end, at a part in the middle. */
function fieldPlace({ stroke, part }: Typing): Place {
  const [a, b] = stroke.map(placeOf)
  return part === undefined ? b : { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
}

/** The field stands to the right of a place, or below it where there is no room, and always inside the board. */
function besides({ x, y }: Place, { width, height }: { readonly width: number; readonly height: number }) {
  const [wide, high] = [248, 72]
  const right = x + 14 + wide <= width
  return {
    left: Math.max(4, right ? x + 14 : Math.min(x - wide / 2, width - wide)),
    top: Math.max(4, Math.min(right ? y - 24 : y + 18, height - high)),
  }
}

function textOf(part: PartDocument | undefined): string {
  return part ? strokeText(part) : ''
}

/** JSON as data; undefined where it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
