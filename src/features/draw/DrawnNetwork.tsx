import clsx from 'clsx'
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { useStore } from 'zustand'
import { currentPath } from '@/core/picture'
import { mendMiss, pathInk, placeOf, pointAt, type Chosen, type Miss, type Peg } from '@/core/entry'
import { Main } from '@/ui/Main'
import { problemText } from '@/ui/api'
import { Commands, type Command } from '@/ui/commands'
import { Shapes } from '@/ui/Drawing'
import { FileField } from '@/ui/FileField'
import { FrameActions } from '@/ui/network/NetworkFrame'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { PartsPanel } from '@/ui/network/PartsPanel'
import { toast } from '@/ui/toast'
import { AskedNode } from './AskedNode'
import { Board } from './Board'
import { type BoardActions, useBoard, useEdit } from './useBoard'
import { BoardFindings, keyOfTrouble, marksOf, troublesOf } from './BoardFindings'
import { BoardFooter, type Tracing, ZoomButtons, zoomStep } from './BoardFooter'
import { DrawActions } from './DrawActions'
import { MissMark, keyOf } from './MissMark'
import { SelectionBar } from './SelectionBar'
import { Stage, useStretch } from './Stage'
import { StretchedPreview } from './StretchedPreview'
import { TakeOutDrawing } from './TakeOutDrawing'
import { TraceAdjust, TraceBar, TracePicture } from './Tracing'
import { TypedStroke } from './TypedStroke'
import { useChosen } from './useChosen'
import { usePrinting, useView } from './useView'
import { usePastedPicture, useTrace } from './useTrace'
import { useTyping } from './useTyping'
import { commandsOf } from '@/ui/elsewhere'

