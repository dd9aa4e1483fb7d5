/** What can be wrong with the database. */
type TroubleKind = 'full' | 'locked' | 'not-a-database' | 'damaged' | 'newer' | 'foreign' | 'read-only' | 'unreachable'

const said: Readonly<Record<TroubleKind, string>> = {
  full: 'The disk does not take what is written. Make room on it; Nodrel goes on by itself',
  locked: 'Another program holds the database. Close that program; Nodrel goes on by itself',
  'not-a-database': 'The file is not a database. It was left as it is; move it away, or put your copy back',
  damaged: 'The database is damaged. It was left as it is; put your copy of it back, or move it away to begin anew',
  newer: 'The database was written by a newer Nodrel. It was left as it is; start the newer one',
  foreign: 'The database belongs to another program. It was left as it is; name another folder in NODREL_DATA',
  'read-only': 'The database cannot be written. Give Nodrel the right to write the file and its folder',
  unreachable: 'The database cannot be opened. See that its folder is there, and that Nodrel may use it',
}

/** The database cannot do what was asked, through no fault of who asked: a sentence for people, with the file's place. */
export class DatabaseTrouble extends Error {
  constructor(
    readonly kind: TroubleKind,
    readonly file: string,
    options?: ErrorOptions,
  ) {
    super(`${said[kind]} (${file})`, options)
    this.name = 'DatabaseTrouble'
  }
}

/** Whether an error is a database's trouble, also one that another bundle of the application made. */
export function isTrouble(error: unknown): error is DatabaseTrouble {
  return error instanceof Error && error.name === 'DatabaseTrouble'
}

const kinds: readonly (readonly [RegExp, TroubleKind])[] = [
  [/^SQLITE_(FULL|IOERR)|^ENOSPC|^EDQUOT|^EIO$/, 'full'],
  [/^SQLITE_(BUSY|LOCKED|PROTOCOL)/, 'locked'],
  [/^SQLITE_NOTADB/, 'not-a-database'],
  [/^SQLITE_CORRUPT/, 'damaged'],
  [/^SQLITE_(READONLY|PERM)|^EROFS/, 'read-only'],
  [/^SQLITE_CANTOPEN|^EACCES|^EPERM|^ENOENT|^ENOTDIR|^EEXIST/, 'unreachable'],
]

/** What an error of SQLite or the file system means; null for any other error. */
export function troubleOf(error: unknown, file: string): DatabaseTrouble | null {
  if (isTrouble(error)) return error
  // Drizzle wraps the error of a query in one of its own.
  for (let it = error; typeof it === 'object' && it !== null; it = (it as { cause?: unknown }).cause) {
    const { code } = it as { code?: unknown }
    const kind = typeof code === 'string' ? kinds.find(([pattern]) => pattern.test(code)) : undefined
    if (kind) return new DatabaseTrouble(kind[1], file, { cause: error })
  }
  return null
}
