import { isObject } from './json'

/** A JSON Schema, or a part of one. */
export type JsonSchema = Readonly<Record<string, unknown>>

/** Is told of everything that is wrong: where, as `voltage.ranges[0].to`, and what. */
export type Say = (at: string, message: string) => void

/**
 * What a value of an open format must be, declared once: its TypeScript type is {@link Declared}, its JSON Schema is `schema`,
 * and `judge` says what is wrong with a value.
 */
export interface Declaration<T> {
  readonly schema: JsonSchema
  readonly judge: (value: unknown, at: string, say: Say) => void
  /** It may be absent from the object that it belongs to. */
  readonly mayBeAbsent?: boolean
  /** Carries the type; never there. */
  readonly type?: T
}

/** The type of what is declared. */
export type Declared<D> = D extends Declaration<infer T> ? T : never

/** What is said of a value that is wrong; by its place, where that is in the words. */
type Words = string | ((at: string) => string)

const wordsAt = (words: Words, at: string) => (typeof words === 'string' ? words : words(at))

function declare<T>(schema: JsonSchema, fits: (value: unknown) => boolean, words: Words): Declaration<T> {
  return {
    schema,
    judge(value, at, say) {
      if (!fits(value)) say(at, wordsAt(words, at))
    },
  }
}

/** Everything that is wrong with a value. */
export function problemsOf(declaration: Declaration<unknown>, value: unknown): { at: string; message: string }[] {
  const problems: { at: string; message: string }[] = []
  declaration.judge(value, '', (at, message) => problems.push({ at, message }))
  return problems
}

/** Whether a value is as it was declared. */
export function isDeclared<T>(declaration: Declaration<T>, value: unknown): value is T {
  let isRight = true
  declaration.judge(value, '', () => (isRight = false))
  return isRight
}

/** A text, of so many characters, of a pattern. */
export function text(
  {
    least = 0,
    most = Infinity,
    pattern,
  }: { readonly least?: number; readonly most?: number; readonly pattern?: RegExp } = {},
  words: Words = (at) => `${at} must be a text${most < Infinity ? ` of at most ${most} characters` : ''}`,
): Declaration<string> {
  return declare(
    {
      type: 'string',
      ...(least > 0 && { minLength: least }),
      ...(most < Infinity && { maxLength: most }),
      ...(pattern && { pattern: pattern.source }),
    },
    (value) =>
      typeof value === 'string' && value.length >= least && value.length <= most && (pattern?.test(value) ?? true),
    words,
  )
}

/** A number within limits; `above` is a limit that it does not reach. */
export function number(
  {
    least = -Infinity,
    most = Infinity,
    above = -Infinity,
    isWhole = false,
  }: { readonly least?: number; readonly most?: number; readonly above?: number; readonly isWhole?: boolean } = {},
  words: Words = (at) => `${at} must be a ${isWhole ? 'whole ' : ''}number`,
): Declaration<number> {
  return declare(
    {
      type: isWhole ? 'integer' : 'number',
      ...(least > -Infinity && { minimum: least }),
      ...(above > -Infinity && { exclusiveMinimum: above }),
      ...(most < Infinity && { maximum: most }),
    },
    (value) =>
      typeof value === 'number' &&
      Number.isFinite(value) &&
      value >= least &&
      value > above &&
      value <= most &&
      (!isWhole || Number.isInteger(value)),
    words,
  )
}

/** true or false. */
export function flag(words: Words = (at) => `${at} must be true or false`): Declaration<boolean> {
  return declare({ type: 'boolean' }, (value) => typeof value === 'boolean', words)
}

/** One of some values. */
export function oneOf<const T extends string | number | boolean>(
  values: readonly T[],
  words: Words = (at) => `${at} must be one of ${values.join(', ')}`,
): Declaration<T> {
  return declare(
    values.length === 1 ? { const: values[0] } : { enum: values },
    (value) => (values as readonly unknown[]).includes(value),
    words,
  )
}

/** Anything that one of several declarations takes; where none does, what the last one has against it is said. */
export function anyOf<const D extends readonly Declaration<unknown>[]>(
  declarations: D,
): Declaration<Declared<D[number]>> {
  return {
    schema: { anyOf: declarations.map(({ schema }) => schema) },
    judge(value, at, say) {
      if (!declarations.some((it) => isDeclared(it, value))) declarations[declarations.length - 1].judge(value, at, say)
    },
  }
}

/** It may be null. */
export function nullable<T>(declaration: Declaration<T>): Declaration<T | null> {
  const { schema, judge } = declaration
  return {
    schema:
      typeof schema.type === 'string' && !('const' in schema) && !('enum' in schema)
        ? { ...schema, type: [schema.type, 'null'] }
        : { anyOf: [schema, { type: 'null' }] },
    judge: (value, at, say) => value === null || judge(value, at, say),
  }
}

/** It may be absent. */
export function optional<T>(declaration: Declaration<T>): Declaration<T> & { readonly mayBeAbsent: true } {
  return { schema: declaration.schema, judge: declaration.judge, mayBeAbsent: true }
}

/** It may be absent, or null. */
export function optionalOrNull<T>(declaration: Declaration<T>) {
  return optional(nullable(declaration))
}