/** The drawing board, with what lies on it and beside it. */
export function DrawnNetwork({
  bringRef,
}: {
  /** Is to take a picture that is dropped on the frame. */
  readonly bringRef: RefObject<((file: File) => void) | null>
}) {
  const { store, worked } = useOpenNetwork()
  const { network, problems } = worked
  const worksheet = worked.worksheet?.network === network ? worked.worksheet : null
  const document = useStore(store, (state) => state.document)
  const drawn = useBoard()
  const { board, nodes, nodeOf, picture } = drawn
  const edit = useEdit()
  const area = useRef<HTMLDivElement>(null)
  const seen = useView(picture.box, document.sketch?.points === undefined)
  const { view, show, zoom, fitAll } = seen
  const parts = useChosen(area, show)
  const { chosen, choose, remove } = parts
  const { stretched, toggle, before, still } = useStretch(area)
  const printing = usePrinting()

  const traced = useTrace(seen)
  const { trace, bring } = traced
  const [barOpen, setBarOpen] = useState(false)
  const pictureField = useRef<HTMLInputElement>(null)
  const choosePicture = useCallback(() => pictureField.current?.click(), [])
  const picturePressed = useCallback(
    () => (trace === null ? choosePicture() : setBarOpen((open) => !open)),
    [trace, choosePicture],
  )
  const isAdjusted = trace !== null && !trace.locked && !stretched
  usePastedPicture(bring)
  useEffect(() => {
    bringRef.current = (file) => void bring(file)
  }, [bring, bringRef])

  const [cursor, setCursor] = useState<Peg | null>(null)
  const [lit, setLit] = useState<number | null>(null)
  const [asked, setAsked] = useState<number | null>(null)
  const [pointed, setPointed] = useState<string | null>(null)
  const [pathShown, setPathShown] = useState<Tracing>('off')

  const analysis = worksheet?.outcome ?? null
  const troubles = useMemo(() => troublesOf(document, problems, analysis), [document, problems, analysis])
  const marks = useMemo(() => marksOf(troubles), [troubles])
  const path = useMemo(
    () => (pathShown === 'off' || network === null ? null : currentPath(network, worksheet ?? undefined)),
    [pathShown, network, worksheet],
  )
  const over = useMemo(
    () => (path ? pathInk(path, board, picture.parts, pathShown === 'electrons') : []),
    [path, board, picture, pathShown],
  )

  const focusBoard = useCallback(
    () => area.current?.querySelector<HTMLElement>('[role=application]')?.focus({ preventScroll: true }),
    [],
  )
  const focusPart = (name: string) =>
    area.current?.querySelector<SVGElement>(`[data-part="${CSS.escape(name)}"]`)?.focus({ preventScroll: true })
  const strokes = useTyping({
    show,
    onDrawn: (end) => {
      setCursor(end)
      show(placeOf(end))
      focusBoard()
    },
    onEdited: (before, after, left) => {
      if (chosen.has(before)) choose(new Set([...chosen].map((name) => (name === before ? after : name))))
      if (left) return
      // Under another name it stands there from the next picture on.
      if (before === after) focusPart(after)
      else requestAnimationFrame(() => focusPart(after))
    },
  })
  const { typing, justDrawn, begin, edit: editPart } = strokes
  // What was just drawn may still be led on to where it belongs.
  const misses = useMemo(
    () => drawn.misses.filter(({ part, other }) => !justDrawn.has(part) && !other.some((name) => justDrawn.has(name))),
    [drawn.misses, justDrawn],
  )
  const join = useCallback((...which: readonly Miss[]) => edit((now) => which.reduce(mendMiss, now)), [edit])
  const isChosen = chosen.size > 0
  const actions = useMemo(
    (): BoardActions => ({
      onStroke: begin,
      onEdit: editPart,
      onChoose: choose,
      onChange: edit,
      onDelete: remove,
      onNode: setAsked,
      onLight: setLit,
      onJoin: (key) => join(...misses.filter((miss) => keyOf(miss) === key)),
    }),
    [begin, editPart, choose, edit, remove, join, misses],
  )
  // Only while its finding is there is a part pointed at.
  const pointedParts = useMemo(
    (): Chosen =>
      new Set([
        ...troubles.filter((trouble) => keyOfTrouble(trouble) === pointed).flatMap(({ parts: named }) => named),
        ...misses.filter((miss) => keyOf(miss) === pointed).map(({ part }) => part),
      ]),
    [troubles, misses, pointed],
  )
  const nodeOfMiss = ({ part, end, short }: Miss) =>
    nodeOf((short && pointAt(board, short)) ?? document.parts.find(({ name }) => name === part)?.[end] ?? '')

  const stretch = useCallback(() => {
    if (!stretched && worksheet === null) {
      const reason = problems[0] ? problemText(problems.slice(0, 1)) : 'it is still being worked out'
      return toast(`Nothing to stretch yet: ${reason}`)
    }
    toggle()
  }, [stretched, worksheet, problems, toggle])
  const turnPath = useCallback(() => setPathShown((now) => (now === 'off' ? 'conventional' : 'off')), [])
  const toBoard = useCallback(() => {
    // Folded away it takes no focus; it gets it once it is back.
    if (stretched && !still) toggle()
    else focusBoard()
  }, [stretched, still, toggle, focusBoard])
  const commands = useMemo(
    (): readonly Command[] => [
      {
        ...commandsOf.stretch,
        ...(stretched && { name: 'Back to the drawing' }),
        keys: stretched ? 's,esc' : 's',
        run: stretch,
      },
      { ...commandsOf.path, keys: 'c', run: turnPath },
      { name: 'Choose all parts', also: 'select everything', keys: 'mod+a', run: parts.chooseAll },
      ...(isChosen
        ? [
            { name: 'Turn what is chosen', also: 'rotate', keys: 'r', run: parts.turn },
            { name: 'Flip what is chosen', also: 'mirror swap', keys: 'x', run: parts.flip },
            { name: 'Duplicate what is chosen', also: 'copy', keys: 'mod+d', run: parts.duplicate },
          ]
        : []),
      { name: 'To the board, to draw the next stroke', also: 'new part resistor', keys: 'n', run: toBoard },
      { name: 'Zoom in', also: 'larger bigger', keys: 'i', run: () => zoom(zoomStep) },
      { name: 'Zoom out', also: 'smaller', keys: 'o', run: () => zoom(1 / zoomStep) },
      { name: 'Show the whole drawing', also: 'fit zoom all', keys: 'z', run: fitAll },
      { name: 'Print the drawing', also: 'pdf paper', keys: 'mod+p', run: () => print() },
      { ...commandsOf.trace, keys: 't', run: picturePressed },
    ],
    [picturePressed, stretched, stretch, turnPath, parts, isChosen, zoom, fitAll, toBoard],
  )

  const askedMark = picture.nodes.find(({ node }) => node === asked)
  const spoken = nodes[lit ?? (cursor ? nodeOf(pointAt(board, cursor) ?? '') : -1)]
  return (
    <>
      <FrameActions>
        <DrawActions
          tracing={pathShown !== 'off'}
          onTrace={turnPath}
          stretched={stretched}
          onStretch={stretch}
          hasPicture={trace !== null}
          onPicture={picturePressed}
        >
          <TakeOutDrawing
            title={document.title}
            picture={picture}
            drawn={{ nodeOf, zero: drawn.zero }}
            marks={marks}
            over={over}
            stretched={stretched ? worked.worksheet : null}
            traced={trace?.picture}
          />
        </DrawActions>
      </FrameActions>
      <Commands group="The board" within="board" list={commands} />
      <div className="flex flex-1 flex-col lg:flex-row">
        <Main
          next={(place) =>
            place?.querySelector<HTMLElement>(stretched && !still ? '[data-stretched]' : '[role=application]') ?? 'soon'
          }
          className="relative flex min-h-[26rem] min-w-0 flex-1 flex-col lg:sticky lg:top-0 lg:h-[calc(100vh-6.2rem)] print:h-auto"
        >
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
                chosen={chosen}
                typing={typing?.part === undefined ? (typing?.stroke ?? null) : null}
                lit={lit}
                marks={marks}
                pointed={pointedParts}
                seen={seen}
                cursor={cursor}
                onCursor={setCursor}
                printing={printing}
                under={trace && <TracePicture trace={trace} view={view} />}
              >
                {path && (
                  <g className="pointer-events-none" data-current={pathShown}>
                    <Shapes shapes={over} />
                  </g>
                )}
                {misses.map((miss) => (
                  <MissMark
                    key={keyOf(miss)}
                    miss={miss}
                    board={board}
                    label={nodes[nodeOfMiss(miss)]?.label}
                    onJoin={join}
                  />
                ))}
              </Board>
              {isAdjusted && <TraceAdjust trace={trace} view={view} onChange={traced.change} onPause={store.pause} />}
              {typing && (
                <TypedStroke
                  typing={typing}
                  document={document}
                  view={view}
                  size={seen.size}
                  onDone={strokes.finish}
                  onLeftWrong={strokes.leaveWrong}
                  onCancel={() => {
                    strokes.cancel()
                    if (typing.part === undefined) focusBoard()
                    else focusPart(typing.part)
                  }}
                  onExtend={strokes.extend}
                />
              )}
              {askedMark && (
                <AskedNode
                  mark={askedMark}
                  drawn={drawn}
                  view={view}
                  onClose={() => setAsked(null)}
                  onFocusBack={focusBoard}
                />
              )}
              <ZoomButtons zoom={zoom} fitAll={fitAll} className="absolute right-2 bottom-2 flex max-lg:hidden" />
            </div>
            {stretched && worked.worksheet && (
              <div
                className={clsx(
                  'absolute inset-y-0 right-0',
                  still ? 'left-1/2 border-l border-line' : 'left-0',
                  problems.length > 0 && 'greyed',
                )}
              >
                <Stage worksheet={worked.worksheet} from={before} />
              </div>
            )}
          </div>
          {/* On a small screen what is done with parts stands below the board, so that it lies on no drawing. */}
          {chosen.size > 0 && !printing && !stretched && (
            <SelectionBar
              parts={parts}
              chosen={document.parts.filter(({ name }) => chosen.has(name))}
              onEdit={editPart}
            />
          )}
          <FileField
            ref={pictureField}
            accept="image/png,image/jpeg,image/webp"
            label="A photograph or scan to trace"
            onFiles={([file]) => void bring(file)}
          />
          {trace && (barOpen || !trace.locked) && (
            <TraceBar trace={trace} onChange={traced.change} onTakeOut={traced.takeOut} onAnother={choosePicture} />
          )}
          <BoardFooter
            zoom={<ZoomButtons zoom={zoom} fitAll={fitAll} className="flex lg:hidden" />}
            tracing={pathShown}
            onTrace={setPathShown}
            path={path}
            bridge={analysis?.status === 'not-series-parallel'}
            spoken={
              spoken
                ? `node ${spoken.label}: points ${spoken.points.slice(0, 12).join(' ')}`
                : cursor
                  ? `peg ${cursor.x}, ${cursor.y}`
                  : ''
            }
          />
        </Main>
        <aside
          aria-label="Beside the drawing"
          className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-t border-line bg-panel p-3 lg:w-[24.5rem] lg:border-t-0 lg:border-l print:hidden"
        >
          <BoardFindings
            document={document}
            troubles={troubles}
            misses={misses}
            nodes={nodes}
            nodeAt={nodeOfMiss}
            onPoint={setPointed}
            onJoin={join}
          />
          <StretchedPreview />
          <section>
            <h2 className="mb-1 font-semibold">Parts</h2>
            <PartsPanel />
          </section>
        </aside>
      </div>
    </>
  )
}
