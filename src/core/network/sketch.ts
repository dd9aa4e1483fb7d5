import {
  about,
  flag,
  isDeclared,
  number,
  object,
  optional,
  optionalOrNull,
  record,
  said,
  text,
  times,
  type Declared,
} from '../format'

/** Across and down, in grid units. */
const place = times(2, number())
export type SketchPlace = Declared<typeof place>

const dots = number({ least: 1, most: 30_000, isWhole: true })
const corners = times(4, place)
export type Corners = Declared<typeof corners>

/** A picture under the drawing, to be traced. The picture itself is kept beside. */
const traceDeclaration = object({
  picture: text({ pattern: /^[0-9a-f]{32}$/ }),
  width: dots,
  height: dots,
  corners,
  /** How far it is faded, from 0 to 1. */
  fade: number({ least: 0, most: 1 }),
  /** It stays where it is, and strokes go over it. */
  locked: flag(),
})
export type Trace = Declared<typeof traceDeclaration>

/** The rule for the label of a node, as text. */
export const labelRule = "use 1 to 4 letters, digits or _ . - '"
const label = text({ pattern: /^[\p{L}\p{Nd}_.\-']{1,4}$/u })

/** Whether a text may label a node: as a name, but short enough to stand at it. */
export function isNodeLabel(value: unknown): value is string {
  return isDeclared(label, value)
}

const named = (name: string) => name.slice(0, 32)

/** Where points were drawn; free of meaning for the computation. */
export const sketchDeclaration = object(
  {
    points: optionalOrNull(
      record(
        place,
        'the sketch’s points must be an object',
        (name) => `the place of point “${named(name)}” must be two numbers`,
      ),
    ),
    strokes: optionalOrNull(
      about(
        // From its `from` to its `to`. Each point leads to its end of the stroke up or down first, then across.
        "Where a part's own stroke lies, if not straight from point to point, by the part's name.",
        record(
          times(2, place),
          'the sketch’s strokes must be an object',
          (name) => `the stroke of “${named(name)}” must be two places of two numbers`,
        ),
      ),
    ),
    trace: optional(
      about(
        'A picture under the drawing, to be traced: where it is kept, where its corners lie (top left, top right, bottom right, bottom left).',
        said(
          'the sketch’s trace must be a picture with its width, height, four corners, fade and locked',
          traceDeclaration,
        ),
      ),
    ),
    labels: optionalOrNull(
      about(
        'What a node is called, by one of its points.',
        record(
          label,
          'the sketch’s labels must be an object',
          (name) => `the label of the node at “${named(name)}” cannot be read; ${labelRule}`,
        ),
      ),
    ),
  },
  'the sketch must be an object with points',
)
/** What a sketch holds; a document may have null where nothing is. */
export type Sketch = {
  readonly [K in keyof Declared<typeof sketchDeclaration>]:
    | NonNullable<Declared<typeof sketchDeclaration>[K]>
    | undefined
}