/** The same with words for whoever reads its JSON Schema. */
export function about<D extends Declaration<unknown>>(description: string, declaration: D): D {
  return { ...declaration, schema: { description, ...declaration.schema } }
}

/** The same with more that is true of it: in its schema, and in what is said once all else is right. */
export function also<D extends Declaration<unknown>>(
  declaration: D,
  schema: JsonSchema,
  judge?: (value: Declared<D>, at: string, say: Say) => void,
): D {
  return {
    ...declaration,
    schema: { ...declaration.schema, ...schema },
    judge(value: unknown, at: string, say: Say) {
      let isRight = true
      declaration.judge(value, at, (place, message) => {
        isRight = false
        say(place, message)
      })
      if (isRight) judge?.(value as Declared<D>, at, say)
    },
  }
}

/** The same, but of whatever is wrong in it these words alone are said. */
export function said<D extends Declaration<unknown>>(words: Words, declaration: D): D {
  return {
    ...declaration,
    judge(value: unknown, at: string, say: Say) {
      if (!isDeclared(declaration, value)) say(at, wordsAt(words, at))
    },
  }
}

/** A list of so many; `words` are said of what is none. */
export function list<T>(
  item: Declaration<T>,
  { least = 0, most = Infinity }: { readonly least?: number; readonly most?: number } = {},
  words: Words = (at) => `${at} must be a list${most < Infinity ? ` of at most ${most}` : ''}`,
): Declaration<readonly T[]> {
  return {
    schema: {
      type: 'array',
      items: item.schema,
      ...(least > 0 && { minItems: least }),
      ...(most < Infinity && { maxItems: most }),
    },
    judge(value, at, say) {
      if (!Array.isArray(value) || value.length < least || value.length > most) return say(at, wordsAt(words, at))
      value.forEach((it, i) => item.judge(it, `${at}[${i}]`, say))
    },
  }
}

/** A list of just so many. */
export function times<T, const N extends 2 | 4>(count: N, item: Declaration<T>, words?: Words) {
  return list(item, { least: count, most: count }, words) as unknown as Declaration<
    N extends 2 ? readonly [T, T] : readonly [T, T, T, T]
  >
}

/** An object with any names, all its values alike; `words` are said of each that is wrong, by its name, or of what is none. */
export function record<T>(
  value: Declaration<T>,
  isNone: Words = (at) => `${at} must be an object`,
  words?: (name: string) => string,
): Declaration<Readonly<Record<string, T>>> {
  return {
    schema: { type: 'object', additionalProperties: value.schema },
    judge(all, at, say) {
      if (!isObject(all)) return say(at, wordsAt(isNone, at))
      for (const [name, it] of Object.entries(all)) {
        if (words === undefined) value.judge(it, `${at}.${name}`, say)
        else if (!isDeclared(value, it)) say(at, words(name))
      }
    },
  }
}

type Fields = Readonly<Record<string, Declaration<unknown>>>
type Absent<F> = { [K in keyof F]: F[K] extends { readonly mayBeAbsent: true } ? K : never }[keyof F]
type Flat<T> = { readonly [K in keyof T]: T[K] }
type DeclaredObject<F> = Flat<
  { readonly [K in Exclude<keyof F, Absent<F>>]: Declared<F[K]> } & {
    readonly [K in Absent<F>]?: Declared<F[K]>
  }
>

/**
 * An object with fields of its own, and others that mean nothing here.
 *
 * @param isNone what is said where it is no object
 * @param unknown what is said of a field that it has not; such fields are taken unless this is given
 */
export function object<F extends Fields>(
  fields: F,
  isNone: Words = (at) => `${at || 'it'} must be an object`,
  unknown?: (name: string) => string,
): Declaration<DeclaredObject<F>> {
  const all = Object.entries(fields)
  const required = all.filter(([, { mayBeAbsent }]) => !mayBeAbsent).map(([name]) => name)
  return {
    schema: {
      type: 'object',
      ...(required.length > 0 && { required }),
      properties: Object.fromEntries(all.map(([name, { schema }]) => [name, schema])),
      ...(unknown && { additionalProperties: false }),
    },
    judge(value, at, say) {
      if (!isObject(value)) return say(at, wordsAt(isNone, at))
      if (unknown) for (const name of Object.keys(value)) if (!Object.hasOwn(fields, name)) say(at, unknown(name))
      for (const [name, { judge, mayBeAbsent }] of all)
        if (value[name] !== undefined || !mayBeAbsent) judge(value[name], at ? `${at}.${name}` : name, say)
    },
  }
}

/** What an open format writes: an object with these fields and no others. */
export function closed<F extends Fields>(fields: F): Declaration<DeclaredObject<F>> {
  return object(fields, undefined, (name) => `there is no ${name}`)
}

/** The name and version that a document of an open format begins with. */
export function head<const N extends string>(name: N) {
  return {
    format: oneOf([name], `the format must be "${name}"`),
    version: oneOf([1], 'only version 1 is read'),
  }
}

/** A value of a format that holds itself: its schema stands under a name of its own. */
export function named<T>(name: string, made: () => Declaration<T>): Declaration<T> {
  return { schema: { $ref: `#/$defs/${name}` }, judge: (value, at, say) => made().judge(value, at, say) }
}
